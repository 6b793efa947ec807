import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { jobPace, tryOf, type StepState } from '@crisp-notch/core/first-moves';
import type { Instrument } from '@crisp-notch/core/line-port';
import type { Dimension } from '@crisp-notch/core/quantity';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { today } from '../data/dates';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { timeWords } from '../data/time-words';
import { MovesDesk, type Measured } from './moves-desk';

interface Line {
  readonly what: Measured['what'];
  readonly label: string;
  readonly dimension: Dimension;
  readonly instrument: Instrument;
}

/** A run lasts so long [s]; it is watched over so many goes there and back. */
const RUN_FOR = 20 * 60;
const CYCLES = 2;
/** A move has begun by then [ms]. */
const READ_AFTER = 400;

const LINES: readonly Line[] = [
  { what: 'motor-temperature', label: 'Motor', dimension: 'temperature', instrument: 'motor-temperature' },
  { what: 'driver-temperature', label: 'Driver', dimension: 'temperature', instrument: 'driver-temperature' },
  { what: 'supply-running', label: 'Supply, running', dimension: 'current', instrument: 'supply-current' },
  { what: 'supply-resting', label: 'Supply, resting', dimension: 'current', instrument: 'supply-current' },
];

/** Temperatures and currents after a while of work. */
@Component({
  selector: 'cn-warm-tool',
  imports: [ButtonModule, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.way() === 'rig' && desk.canSend()) {
      <p class="row">
        <button
          type="button"
          pButton
          [disabled]="desk.isBusy() || isWarming() || !desk.line.isPowered()"
          (click)="warm()"
        >
          Run 20 minutes
        </button>
        <span class="small quiet" role="status">{{ told() }}</span>
      </p>
    }
    @for (line of lines; track line.what) {
      <div class="line">
        <cn-quantity-field
          [asked]="{ label: line.label, dimension: line.dimension, bounds: {}, isOptional: true }"
          [value]="values().get(line.what) ?? null"
          (changed)="put(line.what, $event)"
        />
        @if (desk.way() === 'rig' && desk.line.isPowered()) {
          <button type="button" pButton severity="secondary" outlined (click)="read(line)">Read</button>
        }
      </div>
    }
    <p class="row">
      @for (seen of state().step.seen; track seen.id) {
        <button type="button" pButton severity="secondary" outlined (click)="keep(seen.id, seen.isRight)">
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

    .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: end;
    }
  `,
})
export class WarmToolComponent {
  readonly state = input.required<StepState>();
  protected readonly desk = inject(MovesDesk);
  protected readonly lines = LINES;
  protected readonly values = signal<ReadonlyMap<string, Quantity | null>>(new Map());

  protected readonly isWarming = signal(false);
  /** How the run stands, or came out. */
  protected readonly told = signal('A few moves are made; then the rig’s clock is put on, and it is read warm.');

  /**
   * Twenty minutes of the rig in a moment: there and back as the job asks while it is watched, the time in which it
   * would go on so at once, and the same moves again while it is warm.
   */
  protected async warm(): Promise<void> {
    const facts = this.desk.facts();
    if (!facts || this.isWarming()) return;
    const speed = jobPace(facts).rate / facts.perUnit;
    const { acceleration } = facts;
    const plan = tryOf(facts, this.desk.fence(), this.desk.at(), { speed, acceleration }, this.desk.say());
    if (!plan.ok) {
      this.desk.trouble.set(plan.says);
      return;
    }
    this.isWarming.set(true);
    try {
      this.told.set('It moves, and is watched.');
      const begun = performance.now();
      this.desk.line.watchWarming();
      for (let time = 0; time < CYCLES; time += 1) {
        const moving = this.desk.send(plan.asked);
        if (time === 0) await this.readMoving();
        if ((await moving)?.ok !== true) return;
      }
      const gone = await this.desk.line.pass(RUN_FOR - (performance.now() - begun) / 1000);
      if (!gone) return;
      if (gone.tooHot === null) {
        this.told.set('20 minutes later, warm: it moves once more.');
        await this.desk.send(plan.asked);
      }
      for (const line of LINES) if (line.what !== 'supply-running') await this.read(line);
      this.told.set(
        gone.tooHot === null
          ? 'Read warm, after 20 minutes of moving without a rest.'
          : `After ${timeWords(gone.passed)} the driver of ${gone.tooHot} switched itself off.`,
      );
    } finally {
      this.isWarming.set(false);
    }
  }

  /** What the supply gives in the middle of the first move. */
  private async readMoving(): Promise<void> {
    await new Promise((waited) => setTimeout(waited, READ_AFTER));
    const running = LINES.find(({ what }) => what === 'supply-running');
    if (running) await this.read(running);
  }

  protected put(what: string, value: Quantity | null): void {
    this.values.update((known) => new Map([...known, [what, value]]));
  }

  protected async read({ what, instrument, dimension }: Line): Promise<void> {
    const shown = await this.desk.read(instrument);
    if (!shown) return;
    const text = this.desk.say()(shown.value, dimension).replaceAll('\u00a0', ' ');
    this.put(what, quantityOf(text, 'measured', today()));
  }

  protected keep(saw: string, isRight: boolean): void {
    const shown = LINES.flatMap(({ what }): readonly Measured[] => {
      const value = this.values().get(what);
      return value ? [{ what, text: value.text }] : [];
    });
    this.desk.record(this.state().step.id, saw, isRight, shown);
  }
}
