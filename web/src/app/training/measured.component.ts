import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import type { Say } from '@crisp-notch/core/drive-line';
import type { Measured } from '@crisp-notch/core/trainer';
import { PreferencesStore } from '../data/preferences';
import type { ChartInk } from '../ui/chart-ink';
import { ChartComponent, type ChartSize } from '../ui/chart.component';
import { checkFigureRow } from '../ui/check-figure-row';
import { FigureTableComponent } from '../ui/figure-table.component';
import { findingsChart } from '../ui/findings-chart.options';
import { VerdictComponent } from '../ui/verdict.component';
import { readingRows, readingsCsv } from './exercise.state';

/** One measurement of an exercise: chart, figures and readings; only its heading where it is folded. */
@Component({
  selector: 'cn-measured',
  imports: [ChartComponent, FigureTableComponent, VerdictComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <article class="card pad stack">
      <h2>
        <button type="button" class="link" [attr.aria-expanded]="isUnfolded()" (click)="isUnfolded.set(!isUnfolded())">
          {{ number() }}. {{ measured().name }}
        </button>
        <cn-verdict [verdict]="measured().verdict" />
      </h2>
      @if (isUnfolded()) {
        <p class="small quiet">{{ about() }}</p>
        <p>{{ measured().sentence }}</p>
        @if (measured().readings.length < measured().asked) {
          <p class="caution-words">
            ▲ The instrument came to the end of its range after {{ measured().readings.length }} of
            {{ measured().asked }} readings.
          </p>
        }
        @if (chart(); as options) {
          <cn-chart
            [options]="options"
            [title]="measured().name"
            [csv]="csv()"
            [description]="'What was read. ' + measured().sentence"
          />
        }
        @if (figures().length) {
          <cn-figure-table [rows]="figures()" valueHead="Measured, and true at 95 %" />
        }
        <details>
          <summary>{{ rows().length }} readings</summary>
          <table class="plain-table cards">
            <thead>
              <tr>
                <th scope="col">Read</th>
                <th scope="col" class="right">Should be</th>
                <th scope="col" class="right">Off by</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track $index) {
                <tr>
                  <th scope="row">{{ row.what }}</th>
                  <td class="right number" data-label="Should be">{{ row.meant }}</td>
                  <td class="right number" data-label="Off by">{{ row.off }}</td>
                </tr>
              }
            </tbody>
          </table>
        </details>
      }
    </article>
  `,
  styles: `
    h2 {
      display: flex;
      justify-content: space-between;
      gap: 12px;
      align-items: baseline;
    }

    h2 button {
      text-align: left;
    }
  `,
})
export class MeasuredComponent {
  readonly measured = input.required<Measured>();
  readonly number = input.required<number>();
  readonly about = input.required<string>();
  readonly isTurning = input.required<boolean>();
  readonly say = input.required<Say>();
  /** It is the newest. */
  readonly isOpen = input.required<boolean>();

  private readonly units = inject(PreferencesStore).units;
  protected readonly isUnfolded = linkedSignal(() => this.isOpen());
  protected readonly chart = computed(() => {
    const [{ chart }, units] = [this.measured(), this.units()];
    if (!chart || chart.series.length === 0) return null;
    return (ink: ChartInk, { width }: ChartSize) => findingsChart(chart, units, ink, width);
  });
  protected readonly figures = computed(() =>
    this.measured().figures.map((figure) => checkFigureRow(figure, this.say())),
  );
  protected readonly rows = computed(() => readingRows(this.measured().readings, this.isTurning(), this.say()));
  protected readonly csv = computed(() => readingsCsv(this.measured()));
}
