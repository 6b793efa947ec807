import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CheckFindings } from '@crisp-notch/core/checks';
import { sayIn } from '@crisp-notch/core/drive-line';
import { formatNumber, showQuantity, unitsOf } from '@crisp-notch/core/quantity';
import { PreferencesStore } from '../data/preferences';

/** More degrees of freedom than these make no difference. */
const FREEDOM_TOLD = 1000;
/** Parts of a ratio are small: as it is preferred they would be rows of zeros. */
const PERCENT = unitsOf('ratio').find(({ symbol }) => symbol === '%');
const count = (value: number): string => (value > FREEDOM_TOLD ? '∞' : formatNumber(value, { significant: 3 }));

/** What makes a figure of a check doubtful, as a table, the heaviest first. */
@Component({
  selector: 'cn-budget',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (told(); as item) {
      <section class="card pad stack" aria-labelledby="budget-heading">
        <h2 id="budget-heading">What makes {{ item.of }} doubtful</h2>
        <table class="plain-table cards">
          <thead>
            <tr>
              <th scope="col">From</th>
              <th scope="col">Kind</th>
              <th scope="col" class="right">u</th>
              <th scope="col" class="right">Freedom</th>
              <th scope="col" class="right">In 100</th>
            </tr>
          </thead>
          <tbody>
            @for (row of item.rows; track row.name) {
              <tr>
                <th scope="row">{{ row.name }}</th>
                <td data-label="kind">{{ row.kind }}</td>
                <td class="number right" data-label="u">{{ row.size }}</td>
                <td class="number right" data-label="freedom">{{ row.freedom }}</td>
                <td class="number right" data-label="in 100">{{ row.share }}</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="small"><span class="label">Together</span> {{ item.whole }}</p>
      </section>
    }
  `,
})
export class BudgetComponent {
  readonly budget = input.required<CheckFindings['budget']>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly told = computed(() => {
    const budget = this.budget();
    if (!budget) return null;
    const say = (value: number): string =>
      budget.dimension === 'ratio' && PERCENT
        ? showQuantity(value, PERCENT, { uncertainty: value })
        : sayIn(this.units())(value, budget.dimension, value);
    const { rows, combined, expanded, factor, freedom } = budget.rows;
    return {
      of: budget.of,
      rows: rows.map((row) => ({
        name: row.name,
        kind: row.kind,
        size: say(row.standard),
        freedom: count(row.freedom),
        share: formatNumber(100 * row.share, { decimals: 0 }),
      })),
      whole: `${say(combined)} · ${formatNumber(factor, { significant: 3 })} = ${say(expanded)} (95 %, ${count(freedom)} degrees of freedom)`,
    };
  });
}
