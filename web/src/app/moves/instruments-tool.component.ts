import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { probePoints, SIDE_TWO, type Instrument } from '@crisp-notch/core/line-port';
import { preferredUnit, showQuantity } from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { OneOfComponent } from '../ui/one-of.component';
import type { ChoiceOption } from '../ui/select.component';
import { INSTRUMENT_NAMES, instrumentWords, probeExpected } from './instrument-words';
import { MovesDesk } from './moves-desk';

const ORDER = Object.keys(INSTRUMENT_NAMES) as readonly Instrument[];
const KINDS: readonly ChoiceOption[] = [
  { value: 'ohms', label: 'ohms' },
  { value: 'volts', label: 'volts' },
];

/** Every instrument of the bench, read when it is wanted, beside what the design says. */
@Component({
  selector: 'cn-instruments-tool',
  imports: [ButtonModule, ChoiceFieldComponent, OneOfComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.facts(); as facts) {
      <h2>Instruments on {{ facts.letter }}</h2>
      <table class="plain-table">
        <thead>
          <tr>
            <th scope="col">Instrument</th>
            <th scope="col">Shows</th>
            <th scope="col"><span class="visually-hidden">Read it</span></th>
          </tr>
        </thead>
        <tbody>
          @for (instrument of instruments(); track instrument) {
            <tr>
              <th scope="row">{{ names[instrument] }}</th>
              <td class="number measured">{{ shown().get(instrument) ?? '' }}</td>
              <td>
                <button
                  type="button"
                  pButton
                  severity="secondary"
                  outlined
                  [disabled]="!desk.canSend()"
                  (click)="read(instrument)"
                >
                  Read<span class="visually-hidden"> {{ names[instrument] }}</span>
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
      <h2>Meter between two points</h2>
      <div class="row">
        <cn-one-of label="What it measures" [options]="kinds" [value]="what()" (chosen)="set($event)" />
        <span class="small quiet">{{ what() === 'ohms' ? 'Power off first.' : 'Power on.' }}</span>
      </div>
      <cn-choice-field label="From" [options]="points()" [value]="from()" (changed)="from.set($event)" />
      <cn-choice-field label="To" [options]="points()" [value]="to()" (changed)="to.set($event)" />
      <p class="row">
        <button type="button" pButton [disabled]="!desk.canSend()" (click)="probe()">Measure</button>
        <span class="number measured" role="status">{{ probed() }}</span>
      </p>
      @if (wanted()) {
        <p class="small quiet">{{ wanted() }}.</p>
      }
      @if (desk.trouble()) {
        <p class="stop-words" role="alert">{{ desk.trouble() }}</p>
      }
      @if (!desk.canSend()) {
        <p class="small quiet">Needs the rig, or a machine whose controller has instruments.</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
    }

    tbody th {
      font-weight: 400;
      text-align: left;
    }

    td:last-child {
      text-align: right;
    }

    .measured {
      color: var(--brass);
    }

    .stop-words {
      color: var(--stop);
    }
  `,
})
export class InstrumentsToolComponent {
  protected readonly desk = inject(MovesDesk);
  protected readonly names = INSTRUMENT_NAMES;
  protected readonly instruments = computed(() => {
    const hasSides = this.desk.facts()?.axis.motor.count === 2;
    return ORDER.filter((instrument) => hasSides || !SIDE_TWO.includes(instrument));
  });
  protected readonly kinds = KINDS;
  private readonly axis = computed(() => this.desk.facts()?.axis.id ?? '');
  /** What each showed, of this axis. */
  protected readonly shown = linkedSignal<string, ReadonlyMap<Instrument, string>>({
    source: this.axis,
    computation: () => new Map(),
  });
  protected readonly what = signal<'ohms' | 'volts'>('ohms');
  protected readonly from = linkedSignal(() => `${this.desk.facts()?.letter ?? ''} A+`);
  protected readonly to = linkedSignal(() => `${this.desk.facts()?.letter ?? ''} A-`);
  protected readonly points = computed<readonly ChoiceOption[]>(() =>
    probePoints(this.desk.line.axes()).map((value) => ({ value, label: value.replace('-', '−') })),
  );
  /** Gone as soon as a tip is held elsewhere. */
  protected readonly probed = linkedSignal<string, string>({
    source: () => [this.what(), this.from(), this.to()].join(),
    computation: () => '',
  });
  protected readonly wanted = computed(() =>
    probeExpected(this.from(), this.to(), this.what(), this.desk.axes(), this.desk.say()),
  );

  protected set(what: string): void {
    this.what.set(what === 'volts' ? 'volts' : 'ohms');
  }

  protected async read(instrument: Instrument): Promise<void> {
    const read = await this.desk.read(instrument);
    if (!read) return;
    const words = instrumentWords(instrument, read.value, this.desk.view(), this.desk.say());
    this.shown.update((known) => new Map([...known, [instrument, words]]));
  }

  protected async probe(): Promise<void> {
    const answer = await this.desk.line.ask({ kind: 'probe', from: this.from(), to: this.to(), what: this.what() });
    this.desk.trouble.set(answer.ok ? '' : answer.says);
    if (!answer.ok || answer.said.kind !== 'reading') return;
    const unit = preferredUnit(this.what() === 'ohms' ? 'resistance' : 'voltage', 'metric');
    const { value, isBeyond } = answer.said;
    this.probed.set(isBeyond ? 'open' : showQuantity(value, unit, { significant: 4 }));
  }
}
