import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  type OnDestroy,
} from '@angular/core';
import {
  pushCurve,
  recommendedSpeed,
  rigSetup,
  speedMargin,
  torqueAvailable,
  torqueNeeded,
  travelPerMotorTurn,
} from '@crisp-notch/core/drive-line';
import { writeCsv } from '@crisp-notch/core/formats';
import { inUnit, preferredUnit, showQuantity, unitsOf } from '@crisp-notch/core/quantity';
import type { PullOutPoint } from '@crisp-notch/core/simulation';
import { quantityOf } from '@crisp-notch/core/shape';
import type { Subscription } from 'rxjs';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { RigRuns } from '../data/rig-runs';
import { afterPaint } from '../ui/after-paint';
import { ChartComponent, type ChartSize } from '../ui/chart.component';
import type { ChartInk } from '../ui/chart-ink';
import type { ChoiceOption } from '../ui/select.component';
import { FigureComponent } from '../ui/figure.component';
import { BINDING_WORDS, bindingStretches, PLOT, pushAt, pushChart, type CurveScale } from './push-curve.options';
import { roundInterval } from '../ui/notch-ruler.layout';
import { SelectComponent } from '../ui/select.component';
import { ProgressComponent } from '../ui/progress.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

const PLACES: readonly ChoiceOption[] = [
  { value: 'carriage', label: 'at the carriage' },
  { value: 'motor', label: 'at the shaft of one motor' },
];
/** So finely a speed can be asked about. */
const SLIDER_STEPS = 200;
/** Speeds at which the curve is tried on the simulated motor. */
const POINTS = 24;
/** Points come faster than a chart can be drawn without dropping frames [ms]. */
const REDRAWN_AFTER = 200;

