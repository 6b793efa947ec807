import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  gapOf,
  MOVE_STEPS,
  searchOf,
  searchTry,
  shownDimension,
  TIMES,
  type Searched,
  type StepState,
} from '@crisp-notch/core/first-moves';
import type { Asked } from '@crisp-notch/core/line-port';
import { quantityOf } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { today } from '../data/dates';
import { WholeFieldComponent } from '../ui/whole-field.component';
import { MovesDesk } from './moves-desk';

/** Taken off what held, unless the builder says otherwise [%]. */
const USUAL_MARGIN = 30;

/** Raises a speed or an acceleration until the axis lets go, three tries each, and takes the margin off. */
@Component({
  selector: 'cn-search-tool',
  imports: [ButtonModule, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="plain-table">
      <thead>
        <tr>
          <th scope="col">Held {{ times }} of {{ times }}</th>
          <th scope="col">Lost</th>
          <th scope="col">Reckoned</th>
          <th scope="col">Set, less {{ margin() }} %</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td class="number">{{ shown(search().held) }}</td>
          <td class="number lost">{{ shown(search().lost) }}</td>
          <td class="number quiet">{{ shown(reckoned()) }}</td>
          <td class="number set">{{ shown(set()) }}</td>
        </tr>
      </tbody>
    </table>
    <cn-whole-field
      [asked]="{ label: 'Margin taken off, %', least: 0, most: 80 }"
      [value]="margin()"
      (changed)="margin.set($event)"
    />
    @if (gap(); as words) {
      <p class="gap small">▲ {{ words }}</p>
    }
    @if (search().next; as next) {
      <p class="row">
        @if (desk.canSend()) {
          <button type="button" pButton [disabled]="desk.isBusy()" (click)="try(next)">
            {{ needsHome() ? 'Home, then try' : 'Try' }} {{ shown(next) }}
          </button>
        } @else {
          <span>Try {{ shown(next) }} by other means.</span>
        }
        <span class="quiet small">{{ search().times + 1 }} of {{ times }}</span>
      </p>
      <p class="row">
        <button
          type="button"
          pButton
          severity="secondary"
          outlined
          [disabled]="!canTell()"
          aria-keyshortcuts="1"
          (click)="tell(true)"
        >
          <span class="key" aria-hidden="true">1</span> It held
        </button>
        <button
          type="button"
          pButton
          severity="secondary"
          outlined
          [disabled]="!canTell()"
          aria-keyshortcuts="2"
          (click)="tell(false)"
        >
          <span class="key" aria-hidden="true">2</span> It lost steps
        </button>
      </p>
    } @else if (desk.result(state().step.id) === null) {
      <p>
        <button type="button" pButton (click)="keep()">Keep {{ shown(set()) }}</button>
      </p>
    }
    @if (tries().length > 0 && !desk.isBusy()) {
      <p><button type="button" pButton severity="secondary" outlined (click)="startOver()">Search again</button></p>
    }
    @if (adoptable()) {
      <p>
        <button type="button" pButton severity="secondary" outlined (click)="adopt()">
          Put {{ shown(set()) }} into the job as {{ searched().becomes.words }}
        </button>
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }

    td {
      white-space: nowrap;
    }

    .lost {
      color: var(--stop);
    }

    .set {
      color: var(--blue);
    }

    .gap {
      padding: 6px 10px;
      background: var(--caution-wash);
    }

    .key {
      color: var(--ink-2);
      font-family: var(--mono);
    }
  `,
  host: { '(document:keydown)': 'onKey($event)' },
})
export class SearchToolComponent {
  readonly state = input.required<StepState>();
  protected readonly desk = inject(MovesDesk);
  protected readonly times = TIMES;
  protected readonly margin = signal(USUAL_MARGIN);
  /** A try was made of which nobody has said what came of it. */
  private readonly isMade = signal(false);

  protected readonly searched = computed<Searched>(() => {
    const { id, searches } = this.state().step;
    if (!searches) throw new RangeError(`the step ${id} searches nothing`);
    return searches;
  });
  protected readonly reckoned = computed(() => {
    const facts = this.desk.facts();
    return facts && this.searched().reckoned(facts);
  });
  private readonly begin = computed(() => {
    const facts = this.desk.facts();
    return this.reckoned() ?? (facts ? this.searched().begin(facts) : 1);
  });
  protected readonly tries = computed(() => this.desk.triesOf(this.state().step.id));
  protected readonly search = computed(() => searchOf(this.tries(), this.begin()));
  protected readonly set = computed(() => {
    const { held } = this.search();
    return held === null ? null : held * (1 - this.margin() / 100);
  });
  protected readonly needsHome = computed(() => {
    const last = this.tries().at(-1);
    return last !== undefined && !last.held && this.homing() !== null;
  });
  private readonly homing = computed<Asked | null>(() => {
    const facts = this.desk.facts();
    const step = MOVE_STEPS.find(({ id }) => id === 'home');
    return facts && step?.fits(facts) && this.desk.result('home')?.isRight
      ? (step.acts(facts)[0]?.asked[0] ?? null)
      : null;
  });
  protected readonly canTell = computed(() => !this.desk.isBusy() && (this.isMade() || !this.desk.canSend()));
  /** What differs far from what was reckoned, said as soon as it is known. */
  protected readonly gap = computed(() => {
    const [{ held, lost, next }, reckoned] = [this.search(), this.reckoned()];
    if (held === null || lost === null || next !== null || reckoned === null) return '';
    const gap = gapOf(held, reckoned);
    const seen = `Reckoned ${this.shown(reckoned)}, seen ${this.shown(held)}. `;
    if (gap === 'less') return `${seen}Look for the current, a sagging supply, or more friction than the design says.`;
    return gap === 'more' ? `${seen}More than reckoned: the design is careful, or its load is not on yet.` : '';
  });
  /** What was measured on the machine may become the job's; what the rig showed is practice. */
  protected readonly adoptable = computed(
    () => this.desk.way() !== 'rig' && this.search().next === null && this.set() !== null,
  );

  protected shown(value: number | null | undefined): string {
    const facts = this.desk.facts();
    return value == null || !facts
      ? '–'
      : this.desk.say()(Number(value.toPrecision(3)), shownDimension(facts.axis, `${this.searched().of}-held`));
  }

  protected async try(value: number): Promise<void> {
    const facts = this.desk.facts();
    if (!facts || this.desk.isBusy()) return;
    const home = this.needsHome() ? this.homing() : null;
    // Home is nothing: what is planned from there is planned as if it stood there already.
    const at = home ? { pulses: 0, isKnown: true } : this.desk.at();
    const plan = searchTry(this.searched(), facts, this.desk.fence(), at, value, this.desk.say());
    if (!plan.ok) {
      this.desk.trouble.set(plan.says);
      return;
    }
    const outcome = await this.desk.send([...(home ? [home] : []), ...plan.asked]);
    this.isMade.set(outcome?.ok ?? false);
  }

  protected tell(held: boolean): void {
    const { next } = this.search();
    if (next === null || !this.canTell()) return;
    this.isMade.set(false);
    this.desk.setTries(this.state().step.id, [...this.tries(), { value: next, held }]);
    if (this.search().next === null) this.keep();
  }

  protected startOver(): void {
    this.isMade.set(false);
    this.desk.setTries(this.state().step.id, []);
    this.desk.forget(this.state().step.id);
  }

  protected keep(): void {
    const [{ held, lost }, set, reckoned] = [this.search(), this.set(), this.reckoned()];
    if (held === null || set === null) return;
    const name = this.searched().of;
    const isLess = reckoned !== null && gapOf(held, reckoned) === 'less';
    this.desk.record(this.state().step.id, isLess ? 'less' : 'right', !isLess, [
      { what: `${name}-set`, text: this.shown(set) },
      { what: `${name}-held`, text: this.shown(held) },
      { what: `${name}-lost`, text: this.shown(lost) },
    ]);
  }

  protected adopt(): void {
    const set = this.set();
    if (set === null) return;
    const text = this.shown(set);
    const { field } = this.searched().becomes;
    this.desk.editJob(`job.${field}`, (axis) => ({
      ...axis,
      job: {
        ...axis.job,
        [field]: quantityOf(text, 'measured', today()),
        // An acceleration stands in place of a time for the travel.
        ...(field === 'acceleration' ? { moveTime: null } : {}),
      },
    }));
  }

  protected onKey(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || (event.target as HTMLElement).closest('input, textarea'))
      return;
    if (event.key === '1') this.tell(true);
    else if (event.key === '2') this.tell(false);
  }
}
