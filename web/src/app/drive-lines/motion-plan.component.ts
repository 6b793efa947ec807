import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  accelerationEnd,
  axisField,
  edgeDelay,
  isBrushed,
  moveDuration,
  moveLimits,
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
import { positionAt, profileOf } from '@crisp-notch/core/motion';
import { preferredUnit, showQuantity, type Dimension } from '@crisp-notch/core/quantity';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { RunFindings } from '../data/run-findings';
import { ChartComponent } from '../ui/chart.component';
import type { ChartInk } from '../ui/chart-ink';
import { FigureComponent } from '../ui/figure.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import type { AxisChange } from './station-editor.component';
import { easedMove, profileCsv, shortWords, togetherWords } from './motion-plan.state';
import { profileChart, timeChart } from './motion.options';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

interface FrameRow {
  readonly time: Quantity;
  readonly position: Quantity;
}

const FRAME_LIMIT = 40;

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
  private readonly motion = computed(() => motionOf(this.view().axis.job));
  protected readonly lengthDimension = computed((): Dimension => this.motion().travel);
  private readonly speedDimension = computed((): Dimension => this.motion().speed);
  private readonly accelerationDimension = computed((): Dimension => this.motion().acceleration);
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
  private readonly limits = computed(() => moveLimits(this.view().reckoner));
  private readonly profile = computed(() => {
    const [limits, travel] = [this.limits(), this.view().reckoner.reading(axisField.travel)?.value];
    return limits && travel !== undefined ? profileOf(travel, limits) : null;
  });
  protected readonly options = computed(() => {
    const { units } = this.preferences.preferences();
    const profile = this.profile();
    const unit = preferredUnit(this.speedDimension(), units);
    return profile && ((ink: ChartInk) => profileChart(profile, unit, ink));
  });
  protected readonly csv = computed(() => {
    const profile = this.profile();
    return profile ? profileCsv(profile, this.motion(), this.preferences.units()) : '';
  });
  protected readonly shortOf = computed(() => {
    const [profile, limits] = [this.profile(), this.limits()];
    return profile && limits ? shortWords(profile, limits) : '';
  });

  /** Distances of a move of several axes; empty means that the axis rests. */
  private readonly distances = signal<ReadonlyMap<string, Quantity | null>>(new Map());
  protected readonly movers = computed(() =>
    this.axes().map((view) => ({ view, distance: this.distances().get(view.axis.id) ?? null })),
  );
  protected readonly together = computed(() =>
    togetherWords(
      this.movers().flatMap(({ view, distance }) => {
        const limits = moveLimits(view.reckoner);
        const value = distance && readQuantity(distance, this.dimensionOf(view)).value;
        return limits && value ? [{ letter: view.axis.letter, distance: value, limits }] : [];
      }),
    ),
  );

  protected readonly frames = signal<readonly FrameRow[]>([]);
  protected readonly canAddFrame = computed(() => this.frames().length < FRAME_LIMIT);
  private readonly keyframes = computed(() =>
    this.frames().map(({ time, position }) => ({
      time: readQuantity(time, 'time').value,
      position: readQuantity(position, this.lengthDimension()).value,
    })),
  );
  protected readonly eased = computed(() =>
    easedMove(this.keyframes(), this.limits(), this.motion(), this.preferences.units()),
  );
  protected readonly easedChart = computed(() => {
    const { units } = this.preferences.preferences();
    const frames = this.keyframes();
    const unit = preferredUnit(this.lengthDimension(), units);
    return (ink: ChartInk) =>
      timeChart(frames.at(-1)?.time ?? 1, 'position', unit, (time) => positionAt(frames, time), ink);
  });

  protected setDistance(axisId: string, distance: Quantity | null): void {
    this.distances.update((known) => new Map(known).set(axisId, distance));
  }

  protected dimensionOf(view: AxisView): Dimension {
    return motionOf(view.axis.job).travel;
  }

  protected addFrame(): void {
    const last = this.frames().at(-1);
    const time = last ? readQuantity(last.time, 'time').value + 2 : 0;
    this.frames.update((frames) => [
      ...frames,
      {
        time: quantityOf(`${time} s`),
        position: last?.position ?? quantityOf(`0 ${preferredUnit(this.lengthDimension(), 'metric').symbol}`),
      },
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
