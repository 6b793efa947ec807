import { ChangeDetectionStrategy, Component, computed, effect, input, linkedSignal, signal } from '@angular/core';
import { isBrushed, isRegulated } from '@crisp-notch/core/drive-line';
import { ButtonModule } from 'primeng/button';
import type { AxisView } from '../data/design-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { MODES, SWAPS, sequenceSight, type Feeding } from './sequence.state';

const PACE_IN_MILLISECONDS = 450;
/** Half the side of the drawing, and the length of one coil's torque in it. */
const [REACH, COIL] = [120, 72];

/** How the field goes round: coil currents, switches, torque and rotor at every state, one by one or running. */
@Component({
  selector: 'cn-sequence',
  imports: [ButtonModule, ChoiceFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sequence.component.html',
  styleUrl: './sequence.component.css',
})
export class SequenceComponent {
  readonly view = input.required<AxisView>();

  protected readonly modes = MODES;
  protected readonly swaps = SWAPS;
  protected readonly reach = REACH;
  protected readonly coil = COIL;
  protected readonly feeding = computed<Feeding>(() => {
    const { type, switching } = this.view().axis.driver.specification;
    return type === 'unipolar' ? switching : 'bipolar';
  });
  /** As the driver is set, where that is one of the modes that can be watched. */
  private readonly usual = computed(() => {
    const { microsteps } = this.view().axis.driver;
    const mode = microsteps === 1 ? 'two-phase' : microsteps === 2 ? 'half' : String(microsteps);
    return MODES.some(({ value }) => value === mode) ? mode : '8';
  });
  protected readonly isStepper = computed(() => !isBrushed(this.view().context));
  protected readonly isLimited = computed(() => isRegulated(this.view().context));
  protected readonly mode = linkedSignal(() => this.usual());
  protected readonly swap = signal('');
  protected readonly at = signal(0);
  protected readonly isRunning = signal(false);
  protected readonly sight = computed(() => sequenceSight(this.mode(), this.swap(), this.feeding(), this.at()));
  protected readonly place = computed(() => {
    const { count } = this.sight();
    return (((this.at() % count) + count) % count) + 1;
  });
  protected readonly description = computed(() => {
    const { degrees, length } = this.sight();
    return `Torque ${length.toFixed(2)} of one coil at ${degrees.toFixed(0)} ° electrical, the rotor with it`;
  });

  constructor() {
    effect((onCleanup) => {
      if (!this.isRunning()) return;
      const timer = setInterval(() => this.at.update((at) => at + 1), PACE_IN_MILLISECONDS);
      onCleanup(() => clearInterval(timer));
    });
  }

  protected step(by: number): void {
    this.isRunning.set(false);
    this.at.update((at) => at + by);
  }

  protected choose(mode: string): void {
    this.mode.set(mode);
    this.at.set(0);
  }
}