/** What an axis can push against what it needs, over its speeds. */
@Component({
  selector: 'cn-push-curve',
  imports: [ButtonModule, ChartComponent, FigureComponent, MessageModule, ProgressComponent, SelectComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './push-curve.component.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
    }

    .figures {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 20px;
    }

    .field {
      width: auto;
      font-size: 13px;
    }

    .what-if {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr);
      gap: 4px 12px;
      align-items: center;
    }

    .what-if > p {
      grid-column: 1 / -1;
    }

    input[type='range'] {
      accent-color: var(--blue);
      min-height: 24px;
    }

    progress {
      width: 120px;
      accent-color: var(--blue);
    }
  `,
})
export class PushCurveComponent implements OnDestroy {
  readonly view = input.required<AxisView>();

  private readonly preferences = inject(PreferencesStore);
  private readonly store = inject(DesignStore);
  private readonly runs = inject(RigRuns);
  private running: Subscription | null = null;
  protected readonly places = PLACES;
  protected readonly place = signal('carriage');
  protected readonly simulated = signal<readonly PullOutPoint[]>([]);
  protected readonly progress = signal<number | null>(null);
  protected readonly trouble = signal('');
  protected readonly simulatedWords = signal('');
  protected readonly figures = { speedMargin, torqueAvailable, torqueNeeded, recommendedSpeed };
  protected readonly reckoned = afterPaint(() => {
    const { reckoner } = this.view();
    return () => ({ curve: pushCurve(reckoner) });
  });
  protected readonly curve = computed(() => this.reckoned()?.curve ?? null);
  protected readonly missing = computed(() => {
    const outcome = this.view().reckoner.get(torqueAvailable);
    if (outcome.kind === 'missing')
      return `Not known yet: ${outcome.fields.map((field) => field.name.toLowerCase()).join(', ')}.`;
    return outcome.kind === 'impossible' ? outcome.reason : '';
  });
  protected readonly neededMissing = computed(() => {
    const outcome = this.view().reckoner.get(torqueNeeded);
    if (outcome.kind === 'missing')
      return `What it needs is not known yet: ${outcome.fields.map((field) => field.name.toLowerCase()).join(', ')}.`;
    return outcome.kind === 'impossible' ? outcome.reason : '';
  });
  private readonly scale = computed((): CurveScale => {
    const units = this.preferences.units();
    const curve = this.curve();
    const isLinear = this.view().axis.job.kind === 'linear';
    if (this.place() === 'carriage' || !curve)
      return {
        speed: preferredUnit(isLinear ? 'speed' : 'angular-speed', units),
        push: preferredUnit(isLinear ? 'force' : 'torque', units),
        speedFactor: 1,
        pushFactor: 1,
        speedName: isLinear ? 'speed at the carriage' : 'speed of the table',
        pushName: isLinear ? 'push' : 'torque',
      };
    const travel = this.view().reckoner.value(travelPerMotorTurn) ?? 1;
    const rpm = unitsOf('angular-speed').find((unit) => unit.symbol === 'rpm') ?? preferredUnit('angular-speed', units);
    return {
      speed: rpm,
      push: preferredUnit('torque', units),
      speedFactor: (2 * Math.PI) / travel,
      pushFactor: 1 / curve.pushPerTorque,
      speedName: 'speed of the motor',
      pushName: 'torque',
    };
  });
  protected readonly options = computed(() => {
    const [curve, scale, simulated, tried] = [this.curve(), this.scale(), this.simulated(), this.tried()];
    return curve && ((ink: ChartInk, size: ChartSize) => pushChart(curve, scale, simulated, ink, size, tried));
  });
  /** A speed at the carriage that is only asked about [SI]. */
  protected readonly tried = signal<number | null>(null);
  /** The slider's reach and where it stands, in the units shown. */
  protected readonly slider = computed(() => {
    const [curve, { speed, speedFactor }] = [this.curve(), this.scale()];
    if (!curve) return null;
    const shown = (value: number): number => inUnit(value * speedFactor, speed);
    const end = shown(curve.points.at(-1)?.speed ?? 0);
    const at = this.tried() ?? curve.speed ?? 0;
    return { end, step: roundInterval(end / SLIDER_STEPS), at: shown(at) };
  });
  /** What the axis gives at the speed that is asked about. */
  protected readonly triedWords = computed(() => {
    const [curve, at, { speed, push, speedFactor, pushFactor }] = [this.curve(), this.tried(), this.scale()];
    if (!curve || at === null) return '';
    const [there, needed] = [pushAt(curve, at), curve.needed ?? curve.steady];
    if (!there) return '';
    const say = (value: number): string => showQuantity(value * pushFactor, push, { significant: 3 });
    const margin =
      needed !== null && needed > 0 ? `, needs ${say(needed)}: margin ${(there.low / needed).toFixed(1)} ×` : '';
    return `At ${showQuantity(at * speedFactor, speed, { significant: 3 })} it gives ${say(there.low)} to ${say(there.high)}${margin}.`;
  });
  protected readonly stretches = computed(() => {
    const curve = this.curve();
    if (!curve) return '';
    const { speed, speedFactor } = this.scale();
    const say = (value: number): string => showQuantity(value * speedFactor, speed, { significant: 3 });
    return bindingStretches(curve)
      .map((item) => `${BINDING_WORDS[item.binding]} from ${say(item.from)}`)
      .join(', ')
      .replace(/ from 0[^,]*/, ' from rest');
  });
  protected readonly csv = computed(() => {
    const [curve, { speed, push, speedFactor, pushFactor }] = [this.curve(), this.scale()];
    const rows = curve?.points.map((point) => [
      String(inUnit(point.speed * speedFactor, speed)),
      String(inUnit(point.low * pushFactor, push)),
      String(inUnit(point.high * pushFactor, push)),
      BINDING_WORDS[point.binding],
    ]);
    return writeCsv([
      [`speed ${speed.symbol}`, `sine limit ${push.symbol}`, `square-wave limit ${push.symbol}`, 'binds'],
      ...(rows ?? []),
    ]);
  });
  protected readonly description = computed(
    () => `What ${this.view().axis.letter} can push against speed. What binds: ${this.stretches()}.`,
  );
  protected readonly canSimulate = computed(
    () => rigSetup(this.view().reckoner, { stepping: 'smooth', isDamped: true, isLoaded: false }) !== null,
  );

  constructor() {
    // Points of another design say nothing about this one.
    effect(() => {
      this.view();
      untracked(() => {
        this.cancel();
        if (this.simulated().length > 0) this.simulated.set([]);
        this.simulatedWords.set('');
        this.tried.set(null);
      });
    });
  }

  ngOnDestroy(): void {
    this.cancel();
  }

  /** Asks about a speed in the units shown. */
  protected tryShown(value: number): void {
    const [curve, { speed, speedFactor }] = [this.curve(), this.scale()];
    const end = curve?.points.at(-1)?.speed ?? 0;
    const scale = inUnit(speedFactor, speed);
    this.tried.set(Math.max(0, Math.min(end, value / scale)));
  }

  /** Asks about the speed that is pressed in the chart. */
  protected tryAt(x: number, width: number): void {
    const slider = this.slider();
    const wide = width - PLOT.left - PLOT.right;
    if (slider && wide > 0) this.tryShown(((x - PLOT.left) / wide) * slider.end);
  }

  /** Takes the speed that was asked about into the job. */
  protected useTried(): void {
    const [at, { axis }] = [this.tried(), this.view()];
    if (at === null) return;
    const unit = preferredUnit(axis.job.kind === 'linear' ? 'speed' : 'angular-speed', this.preferences.units());
    // As somebody would type it: spaces that only the eye wants are not kept.
    const speed = quantityOf(`${Number(inUnit(at, unit).toPrecision(3))} ${unit.symbol}`);
    this.store.editAxis(axis.id, 'job.speed', (kept) => ({ ...kept, job: { ...kept.job, speed } }));
    this.tried.set(null);
  }

  protected cancel(): void {
    this.running?.unsubscribe();
    this.running = null;
    this.progress.set(null);
  }

  protected simulate(isDamped: boolean): void {
    const curve = this.curve();
    const setup = rigSetup(this.view().reckoner, { stepping: 'smooth', isDamped, isLoaded: false });
    const stepsPerSpeed = curve?.stepsPerSpeed ?? null;
    if (stepsPerSpeed === null || !setup) return;
    const fastest = (curve?.points.at(-1)?.speed ?? 0) * stepsPerSpeed;
    const rates = Array.from({ length: POINTS }, (_, index) => (fastest * (index + 0.5)) / POINTS);
    this.cancel();
    this.trouble.set('');
    this.simulated.set([]);
    this.progress.set(0);
    const points: PullOutPoint[] = [];
    let drawnAt = performance.now();
    this.running = this.runs.run({ kind: 'curve', setup, rates }).subscribe({
      next: (message) => {
        if (message.kind === 'point') {
          points.push(message.point);
          this.progress.set(message.share);
          const now = performance.now();
          if (now - drawnAt > REDRAWN_AFTER) {
            drawnAt = now;
            this.simulated.set([...points]);
          }
        }
        if (message.kind === 'curve') {
          this.progress.set(null);
          this.simulated.set(message.points);
          this.simulatedWords.set(
            isDamped
              ? 'Diamonds: simulated with a damper on the shaft (half the inertia, 0.15 of critical drag), the voltage as a sine.'
              : 'Diamonds: simulated without damping; where they fall below the line, mid-range instability costs the torque.',
          );
        }
      },
      error: (error: unknown) => {
        this.progress.set(null);
        this.trouble.set(error instanceof Error ? error.message : String(error));
      },
    });
  }
}
