import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  type OnDestroy,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { guessLines, type CaptureHead } from '@crisp-notch/core/capture';
import { lineNeeds } from '@crisp-notch/core/drive-line';
import { formatNumber } from '@crisp-notch/core/quantity';
import { RouterLink } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import type { Subscription } from 'rxjs';
import { CaptureRuns } from '../data/capture-runs';
import { DesignStore } from '../data/design-store';
import { timeWords } from '../data/time-words';
import { ChartComponent } from '../ui/chart.component';
import type { ChartInk } from '../ui/chart-ink';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { FileButtonComponent } from '../ui/file-button.component';
import { OneOfComponent } from '../ui/one-of.component';
import { ProgressComponent } from '../ui/progress.component';
import type { ChoiceOption } from '../ui/select.component';
import type { CaptureMessage, ToldReport } from '../workers/capture-messages';
import { capturedRates, ratesCsv, shownBy, timeRows } from './captures.state';
import { BesideCheckComponent } from './beside-check.component';
import { CapturedMovesComponent } from './captured-moves.component';
import { WriteTrainComponent } from './write-train.component';

/** How the capture that is looked at stands. */
type Standing =
  | { readonly kind: 'none' }
  | { readonly kind: 'reading'; readonly share: number }
  | { readonly kind: 'read'; readonly report: ToldReport | null }
  | { readonly kind: 'failed'; readonly line: number | null; readonly reason: string };

/** Which lines of a capture are looked at, and how they count. */
interface Lines {
  readonly step: number | null;
  readonly direction: number | null;
  readonly edge: 'rising' | 'falling';
  readonly forward: 0 | 1;
}

const EDGES: readonly ChoiceOption[] = [
  { value: 'rising', label: 'rising edge' },
  { value: 'falling', label: 'falling edge' },
];
const LEVELS: readonly ChoiceOption[] = [
  { value: '1', label: 'high' },
  { value: '0', label: 'low' },
];
const NONE = '';

