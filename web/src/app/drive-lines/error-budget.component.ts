import { motionOf } from '@crisp-notch/core/machine';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  axisField,
  backlashTotal,
  errorShares,
  errorTotal,
  stepSize,
  uncountedErrors,
} from '@crisp-notch/core/drive-line';
import { preferredUnit, showQuantity } from '@crisp-notch/core/quantity';
import type { AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { FigureComponent } from '../ui/figure.component';
import { layOutBudget } from './error-budget.layout';

const WIDTH = 560;
/** Shades of one ink tell neighbours apart; their order is the table's. */
const SHADES = [1, 0.8, 0.62, 0.48, 0.36, 0.27, 0.2, 0.14];

/** Resolution is not accuracy: every part of the error stacked on the notch ruler, against what was asked. */
@Component({
  selector: 'cn-error-budget',
  imports: [FigureComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './error-budget.component.html',
  styleUrl: './error-budget.component.css',
})
export class ErrorBudgetComponent {
  readonly view = input.required<AxisView>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly width = WIDTH;
  protected readonly figures = { errorTotal, backlashTotal, stepSize };
  private readonly dimension = computed(() => motionOf(this.view().axis.job).travel);
  private readonly tolerance = computed(() => this.view().reckoner.reading(axisField.tolerance)?.value ?? null);
  private readonly total = computed(() => this.view().reckoner.value(errorTotal));
  private readonly shares = computed(() => errorShares(this.view().reckoner));
  protected readonly rows = computed(() => {
    const shares = this.shares();
    const squares = shares.reduce((sum, share) => sum + share.size ** 2, 0);
    const sum = shares.reduce((whole, share) => whole + share.size, 0);
    const isSum = this.view().axis.budgetSchool === 'sum';
    return shares.map((share, index) => ({
      figure: share.figure,
      shade: SHADES[index] ?? 0.1,
      percent: Math.round(100 * (isSum ? share.size / sum : share.size ** 2 / squares)),
    }));
  });
  protected readonly layout = computed(() => {
    const [step, total] = [this.view().reckoner.value(stepSize), this.total()];
    if (step === null || total === null) return null;
    return layOutBudget(
      { parts: this.shares().map((share) => share.size), total, tolerance: this.tolerance(), step },
      WIDTH,
      this.dimension(),
      this.units(),
    );
  });
  protected readonly missing = computed(() => {
    const outcome = this.view().reckoner.get(errorTotal);
    return outcome.kind === 'missing'
      ? outcome.fields.map((field) => field.name.toLowerCase()).join(', ')
      : outcome.kind === 'impossible'
        ? outcome.reason
        : '';
  });
  protected readonly verdict = computed(() => {
    const [total, tolerance] = [this.total(), this.tolerance()];
    if (total === null || tolerance === null) return null;
    const say = (value: number): string =>
      showQuantity(value, preferredUnit(this.dimension(), this.units()), { significant: 2 });
    if (total <= tolerance && this.unsaid() !== '')
      return {
        tone: 'open',
        words: `○ At least ±${say(total)} of ±${say(tolerance)}: ${this.unsaid()} ${this.uncounted().length === 1 ? 'is' : 'are'} not counted yet.`,
      };
    const outcome = this.view().reckoner.get(errorTotal);
    if (total <= tolerance && outcome.kind === 'value' && outcome.isAssumed)
      return {
        tone: 'open',
        words: `○ ±${say(total)} of ±${say(tolerance)}, as far as the guesses in it are right (dashed below).`,
      };
    return total <= tolerance
      ? { tone: 'good', words: `● Within what is asked: ±${say(total)} of ±${say(tolerance)}.` }
      : { tone: 'caution', words: `▲ Beyond what is asked: ±${say(total)}, and ±${say(tolerance)} is wanted.` };
  });
  /** What nobody has said yet, and therefore is not in the sum. */
  private readonly uncounted = computed(() => uncountedErrors(this.view().context));
  protected readonly unsaid = computed(() => this.uncounted().join(', '));
}
