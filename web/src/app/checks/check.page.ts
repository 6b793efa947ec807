import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
  viewChildren,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import {
  evaluateStepCheck,
  plannedReadings,
  readingValue,
  type EnteredReading,
  type PlannedReading,
  type StepCheckEvaluation,
} from '@crisp-notch/core/checks';
import { axisContext, sayIn, stepsPerUnit, travelOfSteps } from '@crisp-notch/core/drive-line';
import type { Axis, Machine, Setting } from '@crisp-notch/core/machine';
import { quantityOf, readQuantity } from '@crisp-notch/core/shape';
import { readReadingsCsv, writeMoveList, writeReadingsCsv } from '@crisp-notch/core/formats';
import {
  exact,
  findUnit,
  formatNumber,
  inUnit,
  parseQuantity,
  preferredUnit,
  rationalFromNumber,
  showQuantity,
  type Exact,
} from '@crisp-notch/core/quantity';
import { Reckoner } from '@crisp-notch/core/reckoner';
import { isCurrentCheck } from '@crisp-notch/core/route-card';
import { firstValueFrom } from 'rxjs';
import { Api, messageOf } from '../data/api';
import { shortMoment, today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { PreferencesStore } from '../data/preferences';
import { CautionComponent } from '../ui/caution.component';
import { ChartComponent } from '../ui/chart.component';
import { chartInk } from '../ui/chart-ink';
import { NotchRulerComponent } from '../ui/notch-ruler.component';
import { VerdictComponent } from '../ui/verdict.component';
import { deviationChart, deviationUnit } from './deviation-chart.options';
import { readingRows, type ReadingRow } from './readings.state';

const FEED_SHARE = 0.5;
/** Fastest that a check moves [m/s, rad/s] (common practice, no source). */
const SLIDING_MOST = 5e-3;
const TURNING_MOST = Math.PI / 12;
const CHANCES_SHOWN = 5;
/** Other explanations below this chance are not worth a line. */
const OTHERS_LEAST = 0.005;
const chanceWords = (chance: number): string => `${Math.min(99, Math.max(1, Math.round(chance * 100)))} in 100`;
/** What the width of the interval comes from. */
const RULED_BY = {
  scatter: 'The scatter of the readings decides how wide that is: more runs narrow it.',
  digit: 'The digit of the instrument decides how wide that is.',
  instrument: 'The instrument’s own error and how square it was set decide how wide that is.',
} as const;

/** One step check: its moves, its readings, what they come to, and what to set. */
@Component({
  selector: 'cn-check-page',
  imports: [CautionComponent, ChartComponent, NotchRulerComponent, RouterLink, VerdictComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './check.page.html',
  styleUrl: './check.page.css',
})
export class CheckPage {
  readonly checkId = input.required<string>();

  private readonly store = inject(DesignStore);
  private readonly api = inject(Api);
  private readonly preferences = inject(PreferencesStore);
  private readonly state = toSignal(this.store.state$);
  private readonly fields = viewChildren<ElementRef<HTMLInputElement>>('reading');
  private readonly fileBox = viewChild<ElementRef<HTMLInputElement>>('file');
  protected readonly check = signal<Check | null>(null);
  protected readonly failure = signal('');
  protected readonly message = signal('');
  protected readonly applied = signal('');
  protected readonly drafts = signal<Readonly<Record<number, { readonly text: string; readonly message: string }>>>({});
  protected readonly leavingOut = signal<number | null>(null);

  protected readonly machineId = computed(() => this.state()?.id ?? '');
  private readonly context = computed(() => {
    const check = this.check();
    return check && axisContext(check.document, check.axisId);
  });
  protected readonly dimension = computed(() =>
    this.context()?.axis.job.kind === 'rotary' ? ('angle' as const) : ('length' as const),
  );
  protected readonly unit = computed(() => preferredUnit(this.dimension(), this.preferences.units()));
  private readonly steps = computed<Exact | null>(() => {
    const context = this.context();
    const outcome = context && new Reckoner(context).get(stepsPerUnit);
    return outcome?.kind === 'value' ? (outcome.exact ?? exact(rationalFromNumber(outcome.value))) : null;
  });
  protected readonly evaluation = computed<StepCheckEvaluation | null>(() => {
    const [check, context] = [this.check(), this.context()];
    return check && context
      ? evaluateStepCheck(context, check.plan, check.readings, sayIn(this.preferences.units()))
      : null;
  });
  /** The check with what is being typed, for the drawings alone: it is judged by what is kept. */
  private readonly drawn = computed<StepCheckEvaluation | null>(() => {
    const [check, context] = [this.check(), this.context()];
    if (!check || !context) return null;
    const typed = Object.entries(this.drafts()).flatMap(([index, { text }]): EnteredReading[] => {
      const understood = this.understand(text);
      return understood === null ? [] : [{ index: Number(index), text: understood, excluded: null }];
    });
    return typed.length === 0
      ? this.evaluation()
      : evaluateStepCheck(context, check.plan, [...check.readings, ...typed], sayIn(this.preferences.units()));
  });
  protected readonly rows = computed<readonly ReadingRow[]>(() => {
    const [check, evaluation, steps] = [this.check(), this.evaluation(), this.steps()];
    return check && evaluation && steps ? readingRows(evaluation, check.readings, steps, this.unit()) : [];
  });
  protected readonly when = computed(() => shortMoment(this.check()?.at ?? ''));
  protected readonly moveList = computed(() => {
    const [check, steps] = [this.check(), this.steps()];
    if (!check || !steps) return '';
    const unit = this.unit();
    const list = writeMoveList(check.plan, {
      letter: check.axisLetter,
      stepsPerUnit: steps,
      unit,
      feed: this.feed(check.document, check.axisId),
      travel: this.travel(check.document, check.axisId),
      title: `Step check on ${check.axisLetter}, ${check.document.name}`,
    });
    return list.ok ? list.value : list.error;
  });
  protected readonly holds = computed(() => {
    const check = this.check();
    const axis = this.state()?.document.axes.find((item) => item.id === check?.axisId);
    return check !== null && axis !== undefined && isCurrentCheck(axis, check);
  });
  protected readonly fitWords = computed(() => {
    const fit = this.evaluation()?.fit;
    if (fit?.kind !== 'fitted') return fit?.reason ?? '';
    const percent = (value: number): string => `${formatNumber(value * 100, { significant: 2 })} %`;
    return `Scale ${formatNumber(fit.scale.value, { uncertainty: fit.scale.expanded })} ± ${percent(fit.scale.expanded)} at 95 %. ${RULED_BY[fit.ruledBy]}`;
  });
  protected readonly causes = computed(() => {
    const ranking = this.evaluation()?.ranking;
    return (ranking?.faults ?? []).slice(0, CHANCES_SHOWN).map((item, place) => ({
      ...item,
      words: place === 0 && ranking?.certainty === 'nearly-certain' ? 'nearly certain' : chanceWords(item.chance),
    }));
  });
  /** What is no single mistake: in words, with its chance. */
  protected readonly others = computed(() => {
    const ranking = this.evaluation()?.ranking;
    if (!ranking) return [];
    const pair = ranking.together;
    return [
      { name: 'A dimension is a little off; a corrected setting mends it.', chance: ranking.littleOff },
      ...(pair
        ? [{ name: `Two mistakes together, e.g.: ${pair.first.sentence} ${pair.second.sentence}`, chance: pair.chance }]
        : []),
      { name: 'Something else.', chance: ranking.somethingElse },
    ]
      .filter((item) => item.chance >= OTHERS_LEAST)
      .map(({ name, chance }) => ({ name, words: chanceWords(chance) }));
  });
  protected readonly correctedWords = computed(() => {
    const corrected = this.correctedSetting();
    return corrected ? corrected.stepsPerUnit.text : '';
  });
  protected readonly chart = computed(() => {
    const evaluation = this.drawn();
    // The chart is drawn in resolved colours, so it is made anew when the theme changes.
    this.preferences.preferences();
    if (!evaluation || evaluation.points.length === 0) return null;
    return deviationChart(
      evaluation,
      this.unit(),
      deviationUnit(evaluation, this.dimension(), this.preferences.units()),
      chartInk(),
    );
  });
  protected readonly ruler = computed(() => {
    const [evaluation, steps] = [this.drawn(), this.steps()];
    if (!evaluation || !steps) return null;
    return {
      step: travelOfSteps(1, steps),
      lag: null,
      tolerance: evaluation.tolerance,
      deviations: evaluation.points.filter((point) => point.excluded === null).map((point) => point.deviation),
    };
  });
  protected readonly readingsCsv = computed(() => {
    const [check, steps] = [this.check(), this.steps()];
    return check && steps
      ? writeReadingsCsv(
          plannedReadings(check.plan),
          check.readings,
          (target) => travelOfSteps(target, steps),
          this.unit(),
        )
      : '';
  });

  constructor() {
    effect(() => {
      const [id, machineId] = [this.checkId(), this.machineId()];
      if (machineId !== '' && untracked(this.check)?.id !== id) this.load(machineId, id);
    });
  }

  private load(machineId: string, id: string): void {
    this.check.set(null);
    this.failure.set('');
    this.applied.set('');
    this.api.check(machineId, id).subscribe({
      next: (check) => this.check.set(check),
      error: (error: unknown) => this.failure.set(messageOf(error)),
    });
  }

  /** Half the speed asked for and never fast, in the unit a minute: someone stands beside it with an indicator. */
  private feed(document: Machine, axisId: string): number {
    const job = document.axes.find((axis) => axis.id === axisId)?.job;
    const most = job?.kind === 'rotary' ? TURNING_MOST : SLIDING_MOST;
    const asked = job?.speed
      ? readQuantity(job.speed, job.kind === 'linear' ? 'speed' : 'angular-speed').value * FEED_SHARE
      : most;
    return Math.max(1, Math.round(inUnit(Math.min(asked, most) * 60, this.unit())));
  }

  private travel(document: Machine, axisId: string): number | null {
    const job = document.axes.find((axis) => axis.id === axisId)?.job;
    return job?.kind === 'linear' && job.travel ? inUnit(readQuantity(job.travel, 'length').value, this.unit()) : null;
  }

  protected draftOf(row: ReadingRow): string {
    return this.drafts()[row.planned.index]?.text ?? row.shown;
  }

  protected messageFor(row: ReadingRow): string {
    return this.drafts()[row.planned.index]?.message ?? '';
  }

  protected onInput(row: ReadingRow, text: string): void {
    this.drafts.update((drafts) => ({ ...drafts, [row.planned.index]: { text, message: '' } }));
  }

  /** Readings on their way to the server. */
  private readonly underWay = new Set<string>();

  /** Keeps what stands in a row; moves on to the next when Enter was pressed. */
  protected async keep(row: ReadingRow, step: number): Promise<void> {
    const draft = this.drafts()[row.planned.index];
    const place = this.rows().findIndex((item) => item.planned.index === row.planned.index);
    if (draft && draft.text.trim() !== '' && draft.text !== row.shown) {
      const understood = this.understand(draft.text);
      if (understood === null) {
        this.drafts.update((drafts) => ({
          ...drafts,
          [row.planned.index]: {
            text: draft.text,
            message: `“${draft.text}” is not a reading: use digits, and a unit if it is not ${this.unit().symbol}.`,
          },
        }));
        return;
      }
      if (step !== 0) this.focus(place + step);
      // Moving the focus leaves the field, which would keep it a second time while the first is under way.
      const under = `${row.planned.index} ${understood}`;
      if (this.underWay.has(under)) return;
      this.underWay.add(under);
      await this.add([{ index: row.planned.index, text: understood, excluded: null }]);
      this.underWay.delete(under);
      return;
    }
    if (step !== 0) this.focus(place + step);
  }

  private understand(text: string): string | null {
    const parsed = parseQuantity(text, this.dimension(), this.unit());
    return parsed.ok && readingValue(parsed.value.text, this.dimension()) !== null ? parsed.value.text : null;
  }

  protected focus(place: number): void {
    this.fields()[Math.min(Math.max(place, 0), this.rows().length - 1)]?.nativeElement.select();
  }

  private async add(readings: readonly EnteredReading[]): Promise<boolean> {
    const check = this.check();
    if (!check) return false;
    this.message.set('');
    try {
      const updated = await firstValueFrom(this.api.addReadings(this.machineId(), check.id, readings));
      this.check.set(updated);
      this.drafts.update((drafts) =>
        Object.fromEntries(
          Object.entries(drafts).filter(([index]) => !readings.some((reading) => reading.index === Number(index))),
        ),
      );
      this.store.noteCheck(updated);
      return true;
    } catch (error) {
      this.message.set(`Not kept yet: ${messageOf(error)} What you typed is still in its field.`);
      return false;
    }
  }

  protected async leaveOut(row: ReadingRow, reason: string): Promise<void> {
    if (row.text === '' || reason.trim() === '') return;
    if (await this.add([{ index: row.planned.index, text: row.text, excluded: reason.trim().slice(0, 200) }]))
      this.leavingOut.set(null);
  }

  protected async takeBackIn(row: ReadingRow): Promise<void> {
    await this.add([{ index: row.planned.index, text: row.text, excluded: null }]);
  }

  protected targetWords(planned: PlannedReading): string {
    const steps = this.steps();
    return steps ? showQuantity(travelOfSteps(planned.target, steps), this.unit(), { significant: 6 }) : '';
  }

  protected downloadMoves(): void {
    const check = this.check();
    if (check)
      downloadText(
        fileName(`${check.document.name} ${check.axisLetter} step check`, 'nc'),
        this.moveList(),
        'text/plain',
      );
  }

  protected downloadReadings(): void {
    const check = this.check();
    if (check)
      downloadText(
        fileName(`${check.document.name} ${check.axisLetter} readings`, 'csv'),
        this.readingsCsv(),
        'text/csv',
      );
  }

  protected chooseFile(): void {
    this.fileBox()?.nativeElement.click();
  }

  protected async importReadings(box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    const check = this.check();
    if (!file || !check) return;
    const read = readReadingsCsv(await file.text(), plannedReadings(check.plan).length, this.dimension(), this.unit());
    box.value = '';
    if (!read.ok)
      this.message.set(
        `Nothing was taken from the file. ${read.error
          .slice(0, 3)
          .map((problem) => `${problem.path}: ${problem.message}`)
          .join('; ')}.`,
      );
    else if (read.value.length === 0) this.message.set('The file has no readings.');
    else await this.add(read.value);
  }

  protected print(): void {
    window.print();
  }

  private correctedSetting(): Setting | null {
    const [check, evaluation, context] = [this.check(), this.evaluation(), this.context()];
    if (!check || !evaluation?.correctedStepsPerUnit || !context || evaluation.fit.kind !== 'fitted') return null;
    const { kind } = context.axis.job;
    const unit = preferredUnit(kind === 'linear' ? 'steps-per-length' : 'steps-per-angle', this.preferences.units());
    const value = inUnit(
      Number(evaluation.correctedStepsPerUnit.ratio.numerator) /
        Number(evaluation.correctedStepsPerUnit.ratio.denominator),
      unit,
    );
    const text = `${Number(value.toPrecision(8))} ${unit.symbol}`;
    if (!findUnit(unit.symbol, kind === 'linear' ? 'steps-per-length' : 'steps-per-angle')) return null;
    return {
      kind,
      stepsPerUnit: quantityOf(text, 'measured', today()),
      reason: `Step check of ${this.when()}: scale ${evaluation.fit.scale.value.toPrecision(6)}`,
    };
  }

  protected async applySetting(): Promise<void> {
    const setting = this.correctedSetting();
    const check = this.check();
    if (setting && check)
      await this.apply(
        (axis) => ({ ...axis, setting }),
        `${check.axisLetter}: setting corrected to ${setting.stepsPerUnit.text}`,
      );
  }

  protected async applyFault(correct: (axis: Axis) => Axis, sentence: string): Promise<void> {
    const check = this.check();
    if (check) await this.apply(correct, `${check.axisLetter}: ${sentence}`.slice(0, 200));
  }

  private async apply(change: (axis: Axis) => Axis, reason: string): Promise<void> {
    const check = this.check();
    if (!check) return;
    this.message.set('');
    try {
      await this.store.apply(
        (document) => ({
          ...document,
          axes: document.axes.map((axis) => (axis.id === check.axisId ? change(axis) : axis)),
        }),
        (state, document) => this.api.applyCorrection(state.id, check.id, state.version, document, reason),
        reason,
      );
      this.applied.set(
        `Applied as revision ${this.state()?.revision ?? ''} and written in the logbook. Check again to see it true.`,
      );
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }
}
