import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { askedOf } from '@crisp-notch/core/shape';
import { PARTS, type ConverterSpecification } from '@crisp-notch/core/parts';
import { QuantityFieldComponent } from '../quantity-field.component';
import { withNewest } from '../newest';

/** What a converter makes of its supply. */
@Component({
  selector: 'cn-converter-fields',
  imports: [QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
      [asked]="asked.efficiency"
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
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.converter.shape);

  protected change(change: Partial<ConverterSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}
