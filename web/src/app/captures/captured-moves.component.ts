import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  signal,
  type OnDestroy,
} from '@angular/core';
import { limitsInSteps, type TrainMatch } from '@crisp-notch/core/capture';
import { moveLimits, stepsPerUnit } from '@crisp-notch/core/drive-line';
import { formatNumber } from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import type { Subscription } from 'rxjs';
import type { CaptureDesk } from '../data/capture-runs';
import type { AxisView } from '../data/design-store';
import { timeWords } from '../data/time-words';
import { WholeFieldComponent } from '../ui/whole-field.component';
import type { ToldReport } from '../workers/capture-messages';
import { besidePlan, matchWords } from './captures.state';

/** Pulses of a plan that are laid over a move. */
const STEPS_MOST = 2_000_000;

/** The moves of a capture, each beside what its design plans, and one of them laid over the plan pulse by pulse. */
@Component({
  selector: 'cn-captured-moves',
  imports: [ButtonModule, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="card pad stack" aria-labelledby="moves-heading">
      <h2 id="moves-heading">Moves</h2>
      <div class="scroll-x list" tabindex="0" role="group" aria-label="List of moves">
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">From</th>
              <th scope="col" class="right">Steps</th>
              <th scope="col" class="right">Stands at</th>
              <th scope="col" class="right">Top, steps/s</th>
              <th scope="col" class="right">Ramp, steps/s²</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track $index) {
              <tr [class.picked]="$index === picked()">
                <th scope="row">
                  <button
                    type="button"
                    class="link name"
                    [attr.aria-pressed]="$index === picked()"
                    (click)="pick($index)"
                  >
                    {{ row.from }}
                  </button>
                </th>
                <td class="number right">{{ row.steps }}</td>
                <td class="number right">{{ row.net }}</td>
                <td class="number right">
                  {{ row.top }} <span class="quiet small nowrap">{{ row.topBeside }}</span>
                </td>
                <td class="number right">
                  {{ row.ramp }} <span class="quiet small nowrap">{{ row.rampBeside }}</span>
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (report().moreMoves > 0) {
        <p class="small quiet">{{ report().moreMoves }} more moves are counted but not listed.</p>
      }
      @if (limits()) {
        <form class="row" (submit)="$event.preventDefault(); lay()">
          <cn-whole-field
            [asked]="{ label: 'It should have been, steps', least: 2, most: most }"
            [value]="steps()"
            (changed)="steps.set($event)"
          />
          <button type="submit" pButton severity="secondary" outlined [disabled]="isLaying()">
            Lay it over the plan
          </button>
        </form>
        @if (words(); as told) {
          <p role="status" [class]="isWhole() ? 'good' : 'stop-words'">{{ told }}</p>
        }
      } @else {
        <p class="small quiet">Its speed or acceleration is not known yet, so there is no plan to lay it over.</p>
      }
    </section>
  `,
  styles: `
    .list {
      max-height: 260px;
      overflow: auto;
    }

    .picked {
      background: var(--blue-wash);
    }

    .nowrap {
      white-space: nowrap;
    }

    .good {
      color: var(--good);
    }
  `,
})
export class CapturedMovesComponent implements OnDestroy {
  readonly view = input.required<AxisView>();
  readonly report = input.required<ToldReport>();
  readonly desk = input.required<CaptureDesk>();

  protected readonly most = STEPS_MOST;
  private laying: Subscription | null = null;
  protected readonly isLaying = signal(false);
  private readonly match = linkedSignal<ToldReport, TrainMatch | string | null>({
    source: this.report,
    computation: () => null,
  });
  /** What moves may do by the design, in steps; null while it does not say. */
  protected readonly limits = computed(() => {
    const { reckoner } = this.view();
    const [limits, perUnit] = [moveLimits(reckoner), reckoner.value(stepsPerUnit)];
    return limits && perUnit ? limitsInSteps(limits, perUnit) : null;
  });
  protected readonly rows = computed(() => {
    const limits = this.limits();
    const whole = (value: number): string => formatNumber(value, { decimals: 0 });
    const rounded = (value: number): string => formatNumber(value, { significant: 4 });
    return this.report().moves.map((move) => ({
      from: timeWords(move.start),
      steps: whole(move.steps),
      net: whole(move.net),
      top: move.topRate === 0 ? '–' : rounded(move.topRate),
      topBeside: limits && move.topRate > 0 ? besidePlan(move.topRate, limits.speed) : '',
      ramp: move.acceleration === null ? '–' : rounded(move.acceleration),
      rampBeside: limits && move.acceleration !== null ? besidePlan(move.acceleration, limits.acceleration) : '',
    }));
  });
  protected readonly picked = linkedSignal<ToldReport, number>({
    source: this.report,
    computation: ({ moves }) =>
      moves.reduce((best, move, place) => (Math.abs(move.steps) > Math.abs(moves[best]?.steps ?? 0) ? place : best), 0),
  });
  private readonly move = computed(() => this.report().moves[this.picked()] ?? null);
  protected readonly steps = linkedSignal(() => Math.abs(this.move()?.steps ?? 0));
  protected readonly words = computed(() => {
    const match = this.match();
    return match === null || typeof match === 'string' ? match : matchWords(match, timeWords);
  });
  protected readonly isWhole = computed(() => {
    const match = this.match();
    return (
      match !== null && typeof match !== 'string' && match.missing.length + match.doubled.length + match.strays === 0
    );
  });

  ngOnDestroy(): void {
    this.laying?.unsubscribe();
  }

  protected pick(place: number): void {
    this.picked.set(place);
    this.match.set(null);
  }

  protected lay(): void {
    const [move, limits, steps] = [this.move(), this.limits(), this.steps()];
    if (!move || !limits) return;
    this.laying?.unsubscribe();
    this.isLaying.set(true);
    this.laying = this.desk()
      .ask({ kind: 'lay', from: move.start, to: move.end, planned: { steps, limits } })
      .subscribe({
        next: (message) => {
          this.isLaying.set(false);
          if (message.kind === 'laid') this.match.set(message.match ?? 'Fewer than two pulses came.');
          else if (message.kind === 'failed') this.match.set(message.reason);
        },
        error: (error: unknown) => {
          this.isLaying.set(false);
          this.match.set(error instanceof Error ? error.message : String(error));
        },
      });
  }
}
