import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { askedOf } from '@crisp-notch/core/shape';
import { PARTS, type SupplySpecification } from '@crisp-notch/core/parts';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { FoldComponent } from '../fold.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { aboveEnd, belowEnd } from '../window-bounds';
import { withNewest } from '../newest';

const TYPES: readonly ChoiceOption[] = [
  { value: 'mains', label: 'supply on the mains' },
  { value: 'battery', label: 'battery' },
  { value: 'other', label: 'another source' },
];

/** What a supply gives. */
@Component({
  selector: 'cn-supply-fields',
  imports: [ChoiceFieldComponent, FoldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="It is a" [options]="types" [value]="specification().type" (changed)="setType($event)" />
    <cn-quantity-field
      [asked]="asked.voltage"
      [value]="specification().voltage"
      (changed)="change({ voltage: $event })"
    />
    <cn-quantity-field
      [asked]="asked.current"
      [value]="specification().current"
      (changed)="change({ current: $event })"
    />
    <cn-quantity-field
      [asked]="asked.power"
      [value]="specification().power"
      (changed)="change({ power: $event })"
      remark="Of one sold by its watts; with both said, the lower counts."
    />
    @if (specification().type === 'battery') {
      <cn-quantity-field
        [asked]="asked.charge"
        [value]="specification().charge"
        (changed)="change({ charge: $event })"
        remark="As printed, e.g. 7 Ah."
      />
      <cn-quantity-field
        [asked]="asked.depth"
        [value]="specification().depth"
        (changed)="$event && change({ depth: $event })"
      />
    }
    <cn-fold
      heading="Range, limits and capacitance"
      [held]="[
        [asked.adjustLeast, specification().adjustLeast],
        [asked.adjustMost, specification().adjustMost],
        [asked.voltageBorne, specification().voltageBorne],
        [asked.capacitance, specification().capacitance],
      ]"
    >
      <cn-quantity-field
        [asked]="asked.adjustLeast"
        [bounds]="adjustLeast()"
        [value]="specification().adjustLeast"
        (changed)="change({ adjustLeast: $event })"
      />
      <cn-quantity-field
        [asked]="asked.adjustMost"
        [bounds]="adjustMost()"
        [value]="specification().adjustMost"
        (changed)="change({ adjustMost: $event })"
      />
      <cn-quantity-field
        [asked]="asked.voltageBorne"
        [value]="specification().voltageBorne"
        (changed)="change({ voltageBorne: $event })"
        remark="Before its protection trips, when a braking mass feeds back."
      />
      <cn-quantity-field
        [asked]="asked.capacitance"
        [value]="specification().capacitance"
        (changed)="change({ capacitance: $event })"
        remark="Across its output."
      />
    </cn-fold>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class SupplyFieldsComponent {
  readonly specification = input.required<SupplySpecification>();
  readonly changed = output<SupplySpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.supply.shape);
  /** A window has its least below its greatest. */
  protected readonly adjustLeast = computed(() => belowEnd(this.specification().adjustMost, 'voltage'));
  protected readonly adjustMost = computed(() => aboveEnd(this.specification().adjustLeast, 'voltage'));
  protected readonly types = TYPES;

  protected setType(value: string): void {
    const found = TYPES.find((item) => item.value === value);
    if (found) this.change({ type: found.value as SupplySpecification['type'] });
  }

  protected change(change: Partial<SupplySpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}
