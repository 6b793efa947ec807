import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { askedOf } from '@crisp-notch/core/shape';
import { PARTS, type CouplingSpecification } from '@crisp-notch/core/parts';
import { QuantityFieldComponent } from '../quantity-field.component';
import { withNewest } from '../newest';

/** What a coupling joins. */
@Component({
  selector: 'cn-coupling-fields',
  imports: [QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      [asked]="asked.motorBore"
      [value]="specification().motorBore"
      (changed)="change({ motorBore: $event })"
    />
    <cn-quantity-field
      [asked]="asked.drivenBore"
      [value]="specification().drivenBore"
      (changed)="change({ drivenBore: $event })"
    />
    <cn-quantity-field
      [asked]="asked.keyWidth"
      [value]="specification().keyWidth"
      (changed)="change({ keyWidth: $event })"
      remark="Its width; empty where it clamps."
    />
    <cn-quantity-field
      [asked]="asked.torqueMost"
      [value]="specification().torqueMost"
      (changed)="change({ torqueMost: $event })"
    />
    <cn-quantity-field
      [asked]="asked.inertia"
      [value]="specification().inertia"
      (changed)="change({ inertia: $event })"
      remark="Empty: not counted."
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class CouplingFieldsComponent {
  readonly specification = input.required<CouplingSpecification>();
  readonly changed = output<CouplingSpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.coupling.shape);

  protected change(change: Partial<CouplingSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}
