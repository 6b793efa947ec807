import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { axisField } from '@crisp-notch/core/drive-line';
import {
  gentlePace,
  jobPace,
  spreadOf,
  spreadVerdict,
  wayOff,
  zerosFrom,
  type StepState,
} from '@crisp-notch/core/first-moves';
import type { Asked } from '@crisp-notch/core/line-port';
import { ButtonModule } from 'primeng/button';
import { MovesDesk } from './moves-desk';

const TIMES = 5;

/** Home found again and again, and how far apart its zeros lie. */
@Component({
  selector: 'cn-spread-tool',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.canSend()) {
      <p class="row">
        <button type="button" pButton [disabled]="desk.isBusy()" (click)="run()">
          Home {{ desk.facts()?.letter }} {{ times }} times
        </button>
        @if (zeros().length > 0 && desk.isBusy()) {
          <span class="quiet small" role="status">{{ zeros().length - 1 }} of {{ times }}</span>
        }
      </p>
    } @else {
      <p class="small">Home it five times by other means, with an indicator against the carriage, and judge by eye.</p>
      <p class="row">
        @for (seen of state().step.seen; track seen.id) {
          <button
            type="button"
            pButton
            severity="secondary"
            outlined
            (click)="desk.record(state().step.id, seen.id, seen.isRight)"
          >
            {{ seen.words }}
          </button>
        }
      </p>
    }
    @if (zeros().length > 0) {
      <ol class="zeros">
        @for (zero of zeros(); track $index) {
          <li class="number">{{ shown(zero) }}</li>
        }
      </ol>
      <p>
        Apart by <span class="number">{{ shown(spread()) }}</span>
        @if (tolerance() !== null) {
          <span class="quiet small">; half of the tolerance is {{ shown(tolerance()! / 2) }}</span>
        }
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .zeros {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      color: var(--brass);
    }
  `,
})
export class SpreadToolComponent {
  readonly state = input.required<StepState>();
  protected readonly desk = inject(MovesDesk);
  protected readonly times = TIMES;
  protected readonly zeros = computed(() => this.desk.zerosOf());
  protected readonly spread = computed(() => spreadOf(this.zeros()));
  protected readonly tolerance = computed(() => this.desk.view()?.reckoner.reading(axisField.tolerance)?.value ?? null);

  protected shown(value: number): string {
    const facts = this.desk.facts();
    return facts ? this.desk.say()(Number(value.toPrecision(3)), facts.dimensions.travel) : '';
  }

  protected async run(): Promise<void> {
    const facts = this.desk.facts();
    const [act] = facts ? this.state().step.acts(facts) : [];
    if (!facts || !act) return;
    this.desk.setZeros([]);
    const off: Asked = {
      kind: 'move',
      axis: facts.letter,
      pulses: wayOff(facts),
      ...gentlePace(facts),
      rate: jobPace(facts).rate,
    };
    const seen: number[] = [];
    // The first one makes the zero that the others are compared with.
    for (let time = 0; time <= TIMES; time += 1) {
      const outcome = await this.desk.send(time === 0 ? act.asked : [off, ...act.asked]);
      if (!outcome?.ok) return;
      const homed = outcome.ends.find((said) => said.kind === 'homed');
      if (homed?.kind !== 'homed') return;
      if (time > 0) seen.push(homed.seen / facts.perUnit);
      this.desk.setZeros(zerosFrom(seen));
    }
    const saw = spreadVerdict(this.zeros(), this.tolerance(), 1 / facts.perUnit);
    this.desk.record(this.state().step.id, saw, saw === 'right', [
      { what: 'home-spread', text: this.shown(this.spread()) },
    ]);
  }
}
