import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Check } from '@crisp-notch/contract';
import { evaluateStepCheck, exactSteps, type PlanOf } from '@crisp-notch/core/checks';
import { sayIn } from '@crisp-notch/core/drive-line';
import { exactToNumber, formatNumber } from '@crisp-notch/core/quantity';
import { catchError, map, of, switchMap } from 'rxjs';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { shortMoment } from '../data/dates';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ToldReport } from '../workers/capture-messages';
import { besideCheck } from './captures.state';

const isStepCheck = (plan: Check['plan']): plan is PlanOf<'step-check'> => plan.kind === 'step-check';

/** A capture of a step check beside its plan and its readings: whether the pulses or the machine are wrong. */
@Component({
  selector: 'cn-beside-check',
  imports: [ChoiceFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (options().length > 1) {
      <section class="card pad stack" aria-labelledby="beside-heading">
        <h2 id="beside-heading">Beside the readings of a check</h2>
        <cn-choice-field
          label="Captured during"
          [options]="options()"
          [value]="chosen()"
          (changed)="chosen.set($event)"
        />
        @if (trouble(); as words) {
          <p class="stop-words" role="alert">{{ words }}</p>
        }
        @if (beside(); as told) {
          <p role="status" [class]="told.isSent ? 'good' : 'stop-words'">{{ told.words }}</p>
          <div class="scroll-x list" tabindex="0" role="group" aria-label="Places of the check">
            <table class="plain-table">
              <thead>
                <tr>
                  <th scope="col">Place</th>
                  <th scope="col" class="right">Planned, steps</th>
                  <th scope="col" class="right">Sent</th>
                  <th scope="col" class="right">Read</th>
                </tr>
              </thead>
              <tbody>
                @for (row of told.rows; track row.name + $index) {
                  <tr [class.wrong]="row.sent !== row.planned">
                    <th scope="row">{{ row.name }}</th>
                    <td class="number right">{{ whole(row.planned) }}</td>
                    <td class="number right">{{ row.sent === null ? '–' : whole(row.sent) }}</td>
                    <td class="number right">{{ row.read === null ? '–' : rounded(row.read) }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
        }
      </section>
    }
  `,
  styles: `
    .list {
      max-height: 260px;
      overflow: auto;
    }

    .wrong .number {
      color: var(--stop);
    }

    .good {
      color: var(--good);
    }
  `,
})
export class BesideCheckComponent {
  readonly view = input.required<AxisView>();
  readonly report = input.required<ToldReport>();

  private readonly checks = inject(CheckStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly summaries = toSignal(inject(DesignStore).checks$, { initialValue: [] });
  protected readonly chosen = signal('');
  protected readonly options = computed(() => [
    { value: '', label: 'no check' },
    ...this.summaries()
      .filter(({ kind, axisId }) => kind === 'step-check' && axisId === this.view().axis.id)
      .map(({ id, at, verdict }) => ({ value: id, label: `step check of ${shortMoment(at)}, ${verdict}` })),
  ]);
  private readonly loaded = toSignal(
    toObservable(this.chosen).pipe(
      switchMap((id) =>
        id === ''
          ? of(null)
          : this.checks.check(id).pipe(
              map((check) => ({ check })),
              catchError((error: unknown) => of({ trouble: messageOf(error) })),
            ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly trouble = computed(() => {
    const loaded = this.loaded();
    return loaded && 'trouble' in loaded ? loaded.trouble : '';
  });
  protected readonly beside = computed(() => {
    const loaded = this.loaded();
    if (!loaded || !('check' in loaded) || !isStepCheck(loaded.check.plan)) return null;
    const { plan, readings } = loaded.check;
    const { context, reckoner } = this.view();
    const steps = exactSteps(reckoner);
    const evaluation = evaluateStepCheck(context, plan, readings, sayIn(this.units()));
    const read = new Map(
      (evaluation?.points ?? []).map(({ index, measured }) => [index, steps ? measured * exactToNumber(steps) : 0]),
    );
    return besideCheck(plan, this.report(), read);
  });
  protected readonly whole = (value: number): string => formatNumber(value, { decimals: 0 });
  protected readonly rounded = (value: number): string => formatNumber(value, { decimals: 1 });
}
