import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import { checkDeclaration, evaluateCheck, type CheckEvaluation, type EnteredReading } from '@crisp-notch/core/checks';
import { axisContext, sayIn } from '@crisp-notch/core/drive-line';
import { isCurrentCheck } from '@crisp-notch/core/route-card';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { shortMoment } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { VerdictComponent } from '../ui/verdict.component';
import { CheckRunComponent } from './check-run.component';
import { viewsOfCheck } from './check-views';
import { Corrections } from './corrections';
import { ReadingsSheetComponent } from './readings-sheet.component';
import { MessageModule } from 'primeng/message';

/** After the last key [ms]. */
const QUIET = 250;

/** One check: its readings, what they come to, and what follows. */
@Component({
  selector: 'cn-check-page',
  imports: [CheckRunComponent, MessageModule, NgComponentOutlet, ReadingsSheetComponent, RouterLink, VerdictComponent],
  providers: [Corrections],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './check.page.html',
  styleUrl: './check.page.css',
})
export class CheckPage {
  readonly checkId = input.required<string>();

  private readonly design = inject(DesignStore);
  private readonly checks = inject(CheckStore);
  private readonly corrections = inject(Corrections);
  private readonly units = inject(PreferencesStore).units;
  private readonly state = toSignal(this.design.state$);
  protected readonly check = signal<Check | null>(null);
  protected readonly failure = signal('');
  private readonly sheetTrouble = signal('');
  /** What is being typed into the sheet. */
  private readonly typed = signal<readonly EnteredReading[]>([]);

  protected readonly message = computed(() => this.sheetTrouble() || this.corrections.trouble());
  protected readonly revisionApplied = computed(() =>
    this.corrections.isApplied() ? (this.state()?.revision ?? '') : null,
  );
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  protected readonly context = computed(() => {
    const check = this.check();
    return check && axisContext(check.document, check.axisId);
  });
  protected readonly evaluation = computed(() => this.evaluated([]));
  /** The check with what is being typed: it is judged by what is kept. */
  private readonly drawn = computed(() =>
    this.typed().length === 0 ? this.evaluation() : this.evaluated(this.typed()),
  );
  protected readonly when = computed(() => shortMoment(this.check()?.at ?? ''));
  protected readonly name = computed(() => {
    const check = this.check();
    return check ? `${checkDeclaration(check.kind).name} on ${check.axisLetter}` : '';
  });
  protected readonly holds = computed(() => {
    const check = this.check();
    const axis = this.state()?.document.axes.find((item) => item.id === check?.axisId);
    return check !== null && axis !== undefined && isCurrentCheck(axis, check);
  });
  protected readonly findings = computed(() => {
    const check = this.check();
    return check && viewsOfCheck(check.kind).findings;
  });
  protected readonly findingsInputs = computed(() => ({
    check: this.check(),
    plan: this.check()?.plan,
    context: this.context(),
    evaluation: this.evaluation(),
    drawn: this.drawn(),
    holds: this.holds(),
  }));

  constructor() {
    effect((clean) => {
      const id = this.checkId();
      clearTimeout(this.pending);
      this.check.set(null);
      this.failure.set('');
      this.sheetTrouble.set('');
      this.typed.set([]);
      this.corrections.begin();
      const loading = this.checks.check(id).subscribe({
        next: (check) => this.check.set(check),
        error: (error: unknown) => this.failure.set(messageOf(error)),
      });
      clean(() => loading.unsubscribe());
    });
  }

  /** What waits for the last key. */
  private pending: ReturnType<typeof setTimeout> | undefined;

  private evaluated(typed: readonly EnteredReading[]): CheckEvaluation | null {
    const [check, context] = [this.check(), this.context()];
    return check && context
      ? evaluateCheck(context, check.plan, [...check.readings, ...typed], sayIn(this.units()))
      : null;
  }

  protected onKept(check: Check): void {
    this.check.set(check);
  }

  /** What is typed is judged at once by a kind that has views of its own; intervals of the others take longer than a frame. */
  protected onTyped(readings: readonly EnteredReading[]): void {
    clearTimeout(this.pending);
    const check = this.check();
    if (readings.length === 0 || !check || !viewsOfCheck(check.kind).isForAny) this.typed.set(readings);
    else this.pending = setTimeout(() => this.typed.set(readings), QUIET);
  }

  protected onTrouble(words: string): void {
    this.sheetTrouble.set(words);
  }
}
