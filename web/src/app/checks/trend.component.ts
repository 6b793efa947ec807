import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { sayIn } from '@crisp-notch/core/drive-line';
import { writeCsv } from '@crisp-notch/core/formats';
import { catchError, forkJoin, map, of, startWith, switchMap } from 'rxjs';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { shortDay, shortMoment } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { ChartComponent } from '../ui/chart.component';
import type { ChartInk } from '../ui/chart-ink';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { courseChart, courseOf, courseWords, figuresOver, followed, foundBy, type Found } from './trend.state';

/** Checks that are read for one course, the newest. */
const FOLLOWED_MOST = 40;

type Loading =
  | { readonly kind: 'reading' }
  | { readonly kind: 'read'; readonly found: readonly Found[] }
  | { readonly kind: 'failed'; readonly words: string };

/** The same question over time: how a figure went from check to check, and what changes of the design did to it. */
@Component({
  selector: 'cn-trend',
  imports: [ChartComponent, ChoiceFieldComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (options().length) {
      <section class="card pad stack" aria-labelledby="trend-heading">
        <header class="row spread">
          <h2 id="trend-heading">Over time</h2>
          <cn-choice-field label="Follow" [options]="options()" [value]="chosen()" (changed)="wanted.set($event)" />
        </header>
        @switch (loading().kind) {
          @case ('reading') {
            <p role="status">Reading its checks …</p>
          }
          @case ('failed') {
            <p class="stop-words" role="alert">{{ trouble() }}</p>
          }
        }
        @if (course(); as followed) {
          <div class="halves">
            <div class="stack">
              <cn-choice-field
                label="Figure"
                [options]="figureOptions()"
                [value]="followed.figure.name"
                (changed)="figure.set($event)"
              />
              @for (sentence of words(); track sentence) {
                <p>{{ sentence }}</p>
              }
              <table class="plain-table" aria-label="Course of the figure">
                <thead>
                  <tr>
                    <th scope="col">When</th>
                    <th scope="col" class="right">Revision</th>
                    <th scope="col" class="right">{{ followed.figure.name }}, true at 95 %</th>
                  </tr>
                </thead>
                <tbody>
                  @for (row of rows(); track row.id) {
                    <tr>
                      <th scope="row">
                        <a [routerLink]="['/machines', machineId(), 'checks', row.id]">{{ row.when }}</a>
                      </th>
                      <td class="number right">{{ row.revision }}</td>
                      <td class="number right">{{ row.value }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            </div>
            <cn-chart
              [options]="draw()!"
              [title]="followed.figure.name + ' over time'"
              [description]="followed.figure.name + ' from check to check. ' + words().join(' ')"
              [csv]="csv()"
            />
          </div>
        } @else if (loading().kind === 'read') {
          <p class="quiet">No figure of theirs was read twice yet.</p>
        }
      </section>
    }
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: minmax(320px, 1fr) minmax(320px, 1.2fr);
      gap: 14px 28px;
      align-items: start;
    }

    @media (max-width: 1000px) {
      .halves {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class TrendComponent {
  private readonly store = inject(DesignStore);
  private readonly checks = inject(CheckStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly all = toSignal(this.store.checks$, { initialValue: [] });
  /** What was practised on the rig is no history of the machine. */
  private readonly summaries = computed(() => this.all().filter(({ basis }) => basis.length > 0));
  private readonly state = toSignal(this.store.state$);
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  protected readonly wanted = signal('');
  protected readonly figure = signal('');
  protected readonly options = computed(() => followed(this.summaries()));
  protected readonly chosen = computed(() => {
    const [options, wanted] = [this.options(), this.wanted()];
    return options.some(({ value }) => value === wanted) ? wanted : (options[0]?.value ?? '');
  });
  /** Identities of the checks that are followed, newest first, with what they came to: a new reading changes that. */
  private readonly asked = computed(() =>
    this.summaries()
      .filter(({ kind, axisId }) => `${kind} ${axisId}` === this.chosen())
      .slice(0, FOLLOWED_MOST)
      .map(({ id, sentence }) => `${id} ${sentence}`)
      .join('\n'),
  );
  protected readonly loading = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked) =>
        asked === ''
          ? of<Loading>({ kind: 'read', found: [] })
          : forkJoin(asked.split('\n').map((line) => this.checks.check(line.split(' ')[0] ?? ''))).pipe(
              map((full): Loading => ({ kind: 'read', found: full.flatMap((check) => foundBy(check) ?? []) })),
              catchError((error: unknown) => of<Loading>({ kind: 'failed', words: messageOf(error) })),
              startWith<Loading>({ kind: 'reading' }),
            ),
      ),
    ),
    { initialValue: { kind: 'reading' } satisfies Loading },
  );
  protected readonly trouble = computed(() => {
    const loading = this.loading();
    return loading.kind === 'failed' ? loading.words : '';
  });
  private readonly found = computed(() => {
    const loading = this.loading();
    return loading.kind === 'read' ? loading.found : [];
  });
  protected readonly figureOptions = computed(() =>
    figuresOver(this.found()).map(({ name, symbol }) => ({
      value: name,
      label: symbol === '' ? name : `${name} ${symbol}`,
    })),
  );
  protected readonly course = computed(() => courseOf(this.found(), this.figure()));
  protected readonly words = computed(() => {
    const course = this.course();
    const day = (at: number): string => shortDay(new Date(at * 1000).toISOString());
    return course ? courseWords(course, sayIn(this.units()), day) : [];
  });
  protected readonly rows = computed(() => {
    const course = this.course();
    if (!course) return [];
    const [say, { dimension }] = [sayIn(this.units()), course.figure];
    return [...course.points].reverse().map(({ id, at, revision, value, half }) => ({
      id,
      revision,
      when: shortMoment(new Date(at * 1000).toISOString()),
      value: half > 0 ? `${say(value, dimension, half)} ± ${say(half, dimension, half)}` : say(value, dimension),
    }));
  });
  protected readonly draw = computed(() => {
    const [course, units] = [this.course(), this.units()];
    return course && ((ink: ChartInk) => courseChart(course, units, ink));
  });
  protected readonly csv = computed(() =>
    writeCsv([
      ['when', 'revision', this.course()?.figure.name ?? ''],
      ...this.rows().map((row) => [row.when, String(row.revision), row.value]),
    ]),
  );
}
