import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  accelerationEnd,
  accelerationInForce,
  axisField,
  brakingInForce,
  edgeDelay,
  isBrushed,
  moveDuration,
  rampTravel,
  recommendedAcceleration,
  recommendedSpeed,
  speedEnd,
  startEnd,
  startSpeed,
  timerError,
  typedBelow,
} from '@crisp-notch/core/drive-line';
import { motionOf, type Axis } from '@crisp-notch/core/machine';
import { quantityOf, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { writeCsv } from '@crisp-notch/core/formats';
import {
  coordinatedProfile,
  keyframeDemands,
  positionAt,
  profileOf,
  stateAt,
  type Limits,
} from '@crisp-notch/core/motion';
import { inUnit, preferredUnit, showQuantity, type Dimension } from '@crisp-notch/core/quantity';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { RunFindings } from '../data/run-findings';
import { ChartComponent } from '../ui/chart.component';
import { chartInk } from '../ui/chart-ink';
import { FigureComponent } from '../ui/figure.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import type { AxisChange } from './station-editor.component';
import { profileChart, timeChart } from './motion.options';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

interface FrameRow {
  readonly time: Quantity;
  readonly position: Quantity;
}

const FRAME_LIMIT = 40;
/** Samples of a profile in its CSV. */
const ROWS = 200;

/** How an axis moves: its profile, its pulses, several axes together, and eased moves between key positions. */
@Component({
  selector: 'cn-motion-plan',
  imports: [ButtonModule, ChartComponent, FigureComponent, MessageModule, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './motion-plan.component.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 10px;
    }

    dl {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
      gap: 2px 22px;
    }

    dd .link {
      margin-left: 8px;
    }

    dl > div {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0 10px;
      padding: 2px 0;
      border-top: 1px solid var(--rule);
    }

    .whole {
      flex-basis: 100%;
    }

    .grid {
      display: grid;
      gap: 8px;
    }

    .frame {
      display: grid;
      grid-template-columns: 1fr 1fr auto;
      gap: 8px;
      align-items: end;
    }

    @media (max-width: 700px) {
      .frame {
        grid-template-columns: minmax(0, 1fr);
        border-top: 1px solid var(--rule);
        padding-top: 6px;
      }
    }
  `,
})
export class MotionPlanComponent {
  readonly view = input.required<AxisView>();
  readonly changed = output<AxisChange>();

  private readonly preferences = inject(PreferencesStore);
  private readonly findings = inject(RunFindings);
  private readonly axes = toSignal(inject(DesignStore).axes$, { initialValue: [] });
  protected readonly figures = {
    edgeDelay,
    moveDuration,
    rampTravel,
    recommendedAcceleration,
    recommendedSpeed,
    startSpeed,
    timerError,
  };
  protected readonly lengthDimension = computed((): Dimension => motionOf(this.view().axis.job).travel);
  private readonly speedDimension = computed((): Dimension => motionOf(this.view().axis.job).speed);
  private readonly accelerationDimension = computed((): Dimension => motionOf(this.view().axis.job).acceleration);
  protected readonly endWords = computed(() => speedEnd(this.view().reckoner)?.words ?? '');
  protected readonly briskWords = computed(() => accelerationEnd(this.view().reckoner)?.words ?? '');
  protected readonly startWords = computed(() => startEnd(this.view().reckoner)?.words ?? '');
  /** What runs of this very design have borne, beside what is reckoned. */
  protected readonly runWords = computed(() => {
    const say = (kind: 'start-rate' | 'fastest-ramp', dimension: Dimension): string => {
      const found = this.findings.found(this.view(), kind);
      return found
        ? `In simulation ${showQuantity(found.most, preferredUnit(dimension, this.preferences.units()), { significant: 3 })}, ${found.words}. Count on the lower of the two.`
        : '';
    };
    return { start: say('start-rate', this.speedDimension()), ramp: say('fastest-ramp', this.accelerationDimension()) };
  });
  protected readonly isStepper = computed(() => !isBrushed(this.view().context));
  private readonly limits = computed(() => limitsOf(this.view()));
  private readonly profile = computed(() => {
    const [limits, travel] = [this.limits(), this.view().reckoner.reading(axisField.travel)?.value];
    return limits && travel !== undefined ? profileOf(travel, limits) : null;
  });
  protected readonly options = computed(() => {
    const { units } = this.preferences.preferences();
    const profile = this.profile();
    return profile && profileChart(profile, preferredUnit(this.speedDimension(), units), chartInk());
  });
  protected readonly csv = computed(() => {
    const profile = this.profile();
    if (!profile) return '';
    const units = this.preferences.units();
    const [length, speed] = [preferredUnit(this.lengthDimension(), units), preferredUnit(this.speedDimension(), units)];
    const rows = Array.from({ length: ROWS + 1 }, (_, index) => {
      const time = (profile.duration * index) / ROWS;
      const state = stateAt(profile, time);
      return [String(time), String(inUnit(state.position, length)), String(inUnit(state.speed, speed))];
    });
    return writeCsv([['time s', `position ${length.symbol}`, `speed ${speed.symbol}`], ...rows]);
  });
  protected readonly shortOf = computed(() => {
    const [profile, limits] = [this.profile(), this.limits()];
    return profile && limits && profile.speed < limits.speed * 0.999
      ? 'The travel is too short to reach the speed.'
      : '';
  });

  /** Distances of a move of several axes; empty means that the axis rests. */
  private readonly distances = signal<ReadonlyMap<string, Quantity | null>>(new Map());
  protected readonly movers = computed(() =>
    this.axes().map((view) => ({ view, distance: this.distances().get(view.axis.id) ?? null })),
  );
  protected readonly together = computed(() => {
    const moves = this.movers().flatMap(({ view, distance }) => {
      const limits = limitsOf(view);
      const value = distance && readQuantity(distance, motionOf(view.axis.job).travel).value;
      return limits && value ? [{ letter: view.axis.letter, distance: value, limits }] : [];
    });
    const profile = coordinatedProfile(moves);
    if (!profile) return '';
    const alone = moves.map((move) => ({
      letter: move.letter,
      time: profileOf(Math.abs(move.distance), move.limits).duration,
    }));
    const slowest = alone.reduce((worst, item) => (item.time > worst.time ? item : worst));
    const unit = preferredUnit('time', 'metric');
    return `They arrive together after ${showQuantity(profile.duration, unit, { significant: 3 })}; ${slowest.letter} alone would take ${showQuantity(slowest.time, unit, { significant: 3 })}.`;
  });

  protected readonly frames = signal<readonly FrameRow[]>([]);
  protected readonly canAddFrame = computed(() => this.frames().length < FRAME_LIMIT);
  protected readonly eased = computed(() => {
    const rows = this.frames().map(({ time, position }) => ({
      time: readQuantity(time, 'time').value,
      position: readQuantity(position, this.lengthDimension()).value,
    }));
    if (rows.length < 2) return null;
    if (rows.some((row, index) => index > 0 && row.time <= (rows[index - 1]?.time ?? 0)))
      return { trouble: 'The times must rise from row to row.', tone: 'stop', words: '', options: null };
    const { units } = this.preferences.preferences();
    const demands = keyframeDemands(rows);
    const limits = this.limits();
    const isLinear = this.view().axis.job.kind === 'linear';
    const say = (value: number, dimension: Dimension): string =>
      showQuantity(value, preferredUnit(dimension, units), { significant: 3 });
    const fits = limits === null || (demands.speed <= limits.speed && demands.acceleration <= limits.acceleration);
    return {
      trouble: '',
      tone: fits ? 'good' : 'caution',
      words: `${fits ? '● Within what the axis is asked' : '▲ More than the axis is asked'}: it reaches ${say(demands.speed, isLinear ? 'speed' : 'angular-speed')} and ${say(demands.acceleration, isLinear ? 'acceleration' : 'angular-acceleration')}.`,
      options: timeChart(
        rows.at(-1)?.time ?? 1,
        'position',
        preferredUnit(this.lengthDimension(), units),
        (time) => positionAt(rows, time),
        chartInk(),
      ),
    };
  });

  protected setDistance(axisId: string, distance: Quantity | null): void {
    this.distances.update((known) => new Map(known).set(axisId, distance));
  }

  protected dimensionOf(view: AxisView): Dimension {
    return motionOf(view.axis.job).travel;
  }

  protected addFrame(): void {
    const last = this.frames().at(-1);
    const isLinear = this.view().axis.job.kind === 'linear';
    const time = last ? readQuantity(last.time, 'time').value + 2 : 0;
    this.frames.update((frames) => [
      ...frames,
      { time: quantityOf(`${time} s`), position: last?.position ?? quantityOf(isLinear ? '0 mm' : '0 °') },
    ]);
  }

  protected setFrame(index: number, change: Partial<FrameRow>): void {
    this.frames.update((frames) => frames.map((frame, place) => (place === index ? { ...frame, ...change } : frame)));
  }

  protected removeFrame(index: number): void {
    this.frames.update((frames) => frames.filter((_, place) => place !== index));
  }

  /** Takes the recommended speed or acceleration as what is asked. */
  protected use(which: 'speed' | 'acceleration'): void {
    const reckoned = this.view().reckoner.value(which === 'speed' ? recommendedSpeed : recommendedAcceleration);
    const run = which === 'speed' ? null : this.findings.found(this.view(), 'fastest-ramp');
    const value = reckoned === null ? null : Math.min(reckoned, run?.most ?? Infinity);
    if (value === null || value <= 0) return;
    const dimension = which === 'speed' ? this.speedDimension() : this.accelerationDimension();
    // Rounded down, so that the margin wanted is kept.
    const quantity = typedBelow(value, dimension, this.preferences.units());
    const change = which === 'speed' ? { speed: quantity } : { acceleration: quantity, moveTime: null };
    this.changed.emit({ key: `job.${which}`, change: (axis: Axis) => ({ ...axis, job: { ...axis.job, ...change } }) });
  }
}

/** Speed, acceleration and jerk that an axis is asked for; null while one is not known. */
function limitsOf({ reckoner }: AxisView): Limits | null {
  const [speed, acceleration] = [reckoner.reading(axisField.speed)?.value, reckoner.value(accelerationInForce)];
  if (speed === undefined || acceleration === null) return null;
  const jerk = reckoner.reading(axisField.jerk)?.value ?? null;
  // A move with a jerk limit has neither jumps nor a braking of its own.
  return jerk === null
    ? {
        speed,
        acceleration,
        jerk,
        braking: reckoner.value(brakingInForce),
        start: reckoner.reading(axisField.startJump)?.value ?? null,
      }
    : { speed, acceleration, jerk };
}
