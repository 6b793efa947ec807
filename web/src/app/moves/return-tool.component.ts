import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { jobPace, tryOf, type StepState } from '@crisp-notch/core/first-moves';
import { ButtonModule } from 'primeng/button';
import { MovesDesk, type Measured } from './moves-desk';

const TIMES = 100;

/** A hundred times there and back as quick as the job asks, and what is missing then. */
@Component({
  selector: 'cn-return-tool',
  imports: [ButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.canSend()) {
      <p class="row">
        <button type="button" pButton [disabled]="desk.isBusy()" (click)="run()">Go {{ times }} times</button>
        @if (gone() > 0) {
          <span class="quiet small" role="status">{{ gone() }} of {{ times }}</span>
        }
        @if (desk.isBusy()) {
          <button type="button" pButton severity="secondary" outlined (click)="isEnding.set(true)">Enough</button>
        }
      </p>
    }
    @if (off(); as words) {
      <p>
        Off zero by <span class="number measured">{{ words }}</span>
      </p>
    }
    <p class="row">
      @for (seen of state().step.seen; track seen.id) {
        <button
          type="button"
          pButton
          severity="secondary"
          outlined
          [disabled]="desk.isBusy()"
          (click)="keep(seen.id, seen.isRight)"
        >
          {{ seen.words }}
        </button>
      }
    </p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .measured {
      color: var(--brass);
    }
  `,
})
export class ReturnToolComponent {
  readonly state = input.required<StepState>();
  protected readonly desk = inject(MovesDesk);
  protected readonly times = TIMES;
  protected readonly gone = signal(0);
  protected readonly isEnding = signal(false);
  protected readonly off = signal('');

  protected async run(): Promise<void> {
    const facts = this.desk.facts();
    if (!facts) return;
    this.gone.set(0);
    this.isEnding.set(false);
    this.off.set('');
    const speed = jobPace(facts).rate / facts.perUnit;
    const plan = tryOf(
      facts,
      this.desk.fence(),
      this.desk.at(),
      { speed, acceleration: facts.acceleration },
      this.desk.say(),
    );
    if (!plan.ok) {
      this.desk.trouble.set(plan.says);
      return;
    }
    const isRig = this.desk.way() === 'rig';
    // The first look sets the indicator to nothing.
    const before = isRig ? await this.desk.read('indicator') : null;
    for (let time = 1; time <= TIMES && !this.isEnding(); time += 1) {
      const outcome = await this.desk.send(plan.asked);
      if (!outcome?.ok) return;
      this.gone.set(time);
    }
    const after = isRig ? await this.desk.read('indicator') : null;
    if (before && after)
      this.off.set(this.desk.say()(Number((after.value - before.value).toPrecision(2)), facts.dimensions.travel));
  }

  protected keep(saw: string, isRight: boolean): void {
    const shown: readonly Measured[] = this.off() === '' ? [] : [{ what: 'return-error', text: this.off() }];
    this.desk.record(this.state().step.id, saw, isRight, shown);
  }
}
