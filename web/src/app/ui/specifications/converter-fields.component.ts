import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ConverterSpecification } from '@crisp-notch/core/parts';
import { QuantityFieldComponent } from '../quantity-field.component';

/** What a converter makes of its supply. */
@Component({
  selector: 'cn-converter-fields',
  imports: [QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      label="Makes"
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
      label="Efficiency"
      dimension="ratio"
      [bounds]="{ isPositive: true, most: 1 }"
      [isOptional]="false"
      [value]="specification().efficiency"
      (changed)="$event && change({ efficiency: $event })"
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class ConverterFieldsComponent {
  readonly specification = input.required<ConverterSpecification>();
  readonly changed = output<ConverterSpecification>();

  protected change(change: Partial<ConverterSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }
}
