import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { playAngle, torqueFromScale } from '@crisp-notch/core/checks';
import {
  driftPerTurn,
  stepsPerMotorTurn,
  stepsPerUnit,
  travelPerMotorTurn,
  travelPerTurn,
} from '@crisp-notch/core/drive-line';
import { motionOf } from '@crisp-notch/core/machine';
import { paceOf, type Pace } from '@crisp-notch/core/motion';
import {
  formatNumber,
  formatQuantity,
  preferredUnit,
  showQuantity,
  unitsOf,
  type Dimension,
  type Unit,
} from '@crisp-notch/core/quantity';
import { quantityOf, readQuantity, valueOf, type Quantity } from '@crisp-notch/core/shape';
import type { AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { OneOfComponent } from '../ui/one-of.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { WholeFieldComponent } from '../ui/whole-field.component';

/** More steps than any axis is sent at once. */
const STEPS_MOST = 2_000_000_000;
const SIGNIFICANT = 5;
/** Shorter times are said in microseconds [s]. */
const SHORT = 0.01;

interface Said {
  readonly as: keyof Pace;
  readonly quantity: Quantity;
}

/** The small sums of the bench with the numbers of an axis filled in: what one types, the rest follows from. */
@Component({
  selector: 'cn-bench-sums',
  imports: [OneOfComponent, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bench-sums.component.html',
  styleUrl: './bench-sums.component.css',
  host: { '(keydown.escape)': 'closed.emit()' },
})
export class BenchSumsComponent {
  readonly axes = input.required<readonly AxisView[]>();
  readonly closed = output();

  private readonly units = inject(PreferencesStore).units;
  private readonly chosen = signal<string | null>(null);
  private readonly said = signal<Said | null>(null);
  protected readonly steps = signal<number | null>(null);
  protected readonly length = signal<Quantity | null>(null);
  protected readonly turns = signal<number | null>(null);
  protected readonly scaleReading = signal<Quantity | null>(null);
  protected readonly arm = signal<Quantity | null>(null);
  protected readonly play = signal<Quantity | null>(null);
  protected readonly stepsAsked = { label: 'Steps', least: -STEPS_MOST, most: STEPS_MOST } as const;
  protected readonly turnsAsked = { label: 'Turns of the last shaft', least: 1, most: STEPS_MOST } as const;

  protected readonly view = computed(
    () => this.axes().find(({ axis }) => axis.id === this.chosen()) ?? this.axes()[0] ?? null,
  );
  protected readonly options = computed(() => this.axes().map(({ axis }) => ({ value: axis.id, label: axis.letter })));
  private readonly counts = computed(() => {
    const reckoner = this.view()?.reckoner;
    const [perTurn, perUnit] = [reckoner?.value(stepsPerMotorTurn), reckoner?.value(stepsPerUnit)];
    return perTurn && perUnit ? { stepsPerTurn: perTurn, stepsPerUnit: perUnit } : null;
  });
  private readonly motion = computed(() => {
    const view = this.view();
    return view && motionOf(view.axis.job);
  });
  /** Every way of saying the pace, with what is filled in there. */
  protected readonly paces = computed(() => {
    const [counts, said, motion] = [this.counts(), this.said(), this.motion()];
    if (!counts || !motion) return null;
    const start = this.view()?.axis.job.speed ?? null;
    const begun: Said | null = said ?? (start && { as: 'speed', quantity: start });
    const ways: readonly { readonly as: keyof Pace; readonly label: string; readonly dimension: Dimension }[] = [
      { as: 'rate', label: 'Pulse rate', dimension: 'frequency' },
      { as: 'turning', label: 'Turns of the motor', dimension: 'angular-speed' },
      { as: 'speed', label: 'Speed', dimension: motion.speed },
      { as: 'wait', label: 'Wait for each step', dimension: 'time' },
      { as: 'edgeWait', label: 'Wait after each edge', dimension: 'time' },
    ];
    const dimension = ways.find(({ as }) => as === begun?.as)?.dimension ?? 'frequency';
    const value = begun && readQuantity(begun.quantity, dimension).value;
    const pace = begun && value && value > 0 ? paceOf(begun.as, value, counts) : null;
    return ways.map(({ as, label, dimension: own }) => ({
      as,
      asked: { label, dimension: own, isOptional: false, bounds: { isPositive: true } },
      value: begun?.as === as ? begun.quantity : pace && this.shown(pace[as], own),
    }));
  });
  protected readonly far = computed(() => {
    const [steps, counts, motion] = [this.steps(), this.counts(), this.motion()];
    if (steps === null || !counts || !motion) return '';
    return `${this.say(steps / counts.stepsPerUnit, motion.travel)}, ${formatNumber(steps / counts.stepsPerTurn, { significant: SIGNIFICANT })} turns of the motor`;
  });
  protected readonly lengthAsked = computed(() => ({
    label: 'Length to go',
    dimension: this.motion()?.travel ?? ('length' as const),
    bounds: {},
  }));
  protected readonly stepsFor = computed(() => {
    const [length, counts, motion] = [this.length(), this.counts(), this.motion()];
    if (!length || !counts || !motion) return '';
    const exact = readQuantity(length, motion.travel).value * counts.stepsPerUnit;
    const whole = Math.round(exact);
    const off = (whole - exact) / counts.stepsPerUnit;
    const rest = Math.abs(exact - whole) < 1e-6 ? '' : `; rounding is off by ${this.say(off, motion.travel)}`;
    return `${formatNumber(whole, { decimals: 0 })} steps${rest}`;
  });
  /** How far a printed ratio that is rounded drifts: asked only where a gearhead has both. */
  protected readonly drift = computed(() => {
    const drift = this.view()?.reckoner.value(driftPerTurn) ?? null;
    if (drift === null || drift === 0) return null;
    const turns = this.turns();
    return { words: turns === null ? '' : `${this.say(drift * turns, 'angle')} if the printed ratio is believed` };
  });
  protected readonly torque = computed(() => {
    const [reading, arm] = [valueOf(this.scaleReading(), 'mass'), valueOf(this.arm(), 'length')];
    return reading === null || arm === null ? '' : this.say(torqueFromScale(reading, arm), 'torque');
  });
  protected readonly angle = computed(() => {
    const [play, arm] = [valueOf(this.play(), 'length'), valueOf(this.arm(), 'length')];
    return play === null || arm === null ? '' : this.say(playAngle(play, arm), 'angle');
  });
  /** What the sums are reckoned with. */
  protected readonly filled = computed(() => {
    const [view, motion] = [this.view(), this.motion()];
    const [perUnit, perMotorTurn] = [view?.reckoner.value(stepsPerUnit), view?.reckoner.value(travelPerMotorTurn)];
    if (!view || !motion || !perUnit || !perMotorTurn) return '';
    const perTurn = view.reckoner.value(travelPerTurn);
    return [
      this.say(perUnit, motion.stepsPerTravel),
      `${this.say(perMotorTurn, motion.travel)} per turn of the motor`,
      perTurn === null || perTurn === perMotorTurn
        ? ''
        : `${this.say(perTurn, motion.travel)} per turn of the last shaft`,
    ]
      .filter((part) => part !== '')
      .join(' · ');
  });

  protected choose(id: string): void {
    this.chosen.set(id);
    // What was said of one kind of axis means nothing on another.
    this.said.set(null);
    this.length.set(null);
  }

  protected setPace(as: keyof Pace, quantity: Quantity | null): void {
    if (quantity) this.said.set({ as, quantity });
  }

  private unitFor(dimension: Dimension, value = 1): Unit {
    // Waits are of millionths of a second.
    if (dimension === 'time' && value < SHORT)
      return unitsOf('time').find(({ symbol }) => symbol === 'µs') ?? preferredUnit('time', this.units());
    // Motors are spoken of in turns per minute, whatever a table is.
    const rpm = dimension === 'angular-speed' ? unitsOf(dimension).find(({ symbol }) => symbol === 'rpm') : undefined;
    return (this.motion()?.speed === 'angular-speed' ? undefined : rpm) ?? preferredUnit(dimension, this.units());
  }

  private say(value: number, dimension: Dimension): string {
    return showQuantity(value, this.unitFor(dimension), { significant: SIGNIFICANT });
  }

  /** As a field would keep it: the number, and its unit behind a plain space. */
  private shown(value: number, dimension: Dimension): Quantity {
    const { digits, unit } = formatQuantity(value, this.unitFor(dimension, value), { significant: SIGNIFICANT });
    return quantityOf(`${digits} ${unit}`.trim());
  }
}