/** Captures of step and direction lines: what was really sent, beside what was planned and what was measured. */
@Component({
  selector: 'cn-captures-page',
  imports: [
    BesideCheckComponent,
    ButtonModule,
    CapturedMovesComponent,
    ChartComponent,
    ChoiceFieldComponent,
    FileButtonComponent,
    OneOfComponent,
    ProgressComponent,
    RouterLink,
    WriteTrainComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './captures.page.html',
  styleUrl: './captures.page.css',
})
export class CapturesPage implements OnDestroy {
  private readonly store = inject(DesignStore);
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly axisOptions = computed(() =>
    this.axes().map(({ axis: { id, letter } }) => ({ value: id, label: letter })),
  );
  private readonly chosen = signal<string | null>(null);
  protected readonly view = computed(
    () => this.axes().find((item) => item.axis.id === this.chosen()) ?? this.axes()[0] ?? null,
  );

  protected readonly desk = inject(CaptureRuns).desk();
  private asking: Subscription | null = null;
  protected readonly file = signal<File | null>(null);
  protected readonly head = signal<CaptureHead | null>(null);
  protected readonly standing = signal<Standing>({ kind: 'none' });
  protected readonly lines = signal<Lines>({ step: null, direction: null, edge: 'rising', forward: 1 });

  protected readonly edges = EDGES;
  protected readonly levels = LEVELS;
  protected readonly time = timeWords;
  protected readonly size = computed(() => {
    const file = this.file();
    if (!file) return '';
    const [size, unit] = file.size < 1e6 ? [file.size / 1e3, 'kB'] : [file.size / 1e6, 'MB'];
    return `${file.name}, ${formatNumber(size, { significant: 3 })}\u00a0${unit}`;
  });
  protected readonly stepOptions = computed((): readonly ChoiceOption[] => [
    ...(this.lines().step === null ? [{ value: NONE, label: 'choose its line' }] : []),
    ...(this.head()?.channels ?? []).map((label, channel) => ({ value: String(channel), label })),
  ]);
  protected readonly directionOptions = computed((): readonly ChoiceOption[] => [
    { value: NONE, label: 'none: all count forward' },
    ...(this.head()?.channels ?? []).map((label, channel) => ({ value: String(channel), label })),
  ]);
  protected readonly share = computed(() => {
    const standing = this.standing();
    return standing.kind === 'reading' ? standing.share : 0;
  });
  protected readonly failure = computed(() => {
    const standing = this.standing();
    if (standing.kind !== 'failed') return '';
    return standing.line === null ? standing.reason : `Line ${standing.line}: ${standing.reason}`;
  });
  protected readonly report = computed(() => {
    const standing = this.standing();
    return standing.kind === 'read' ? standing.report : null;
  });
  private readonly needs = computed(() => {
    const view = this.view();
    return view ? lineNeeds(view.context) : null;
  });
  protected readonly shown = computed(() => {
    const [report, needs] = [this.report(), this.needs()];
    return report && needs ? shownBy(report, needs, timeWords) : [];
  });
  protected readonly times = computed(() => {
    const [report, needs] = [this.report(), this.needs()];
    return report && needs ? timeRows(report, needs, timeWords) : [];
  });
  protected readonly isNeedSaid = computed(() => this.times().some(({ needed }) => needed !== null));
  protected readonly places = computed(() => this.report()?.irregular ?? []);
  protected readonly options = computed(() => {
    const report = this.report();
    return report && ((ink: ChartInk) => capturedRates(report, ink));
  });
  protected readonly csv = computed(() => {
    const report = this.report();
    return report ? ratesCsv(report) : '';
  });

  constructor() {
    // Another axis has other lines of the same capture.
    effect(() => {
      const [view, head] = [this.view()?.axis.letter, this.head()];
      untracked(() => view !== undefined && head && this.guess(head, view));
    });
  }

  ngOnDestroy(): void {
    this.asking?.unsubscribe();
    this.desk.end();
  }

  protected chooseAxis(id: string): void {
    this.chosen.set(id);
  }

  protected readonly take = async (file: File): Promise<void> => {
    this.file.set(file);
    this.head.set(null);
    this.ask({ kind: 'open', file }, (message) => {
      if (message.kind === 'opened') this.head.set(message.head);
    });
    return Promise.resolve();
  };

  private guess(head: CaptureHead, letter: string): void {
    this.look({ ...this.lines(), ...guessLines(head.channels, letter) });
  }

  /** Looks at lines of the capture: reads it from its beginning. */
  private look(lines: Lines): void {
    const [file, needs] = [this.file(), this.needs()];
    this.lines.set(lines);
    if (!file || !needs) return;
    const { step } = lines;
    if (step === null) {
      this.asking?.unsubscribe();
      this.standing.set({ kind: 'none' });
      return;
    }
    this.ask({ kind: 'watch', file, watched: { ...lines, step, needs } }, (message) => {
      if (message.kind === 'watched') this.standing.set({ kind: 'read', report: message.report });
    });
  }

  private ask(request: Parameters<typeof this.desk.ask>[0], take: (message: CaptureMessage) => void): void {
    this.asking?.unsubscribe();
    this.standing.set({ kind: 'reading', share: 0 });
    this.asking = this.desk.ask(request).subscribe({
      next: (message) => {
        if (message.kind === 'progress') this.standing.set({ kind: 'reading', share: message.share });
        else if (message.kind === 'failed')
          this.standing.set({ kind: 'failed', line: message.line, reason: message.reason });
        else take(message);
      },
      error: (error: unknown) =>
        this.standing.set({
          kind: 'failed',
          line: null,
          reason: error instanceof Error ? error.message : String(error),
        }),
    });
  }

  protected cancel(): void {
    this.asking?.unsubscribe();
    this.standing.set({ kind: 'none' });
  }

  protected chooseStep(value: string): void {
    this.look({ ...this.lines(), step: value === NONE ? null : Number(value) });
  }

  protected chooseDirection(value: string): void {
    this.look({ ...this.lines(), direction: value === NONE ? null : Number(value) });
  }

  protected chooseEdge(value: string): void {
    this.look({ ...this.lines(), edge: value === 'falling' ? 'falling' : 'rising' });
  }

  protected chooseForward(value: string): void {
    this.look({ ...this.lines(), forward: value === '0' ? 0 : 1 });
  }
}
