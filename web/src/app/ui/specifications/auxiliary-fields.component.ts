import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { askedOf } from '@crisp-notch/core/shape';
import { PARTS, type AuxiliarySpecification } from '@crisp-notch/core/parts';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { withNewest } from '../newest';

const USES: readonly ChoiceOption[] = [
  { value: 'spindle', label: 'spindle' },
  { value: 'coolant', label: 'pump or blower' },
  { value: 'fan', label: 'fan' },
  { value: 'relay', label: 'relay' },
  { value: 'lights', label: 'lights' },
  { value: 'electronics', label: 'electronics' },
  { value: 'other', label: 'another load' },
];

const FEEDS: readonly ChoiceOption[] = [
  { value: 'rail', label: 'a rail of the machine' },
  { value: 'mains', label: 'the mains' },
];

/** What an auxiliary is, and what it draws. */
@Component({
  selector: 'cn-auxiliary-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="It is a" [options]="uses" [value]="specification().use" (changed)="setUse($event)" />
    <cn-choice-field
      label="Fed by"
      [options]="feeds"
      [value]="specification().fedBy"
      (changed)="change({ fedBy: $event === 'mains' ? 'mains' : 'rail' })"
    />
    <cn-quantity-field
      [asked]="asked.voltage"
      [value]="specification().voltage"
      (changed)="change({ voltage: $event })"
    />
    <cn-quantity-field
      [asked]="asked.current"
      [value]="specification().current"
      (changed)="change({ current: $event })"
      remark="While it is on."
    />
    @if (!specification().current || specification().power) {
      <cn-quantity-field
        [asked]="asked.power"
        [value]="specification().power"
        (changed)="change({ power: $event })"
        [remark]="powerRemark()"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class AuxiliaryFieldsComponent {
  readonly specification = input.required<AuxiliarySpecification>();
  readonly changed = output<AuxiliarySpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.auxiliary.shape);
  protected readonly uses = USES;
  protected readonly feeds = FEEDS;
  protected readonly powerRemark = computed(() =>
    this.specification().current ? 'The amperes above count.' : 'Where its plate says watts.',
  );

  protected setUse(value: string): void {
    const found = USES.find((item) => item.value === value);
    if (found) this.change({ use: found.value as AuxiliarySpecification['use'] });
  }

  protected change(change: Partial<AuxiliarySpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}
