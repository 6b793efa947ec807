import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Check } from '@crisp-notch/contract';
import {
  correctedSetting,
  exactSteps,
  stepCheckSetup,
  travelDimension,
  type EvaluationOf,
  type PlanOf,
} from '@crisp-notch/core/checks';
import { travelOfSteps, type AxisContext } from '@crisp-notch/core/drive-line';
import { stepCheckProgram, writeReadingsCsv } from '@crisp-notch/core/formats';
import type { Axis } from '@crisp-notch/core/machine';
import { preferredUnit } from '@crisp-notch/core/quantity';
import { Reckoner } from '@crisp-notch/core/reckoner';
import { shortMoment, today } from '../../data/dates';
import { downloadText, fileName } from '../../data/download';
import { PreferencesStore } from '../../data/preferences';
import { CautionComponent } from '../../ui/caution.component';
import type { ChartInk } from '../../ui/chart-ink';
import { ChartComponent, type ChartSize } from '../../ui/chart.component';
import { NotchRulerComponent } from '../../ui/notch-ruler.component';
import { BudgetComponent } from '../budget.component';
import { Corrections } from '../corrections';
import type { FindingsView } from '../findings-inputs';
import { SetupSketchComponent } from '../setup-sketch.component';
import { deviationChart, deviationUnit } from './deviation-chart.options';
import { causesOf, othersOf } from './findings.state';
import { ButtonModule } from 'primeng/button';

/** What a step check came to: what to set, the errors along the way, and the moves it asks for. */
@Component({
  selector: 'cn-step-check-findings',
  imports: [BudgetComponent, ButtonModule, CautionComponent, ChartComponent, NotchRulerComponent, SetupSketchComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.component.html',
  styleUrl: './findings.component.css',
})
export class StepCheckFindingsComponent implements FindingsView<'step-check'> {
  readonly check = input.required<Check>();
  readonly plan = input.required<PlanOf<'step-check'>>();
  readonly context = input.required<AxisContext>();
  readonly evaluation = input.required<EvaluationOf<'step-check'>>();
  readonly drawn = input.required<EvaluationOf<'step-check'>>();
  readonly holds = input.required<boolean>();

  private readonly corrections = inject(Corrections);
  private readonly units = inject(PreferencesStore).units;
  protected readonly dimension = computed(() => travelDimension(this.plan()));
  private readonly steps = computed(() => exactSteps(new Reckoner(this.context())));
  private readonly setting = computed(() =>
    correctedSetting(this.context(), this.evaluation(), this.units(), today(), shortMoment(this.check().at)),
  );
  protected readonly correctedWords = computed(() => this.setting()?.stepsPerUnit.text ?? '');
  protected readonly causes = computed(() => causesOf(this.evaluation().ranking));
  protected readonly others = computed(() => othersOf(this.evaluation().ranking));
  protected readonly moveList = computed(() => {
    const { axisLetter, document } = this.check();
    const title = `Step check on ${axisLetter}, ${document.name}`;
    const list = stepCheckProgram(this.context(), this.plan(), this.units(), title);
    return list.ok ? list.value : list.error;
  });
  protected readonly readingsCsv = computed(() =>
    writeReadingsCsv(this.context(), this.plan(), this.check().readings, this.units()),
  );
  protected readonly chart = computed(() => {
    const evaluation = this.drawn();
    if (evaluation.points.length === 0) return null;
    const [dimension, units] = [this.dimension(), this.units()];
    const [travel, deviation] = [preferredUnit(dimension, units), deviationUnit(evaluation, dimension, units)];
    return (ink: ChartInk, { width }: ChartSize) => deviationChart(evaluation, travel, deviation, ink, width);
  });
  protected readonly sketch = computed(() => stepCheckSetup(this.context().axis));
  protected readonly ruler = computed(() => {
    const [evaluation, steps] = [this.drawn(), this.steps()];
    return (
      steps && {
        step: travelOfSteps(1, steps),
        lag: null,
        tolerance: evaluation.tolerance,
        deviations: evaluation.points.filter((point) => point.excluded === null).map((point) => point.deviation),
      }
    );
  });

  protected downloadMoves(): void {
    const { axisLetter, document } = this.check();
    downloadText(fileName(`${document.name} ${axisLetter} step check`, 'nc'), this.moveList(), 'text/plain');
  }

  protected print(): void {
    window.print();
  }

  protected applySetting(): void {
    const setting = this.setting();
    if (setting)
      void this.corrections.apply(
        this.check(),
        (axis) => ({ ...axis, setting }),
        `${this.check().axisLetter}: setting corrected to ${setting.stepsPerUnit.text}`,
      );
  }

  protected applyFault(correct: (axis: Axis) => Axis, sentence: string): void {
    void this.corrections.apply(this.check(), correct, `${this.check().axisLetter}: ${sentence}`);
  }
}
