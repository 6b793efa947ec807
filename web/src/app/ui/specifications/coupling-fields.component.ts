import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { CouplingSpecification } from '@crisp-notch/core/parts';
import { QuantityFieldComponent } from '../quantity-field.component';

/** What a coupling joins. */
@Component({
  selector: 'cn-coupling-fields',
  imports: [QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      label="Motor side bore"
      dimension="length"
      [value]="specification().motorBore"
      (changed)="change({ motorBore: $event })"
    />
    <cn-quantity-field
      label="Driven side bore"
      dimension="length"
      [value]="specification().drivenBore"
      (changed)="change({ drivenBore: $event })"
    />
    <cn-quantity-field
      label="Keyway"
      dimension="length"
      [value]="specification().keyWidth"
      (changed)="change({ keyWidth: $event })"
      remark="Its width; empty where it clamps."
    />
    <cn-quantity-field
      label="Bears"
      dimension="torque"
      [value]="specification().torqueMost"
      (changed)="change({ torqueMost: $event })"
    />
    <cn-quantity-field
      label="Inertia"
      dimension="inertia"
      [bounds]="{ least: 0 }"
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

  protected change(change: Partial<CouplingSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }
}
