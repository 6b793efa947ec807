import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ControllerSpecification } from '@crisp-notch/core/machine';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';

/** What the controller can send. */
@Component({
  selector: 'cn-controller-fields',
  imports: [QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      label="Fastest pulses"
      dimension="frequency"
      [value]="specification().pulseRateMost"
      (changed)="changed.emit({ pulseRateMost: $event, outputs: specification().outputs })"
      remark="That it sends reliably, e.g. 30 kHz."
    />
    <cn-whole-field
      label="Pulse outputs"
      [most]="64"
      [value]="specification().outputs"
      (changed)="changed.emit({ pulseRateMost: specification().pulseRateMost, outputs: $event })"
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
}
