import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { MotorSpecification } from '@crisp-notch/core/parts';
import { readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { armTorque, inductanceFromRise } from '@crisp-notch/core/motor';
import { preferredUnit, showQuantity, type Dimension } from '@crisp-notch/core/quantity';
import { PreferencesStore } from '../../data/preferences';
import { QuantityFieldComponent } from '../quantity-field.component';
import { ButtonModule } from 'primeng/button';

/** What a bench can find out about a motor without a sheet; what comes of it is marked as estimated. */
@Component({
  selector: 'cn-motor-bench',
  imports: [ButtonModule, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small quiet">Ohms of a coil go straight into the field above. For the rest:</p>
    <cn-quantity-field
      [asked]="{ label: 'Weight on an arm', dimension: 'mass' }"
      [value]="weight()"
      (changed)="weight.set($event)"
      remark="The most that the energised motor holds level."
    />
    <cn-quantity-field
      [asked]="{ label: 'Length of the arm', dimension: 'length' }"
      [value]="arm()"
      (changed)="arm.set($event)"
    />
    @if (torque(); as value) {
      <p class="row">
        <span class="number">{{ value.text }}</span>
        <button type="button" pButton severity="secondary" outlined (click)="changed.emit({ holdingTorque: value })">
          Use as holding torque
        </button>
      </p>
    }
    <cn-quantity-field
      [asked]="{ label: 'Time to 63 %', dimension: 'time' }"
      [value]="rise()"
      (changed)="rise.set($event)"
      remark="Of the end current, seen over a small resistor when a coil is switched on."
    />
    @if (inductance(); as value) {
      <p class="row">
        <span class="number">{{ value.text }}</span>
        <button type="button" pButton severity="secondary" outlined (click)="changed.emit({ inductance: value })">
          Use as inductance
        </button>
      </p>
    } @else if (rise()) {
      <p class="small quiet">Enter the coil’s resistance first.</p>
    }
  `,
})
export class MotorBenchComponent {
  readonly specification = input.required<MotorSpecification>();
  readonly changed = output<Partial<MotorSpecification>>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly weight = signal<Quantity | null>(null);
  protected readonly arm = signal<Quantity | null>(null);
  protected readonly rise = signal<Quantity | null>(null);
  protected readonly torque = computed(() => {
    const [weight, arm] = [this.weight(), this.arm()];
    return weight && arm
      ? this.estimate(armTorque(readQuantity(weight, 'mass').value, readQuantity(arm, 'length').value), 'torque')
      : null;
  });
  protected readonly inductance = computed(() => {
    const [rise, { resistance }] = [this.rise(), this.specification()];
    return rise && resistance
      ? this.estimate(
          inductanceFromRise(readQuantity(resistance, 'resistance').value, readQuantity(rise, 'time').value),
          'inductance',
        )
      : null;
  });

  private estimate(value: number, dimension: Dimension): Quantity {
    const text = showQuantity(value, preferredUnit(dimension, this.units()), { significant: 3 }).replace(
      /\u00a0/g,
      ' ',
    );
    return { text, from: 'estimated', on: null, plusMinus: null };
  }
}
