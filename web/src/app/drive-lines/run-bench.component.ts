import { ChangeDetectionStrategy, Component, computed, inject, input, signal, type OnDestroy } from '@angular/core';
import { askedCommand, axisField, rigSetup, type RigChoices } from '@crisp-notch/core/drive-line';
import { quantityOf, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { jumpCommand, rampCommand, type CommandPiece, type Found, type RunResult } from '@crisp-notch/core/simulation';
import type { Subscription } from 'rxjs';
import type { AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { RigRuns } from '../data/rig-runs';
import { RunFindings, stepsPerTravel } from '../data/run-findings';
import { ChartComponent } from '../ui/chart.component';
import type { ChartInk } from '../ui/chart-ink';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import type { RigRequest } from '../workers/rig-messages';
import {
  atCarriage,
  foundWords,
  runWords,
  traceCsv,
  outcomeOf,
  withOutcome,
  type Outcome,
  type TriedAxis,
} from './run-bench.state';
import { runChart, type RunPlot } from './run-charts.options';
import { WatchComponent } from './watch.component';
import { ProgressComponent } from '../ui/progress.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

type Manoeuvre = 'jump' | 'ramp' | 'asked';
interface Work {
  readonly share: number;
  readonly words: string;
}

const MANOEUVRES: readonly ChoiceOption[] = [
  { value: 'asked', label: 'the move asked' },
  { value: 'jump', label: 'a jump' },
  { value: 'ramp', label: 'a ramp' },
];
const STEPPINGS: readonly ChoiceOption[] = [
  { value: 'set', label: 'its microsteps' },
  { value: 'full', label: 'full steps' },
  { value: 'smooth', label: 'no steps' },
];
const DAMPINGS: readonly ChoiceOption[] = [
  { value: 'bare', label: 'nothing' },
  { value: 'damped', label: 'a damper' },
];
const LOADS: readonly ChoiceOption[] = [
  { value: 'loaded', label: 'its load' },
  { value: 'free', label: 'no load' },
];
const PLOTS: readonly ChoiceOption[] = [
  { value: 'slip', label: 'slip angle' },
  { value: 'position', label: 'positions' },
  { value: 'rate', label: 'rates' },
  { value: 'torque', label: 'torque' },
  { value: 'current', label: 'currents' },
];
/** How long a jump is held, and the top of a ramp [s]. */
const HOLD = 0.08;
const SETTLE = 0.08;
/** Longest run: more would only be the same again. */
const LONGEST = 3;
/** Rate beyond which no motor starts without a ramp, for the search [full steps/s]. */
const START_MOST = 20_000;

/** What was asked of the simulated motor when it began. */
interface Asked {
  readonly view: AxisView;
  readonly tried: TriedAxis;
  readonly setup: string;
  readonly command: string;
  /** When the rate jumps [s]. */
  readonly jumpedAt: number | null;
  /** How it is tried, in words. */
  readonly with: string;
}

/** The simulated motor: does it follow, where does it lose steps, what is the most it bears? */
@Component({
  selector: 'cn-run-bench',
  imports: [
    ButtonModule,
    ChartComponent,
    ChoiceFieldComponent,
    MessageModule,
    ProgressComponent,
    QuantityFieldComponent,
    WatchComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run-bench.component.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 10px;
    }

    .choices {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
      gap: 6px 18px;
    }
  `,
})
export class RunBenchComponent implements OnDestroy {
  readonly view = input.required<AxisView>();

  private readonly preferences = inject(PreferencesStore);
  private readonly runs = inject(RigRuns);
  private readonly findings = inject(RunFindings);
  private running: Subscription | null = null;
  protected readonly manoeuvres = MANOEUVRES;
  protected readonly steppings = STEPPINGS;
  protected readonly dampings = DAMPINGS;
  protected readonly loads = LOADS;
  protected readonly plots = PLOTS;
  protected readonly manoeuvre = signal<Manoeuvre>('asked');
  protected readonly stepping = signal<RigChoices['stepping']>('set');
  protected readonly isDamped = signal(false);
  protected readonly isLoaded = signal(true);
  protected readonly plot = signal<RunPlot>('slip');
  protected readonly from = signal<Quantity>(quantityOf('1000 Hz'));
  protected readonly to = signal<Quantity>(quantityOf('2000 Hz'));
  protected readonly top = signal<Quantity>(quantityOf('6000 Hz'));
  /** Full steps/s in a second, as a rate a second. */
  protected readonly rampTime = signal<Quantity>(quantityOf('300 ms'));
  protected readonly work = signal<Work | null>(null);
  private readonly outcomes = signal<readonly Outcome[]>([]);
  protected readonly trouble = signal('');
  protected readonly setup = computed(() =>
    rigSetup(this.view().reckoner, { stepping: this.stepping(), isDamped: this.isDamped(), isLoaded: this.isLoaded() }),
  );
  private readonly setupText = computed(() => JSON.stringify(this.setup()));
  private readonly commandText = computed(() => JSON.stringify(this.pieces()));
  private readonly outcome = computed(() => outcomeOf(this.outcomes(), this.setupText(), this.commandText()));
  protected readonly result = computed(() => this.outcome().result);
  /** While something is tried, nothing is said of what was before. */
  protected readonly sentence = computed(() => (this.work() ? '' : this.outcome().sentence));
  protected readonly options = computed(() => {
    const [result, plot] = [this.result(), this.plot()];
    return result && ((ink: ChartInk) => runChart(result.trace, plot, ink));
  });
  protected readonly csv = computed(() => {
    const result = this.result();
    return result ? traceCsv(result.trace) : '';
  });
  /** Full steps of the motor in a unit of travel. */
  private readonly stepsPerTravel = computed(() => stepsPerTravel(this.view()));
  private readonly tried = computed(() => ({
    reckoner: this.view().reckoner,
    fullSteps: this.stepsPerTravel(),
    units: this.preferences.units(),
  }));

  ngOnDestroy(): void {
    this.cancel();
  }

  protected setManoeuvre(value: string): void {
    this.manoeuvre.set(value as Manoeuvre);
  }

  protected setStepping(value: string): void {
    this.stepping.set(value as RigChoices['stepping']);
  }

  protected setPlot(value: string): void {
    this.plot.set(value as RunPlot);
  }

  /** What stands for a rate at the carriage, so that full steps per second mean something. */
  protected atCarriage(rate: Quantity): string {
    return atCarriage(readQuantity(rate, 'frequency').value, this.tried());
  }

  protected cancel(): void {
    this.running?.unsubscribe();
    this.running = null;
    this.work.set(null);
  }

  protected runIt(): void {
    const [setup, pieces] = [this.setup(), this.pieces()];
    if (!setup || !pieces) return;
    this.start({ kind: 'run', setup, pieces, settle: SETTLE }, 'Running');
  }

  protected findStartRate(): void {
    const setup = this.setup();
    if (setup) this.start({ kind: 'start-rate', setup, most: START_MOST }, 'Trying start rates');
  }

  protected findRamp(): void {
    const setup = this.setup();
    const [start, top] = [this.startOfRamp(), this.topOfRamp()];
    if (setup && top > start) this.start({ kind: 'fastest-ramp', setup, start, top }, 'Trying ramps');
  }

  private startOfRamp(): number {
    return this.manoeuvre() === 'ramp'
      ? Math.min(readQuantity(this.from(), 'frequency').value, this.topOfRamp() / 2)
      : Math.min(200, this.topOfRamp() / 4);
  }

  private topOfRamp(): number {
    if (this.manoeuvre() === 'ramp') return readQuantity(this.top(), 'frequency').value;
    if (this.manoeuvre() === 'jump') return readQuantity(this.to(), 'frequency').value;
    return (this.view().reckoner.reading(axisField.speed)?.value ?? 0) * (this.stepsPerTravel() ?? 0);
  }

  private pieces(): readonly CommandPiece[] | null {
    const value = (item: Quantity): number => readQuantity(item, 'frequency').value;
    switch (this.manoeuvre()) {
      case 'jump':
        return jumpCommand(value(this.from()), value(this.to()), HOLD);
      case 'ramp': {
        const [start, top] = [this.startOfRamp(), value(this.top())];
        return rampCommand(start, top, (top - start) / readQuantity(this.rampTime(), 'time').value, HOLD);
      }
      case 'asked': {
        const steps = this.stepsPerTravel();
        return steps === null ? null : askedCommand(this.view().reckoner, steps, HOLD);
      }
    }
  }

  private start(request: RigRequest, words: string): void {
    if (request.kind === 'run' && request.pieces.reduce((sum, piece) => sum + piece.duration, 0) > LONGEST) {
      this.trouble.set(`This move takes longer than ${LONGEST} s; ask for a faster one to watch it.`);
      return;
    }
    this.cancel();
    this.trouble.set('');
    const asked = this.asked();
    this.work.set({ share: 0, words });
    this.running = this.runs.run(request).subscribe({
      next: (message) => {
        if (message.kind === 'progress') this.work.set({ share: message.share, words });
        if (message.kind === 'run') this.show(message.result, asked);
        if (message.kind === 'found') this.tell(request, message.found, asked);
      },
      error: (error: unknown) => {
        this.work.set(null);
        this.trouble.set(error instanceof Error ? error.message : String(error));
      },
    });
  }

  /** What is tried, as it stands now: design and choices may be changed while it runs. */
  private asked(): Asked {
    return {
      view: this.view(),
      tried: this.tried(),
      setup: this.setupText(),
      command: this.commandText(),
      jumpedAt: this.manoeuvre() === 'jump' ? HOLD : null,
      with: this.triedWith(),
    };
  }

  private show(result: RunResult, { setup, command, jumpedAt, tried }: Asked): void {
    this.work.set(null);
    const sentence = runWords(result, jumpedAt, tried);
    this.outcomes.update((kept) => withOutcome(kept, { setup, command, result, sentence }));
  }

  private tell(request: RigRequest, found: Found, { view, setup, tried, with: words }: Asked): void {
    this.work.set(null);
    const kind = request.kind === 'start-rate' ? 'start-rate' : 'fastest-ramp';
    if (!found.isOpenEnded) this.findings.keep(view, kind, { most: found.value / (tried.fullSteps ?? 1), words });
    const sentence = foundWords(kind, found, tried);
    this.outcomes.update((kept) => withOutcome(kept, { setup, command: null, result: null, sentence }));
  }

  /** In a few words, for whoever reads the finding elsewhere. */
  private triedWith(): string {
    const label = (options: readonly ChoiceOption[], value: string): string =>
      options.find((option) => option.value === value)?.label ?? '';
    return [
      `with ${label(STEPPINGS, this.stepping())}`,
      `calmed by ${label(DAMPINGS, this.isDamped() ? 'damped' : 'bare')}`,
      `against ${label(LOADS, this.isLoaded() ? 'loaded' : 'free')}`,
    ].join(', ');
  }
}
