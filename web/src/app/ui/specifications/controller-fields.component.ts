import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { PARTS, type ControllerSpecification } from '@crisp-notch/core/parts';
import { askedOf, isGuessed, withCount } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';

const RAMPS: readonly ChoiceOption[] = [
  { value: 'yes', label: 'speeds up by ramps' },
  { value: 'no', label: 'jumps to speed' },
];

const DECIMALS: readonly ChoiceOption[] = [
  { value: 'null', label: 'as typed' },
  ...[0, 1, 2, 3, 4, 5, 6].map((count) => ({
    value: String(count),
    label: count === 0 ? 'whole numbers' : `${count} ${count === 1 ? 'decimal' : 'decimals'}`,
  })),
];

/** What the controller can send. */
@Component({
  selector: 'cn-controller-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      [asked]="asked.pulseRateMost"
      [value]="specification().pulseRateMost"
      (changed)="change({ pulseRateMost: $event })"
      remark="That it sends reliably, e.g. 45 kHz."
    />
    <cn-choice-field
      label="It"
      [options]="ramps"
      [value]="specification().ramps"
      (changed)="change({ ramps: $event === 'no' ? 'no' : 'yes' })"
    />
    <cn-whole-field
      [asked]="asked.outputs"
      [isAssumed]="isGuessed(specification(), 'outputs')"
      [value]="specification().outputs"
      (changed)="changed.emit(withCount(specification(), 'outputs', $event))"
    />
    <cn-quantity-field
      [asked]="asked.timerClock"
      [value]="specification().timerClock"
      (changed)="change({ timerClock: $event })"
      remark="Its grain makes some speeds impossible."
    />
    <cn-whole-field
      [asked]="asked.timerBits"
      [isAssumed]="isGuessed(specification(), 'timerBits')"
      [value]="specification().timerBits"
      (changed)="changed.emit(withCount(specification(), 'timerBits', $event))"
    />
    <cn-choice-field
      label="Steps per unit"
      [options]="decimals"
      [value]="'' + specification().decimals"
      (changed)="setDecimals($event)"
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class ControllerFieldsComponent {
  readonly specification = input.required<ControllerSpecification>();
  readonly changed = output<ControllerSpecification>();
  protected readonly asked = askedOf(PARTS.controller.shape);
  protected readonly isGuessed = isGuessed;
  protected readonly withCount = withCount;
  protected readonly ramps = RAMPS;
  protected readonly decimals = DECIMALS;

  protected setDecimals(value: string): void {
    this.change({ decimals: value === 'null' ? null : Number(value) });
  }

  protected change(change: Partial<ControllerSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }
}
