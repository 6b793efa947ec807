import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Gearhead, MotorSpecification, Quantity } from '@crisp-notch/core/machine';
import { ChoiceFieldComponent, type ChoiceOption } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { StagesFieldComponent } from '../stages-field.component';

const LEADS: readonly ChoiceOption[] = [4, 5, 6, 8].map((leads) => ({ value: String(leads), label: `${leads} leads` }));

/** What a motor's sheet says. */
@Component({
  selector: 'cn-motor-fields',
  imports: [QuantityFieldComponent, ChoiceFieldComponent, StagesFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-quantity-field
      label="Step angle"
      dimension="angle"
      [value]="specification().stepAngle"
      (changed)="change({ stepAngle: $event })"
      remark="A full step: 1.8° is 200 a turn."
    />
    <cn-quantity-field label="Holding torque" dimension="torque" [value]="specification().holdingTorque" (changed)="change({ holdingTorque: $event })" />
    <cn-quantity-field
      label="Rated current"
      dimension="current"
      [value]="specification().ratedCurrent"
      (changed)="change({ ratedCurrent: $event })"
      remark="A phase, both coils on."
    />
    <cn-quantity-field label="Coil resistance" dimension="resistance" [value]="specification().resistance" (changed)="change({ resistance: $event })" />
    <cn-quantity-field label="Inductance" dimension="inductance" [value]="specification().inductance" (changed)="change({ inductance: $event })" />
    <cn-quantity-field label="Rotor inertia" dimension="inertia" [value]="specification().rotorInertia" (changed)="change({ rotorInertia: $event })" />
    <cn-choice-field label="Leads" [options]="leads" [value]="'' + specification().leads" (changed)="setLeads($event)" />
    @if (specification().gearhead; as gearhead) {
      <cn-quantity-field
        label="Printed ratio"
        dimension="ratio"
        [value]="gearhead.nominal"
        (changed)="setNominal(gearhead, $event)"
        remark="As printed, e.g. 64; the teeth below are what counts."
      />
      <cn-stages-field heading="Gearhead, by its teeth" [stages]="gearhead.stages" (changed)="change({ gearhead: { nominal: gearhead.nominal, stages: $event } })" />
      <button type="button" class="button" (click)="change({ gearhead: null })">Take the gearhead off</button>
    } @else {
      <button type="button" class="button" (click)="change({ gearhead: { nominal: null, stages: [] } })">It has a gearhead</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: stretch;
    }

    button {
      justify-self: start;
    }
  `,
})
export class MotorFieldsComponent {
  readonly specification = input.required<MotorSpecification>();
  readonly changed = output<MotorSpecification>();
  protected readonly leads = LEADS;

  protected change(change: Partial<MotorSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }

  protected setLeads(value: string): void {
    this.change({ leads: Number(value) as MotorSpecification['leads'] });
  }

  protected setNominal(gearhead: Gearhead, nominal: Quantity | null): void {
    this.change({ gearhead: { ...gearhead, nominal } });
  }
}
