import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ControllerSpecification } from '@crisp-notch/core/machine';
import { ChoiceFieldComponent, type ChoiceOption } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';

const RAMPS: readonly ChoiceOption[] = [
  { value: 'yes', label: 'speeds up by ramps' },
  { value: 'no', label: 'jumps to speed' },
];

/** What the controller can send. */
@Component({
  selector: 'cn-controller-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      label="Fastest pulses"
      dimension="frequency"
      [value]="specification().pulseRateMost"
      (changed)="change({ pulseRateMost: $event })"
      remark="That it sends reliably, e.g. 30 kHz."
    />
    <cn-choice-field label="It" [options]="ramps" [value]="specification().ramps" (changed)="change({ ramps: $event === 'no' ? 'no' : 'yes' })" />
    <cn-whole-field label="Pulse outputs" [most]="64" [value]="specification().outputs" (changed)="change({ outputs: $event })" />
    <cn-quantity-field
      label="Timer clock"
      dimension="frequency"
      [value]="specification().timerClock"
      (changed)="change({ timerClock: $event })"
      remark="Its grain makes some speeds impossible."
    />
    <cn-whole-field label="Timer bits" [least]="8" [most]="64" [value]="specification().timerBits" (changed)="change({ timerBits: $event })" />
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
  protected readonly ramps = RAMPS;

  protected change(change: Partial<ControllerSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }
}
