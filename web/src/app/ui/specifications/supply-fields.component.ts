import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { SupplySpecification } from '@crisp-notch/core/parts';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { aboveEnd, belowEnd } from '../window-bounds';

const TYPES: readonly ChoiceOption[] = [
  { value: 'mains', label: 'supply on the mains' },
  { value: 'battery', label: 'battery' },
  { value: 'other', label: 'something else' },
];

/** What a supply gives. */
@Component({
  selector: 'cn-supply-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="It is a" [options]="types" [value]="specification().type" (changed)="setType($event)" />
    <cn-quantity-field
      label="Voltage"
      dimension="voltage"
      [value]="specification().voltage"
      (changed)="change({ voltage: $event })"
    />
    <cn-quantity-field
      label="Greatest current"
      dimension="current"
      [value]="specification().current"
      (changed)="change({ current: $event })"
    />
    <cn-quantity-field
      label="Greatest power"
      dimension="power"
      [value]="specification().power"
      (changed)="change({ power: $event })"
      remark="Of one sold by its watts; with both said, the lower counts."
    />
    @if (specification().type === 'battery') {
      <cn-quantity-field
        label="Charge"
        dimension="charge"
        [value]="specification().charge"
        (changed)="change({ charge: $event })"
        remark="As printed, e.g. 7 Ah."
      />
      <cn-quantity-field
        label="Of it usable"
        dimension="ratio"
        [bounds]="{ isPositive: true, most: 1 }"
        [isOptional]="false"
        [value]="specification().depth"
        (changed)="$event && change({ depth: $event })"
      />
    }
    <details>
      <summary>Range, limits and capacitance</summary>
      <div class="fields">
        <cn-quantity-field
          label="Adjusts from"
          dimension="voltage"
          [bounds]="adjustLeast()"
          [value]="specification().adjustLeast"
          (changed)="change({ adjustLeast: $event })"
        />
        <cn-quantity-field
          label="Adjusts to"
          dimension="voltage"
          [bounds]="adjustMost()"
          [value]="specification().adjustMost"
          (changed)="change({ adjustMost: $event })"
        />
        <cn-quantity-field
          label="Bears at its output"
          dimension="voltage"
          [value]="specification().voltageBorne"
          (changed)="change({ voltageBorne: $event })"
          remark="Before its protection trips, when a braking mass feeds back."
        />
        <cn-quantity-field
          label="Capacitance"
          dimension="capacitance"
          [value]="specification().capacitance"
          (changed)="change({ capacitance: $event })"
          remark="Across its output."
        />
      </div>
    </details>
  `,
  styles: `
    :host,
    .fields {
      display: grid;
      gap: 8px;
    }

    .fields {
      padding-top: 8px;
    }
  `,
})
export class SupplyFieldsComponent {
  readonly specification = input.required<SupplySpecification>();
  readonly changed = output<SupplySpecification>();
  /** A window has its least below its greatest. */
  protected readonly adjustLeast = computed(() => belowEnd(this.specification().adjustMost, 'voltage'));
  protected readonly adjustMost = computed(() => aboveEnd(this.specification().adjustLeast, 'voltage'));
  protected readonly types = TYPES;

  protected setType(value: string): void {
    const found = TYPES.find((item) => item.value === value);
    if (found) this.change({ type: found.value as SupplySpecification['type'] });
  }

  protected change(change: Partial<SupplySpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }
}
