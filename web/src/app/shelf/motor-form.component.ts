import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { estimatedMotor, type MotorSpecification } from '@crisp-notch/core/parts';
import { MotorFieldsComponent } from '../ui/specifications/motor-fields.component';
import { ButtonModule } from 'primeng/button';

/** A motor on the shelf; what its sheet leaves out can be guessed. */
@Component({
  selector: 'cn-motor-form',
  imports: [ButtonModule, MotorFieldsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-motor-fields [specification]="specification()" (changed)="changed.emit($event)" />
    @if (estimate(); as guessed) {
      <p class="small">
        <button type="button" pButton severity="secondary" outlined (click)="changed.emit(guessed)">
          Estimate what the sheet leaves out
        </button>
        Inductance from 1.5 ms of time constant, rotor inertia from the torque (common practice, no source); marked as
        estimated.
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class MotorFormComponent {
  readonly specification = input.required<MotorSpecification>();
  readonly changed = output<MotorSpecification>();
  /** The motor with its gaps guessed; null where there is nothing to guess or to guess from. */
  protected readonly estimate = computed(() => {
    const specification = this.specification();
    const guessed = estimatedMotor(specification);
    const isMore =
      guessed.inductance !== specification.inductance || guessed.rotorInertia !== specification.rotorInertia;
    return isMore ? guessed : null;
  });
}
