import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { SupplySpecification } from '@crisp-notch/core/machine';
import { QuantityFieldComponent } from '../quantity-field.component';

/** What a supply gives. */
@Component({
  selector: 'cn-supply-fields',
  imports: [QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field label="Voltage" dimension="voltage" [value]="specification().voltage" (changed)="changed.emit({ voltage: $event, current: specification().current })" />
    <cn-quantity-field
      label="Greatest current"
      dimension="current"
      [value]="specification().current"
      (changed)="changed.emit({ voltage: specification().voltage, current: $event })"
    />
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
}
