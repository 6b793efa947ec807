import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import { checkDeclaration, type CheckEvaluation, type CheckPlan, type CheckProposal } from '@crisp-notch/core/checks';
import { sayIn, type AxisContext } from '@crisp-notch/core/drive-line';
import { writeReadingsCsv } from '@crisp-notch/core/formats';
import { ButtonModule } from 'primeng/button';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import type { ChartInk } from '../ui/chart-ink';
import { ChartComponent, type ChartSize } from '../ui/chart.component';
import { checkFigureRow } from '../ui/check-figure-row';
import { FigureTableComponent } from '../ui/figure-table.component';
import { BudgetComponent } from './budget.component';
import { Corrections } from './corrections';
import { findingsChart } from '../ui/findings-chart.options';
import { SetupSketchComponent } from './setup-sketch.component';

/** What a check of any kind came to: its figures, its chart, what makes them doubtful, and what may be corrected. */
@Component({
  selector: 'cn-check-findings',
  imports: [BudgetComponent, ButtonModule, ChartComponent, FigureTableComponent, SetupSketchComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.component.html',
  styleUrl: './findings.component.css',
})
export class CheckFindingsComponent {
  readonly check = input.required<Check>();
  readonly plan = input.required<CheckPlan>();
  readonly context = input.required<AxisContext>();
  readonly evaluation = input.required<CheckEvaluation>();
  readonly drawn = input.required<CheckEvaluation>();
  readonly holds = input.required<boolean>();

  private readonly corrections = inject(Corrections);
  private readonly checks = inject(CheckStore);
  private readonly router = inject(Router);
  private readonly state = toSignal(inject(DesignStore).state$);
  private readonly units = inject(PreferencesStore).units;
  protected readonly trouble = signal('');
  protected readonly isRepeating = signal(false);
  protected readonly rows = computed(() =>
    this.evaluation().figures.map((figure) => checkFigureRow(figure, sayIn(this.units()))),
  );
  protected readonly chart = computed(() => {
    const { chart } = this.drawn();
    const units = this.units();
    if (!chart || chart.series.length === 0) return null;
    return (ink: ChartInk, { width }: ChartSize) => findingsChart(chart, units, ink, width);
  });
  protected readonly readingsCsv = computed(() =>
    writeReadingsCsv(this.context(), this.plan(), this.check().readings, this.units()),
  );
  protected readonly sketch = computed(() => checkDeclaration(this.check().kind).sketch(this.context(), this.plan()));

  protected apply({ correct, reason }: CheckProposal): void {
    void this.corrections.apply(this.check(), correct, `${this.check().axisLetter}: ${reason}`);
  }

  protected print(): void {
    window.print();
  }

  /** The same again, on the design as it is now: what a correction was reckoned to leave is held against it. */
  protected async repeat(): Promise<void> {
    this.trouble.set('');
    this.isRepeating.set(true);
    try {
      const { axisId } = this.check();
      const { id } = await this.checks.begin(axisId, this.plan());
      await this.router.navigate(['/machines', this.state()?.id, 'checks', id]);
    } catch (error) {
      this.trouble.set(messageOf(error));
    } finally {
      this.isRepeating.set(false);
    }
  }
}
