import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { StoredPart } from '@crisp-notch/contract';
import {
  bestOf,
  measuringOf,
  SET_UP_ASKED,
  SHARE_MOST,
  shareOf,
  type InstrumentUse,
  type Measuring,
} from '@crisp-notch/core/checks';
import { instrumentType, type InstrumentSpecification, type Part, type ReadDimension } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { ShelfStore } from '../data/shelf-store';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { FoldComponent } from '../ui/fold.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { InstrumentFieldsComponent } from '../ui/specifications/instrument-fields.component';
import { TickComponent } from '../ui/tick.component';

const COUNTS: readonly ChoiceOption[] = [
  { value: 'with', label: 'up as the axis goes up' },
  { value: 'against', label: 'down as the axis goes up' },
];

const shareWords = (value: number): string =>
  value >= 1.5
    ? `${Math.round(value)} times what is asked`
    : `${value < 0.01 ? 'less than 1' : Math.min(100, Math.round(100 * value))} in 100 of what is asked`;

/** What a check is measured with: an instrument of the shelf or what is usual, in one line until it is opened. */
@Component({
  selector: 'cn-measuring-fields',
  imports: [
    ChoiceFieldComponent,
    FoldComponent,
    InputTextModule,
    InstrumentFieldsComponent,
    PartChooserComponent,
    QuantityFieldComponent,
    TickComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field-row">
      <span class="field-label">Measured with</span>
      <cn-part-chooser kind="instrument" [fits]="suits()" (chosen)="choose($event)" />
    </div>
    <cn-fold [heading]="measured().name || 'Instrument'" [held]="[words()]">
      <div class="fields">
        <div class="field-row">
          <label class="field-label" for="measured-name">Called</label>
          <input
            pInputText
            id="measured-name"
            class="field"
            maxlength="120"
            autocomplete="off"
            [value]="measured().name"
            (input)="changed.emit(with({ name: $any($event.target).value }))"
          />
        </div>
        <cn-instrument-fields [specification]="measured()" [reads]="reads()" (changed)="take($event)" />
        @if (reads() === 'length') {
          <cn-quantity-field
            [asked]="asked.tilt"
            [value]="measured().tilt"
            (changed)="changed.emit(with({ tilt: $event }))"
            remark="If you measured it; taken out of the readings."
          />
          <cn-quantity-field
            [asked]="asked.temperature"
            [value]="measured().temperature"
            (changed)="changed.emit(with({ temperature: $event }))"
            remark="Away from 20 °C instrument and machine grow apart; empty: not counted."
          />
        }
        @if (use() === 'motion') {
          <cn-choice-field
            label="It counts"
            [options]="counts"
            [value]="measured().counts"
            (changed)="changed.emit(with({ counts: $event === 'against' ? 'against' : 'with' }))"
          />
        }
      </div>
    </cn-fold>
    @if (hasZero()) {
      <cn-tick [isTicked]="measured().zeroAgain" (ticked)="changed.emit(with({ zeroAgain: $event }))"
        >Read its zero once more at the end (what it is off then counts as drift)</cn-tick
      >
    }
    @if (suited(); as instrument) {
      <p class="small" [class.caution]="instrument.isCoarse">
        {{ instrument.words }}
        @if (instrument.better; as better) {
          {{ better.words }}
          <button type="button" class="link" (click)="changed.emit(better.measured)">
            Take it<span class="visually-hidden">: {{ better.name }}</span>
          </button>
        }
      </p>
    }
  `,
  styles: `
    :host,
    .fields {
      display: grid;
      gap: 8px;
    }

    .caution {
      color: var(--caution);
    }
  `,
})
export class MeasuringFieldsComponent {
  readonly measured = input.required<Measuring>();
  readonly reads = input.required<ReadDimension>();
  readonly use = input.required<InstrumentUse>();
  /** What a single reading has to tell, either way, and over which distance [SI]; null where nothing is asked. */
  readonly decides = input.required<readonly [limit: number | null, distance: number]>();
  /** Whether the check may end with its zero. */
  readonly mayEndAtZero = input(true);
  readonly changed = output<Measuring>();
  private readonly shelf = toSignal(inject(ShelfStore).state$, { requireSync: true });
  protected readonly asked = SET_UP_ASKED;
  protected readonly counts = COUNTS;
  protected readonly hasZero = computed(
    () => this.mayEndAtZero() && this.use() !== 'wandering' && this.reads() !== 'time',
  );

  /** How much of what is asked it takes, and a better one that the builder has. */
  protected readonly suited = computed(() => {
    const [measured, decides, shelf] = [this.measured(), this.decides(), this.shelf()];
    const share = shareOf(measured, decides);
    if (share === null) return null;
    const owned = (shelf.kind === 'open' ? shelf.parts : []).flatMap(({ part }) =>
      part.kind === 'instrument' && part.stock.owned > 0
        ? [{ item: part.name, measured: measuringOf(part.specification, part.name) }]
        : [],
    );
    const best = bestOf(owned, this.reads(), decides);
    const better = best && best.share < 0.8 * share ? owned.find(({ item }) => item === best.item) : undefined;
    return {
      words: `Its own doubt takes ${shareWords(share)}${share > SHARE_MOST ? ': it will hardly decide' : ''}.`,
      isCoarse: share > SHARE_MOST,
      better:
        better && best
          ? {
              name: better.item,
              words: `${better.item}, which you have, takes ${shareWords(best.share)}.`,
              measured: this.set(better.measured),
            }
          : null,
    };
  });
  protected readonly words = computed(() => {
    const { type, digit, error } = this.measured();
    return [instrumentType(type).name, `digit ${digit.text}`, error ? `±${error.text}` : 'own error not said'].join(
      ', ',
    );
  });
  protected readonly suits = computed(() => {
    const reads = this.reads();
    return ({ kind, specification }: Part): boolean => kind === 'instrument' && specification.kind === reads;
  });

  protected with(change: Partial<Measuring>): Measuring {
    return { ...this.measured(), ...change } as Measuring;
  }

  /** Another type has other usual numbers, and is called by its name. */
  protected take(specification: InstrumentSpecification): void {
    const { type, name } = this.measured();
    const isNamed = name !== instrumentType(type).name;
    this.changed.emit(
      this.set(measuringOf(specification, isNamed ? name : instrumentType(specification.type).name), true),
    );
  }

  /** Another instrument, set up as the one before; a tilt that was measured stays with the instrument it was measured on. */
  private set(other: Measuring, isSame = false): Measuring {
    const { tilt, counts, temperature, zeroAgain } = this.measured();
    return { ...other, tilt: isSame ? tilt : null, counts, temperature, zeroAgain };
  }

  protected choose({ part }: StoredPart): void {
    if (part.kind === 'instrument') this.changed.emit(this.set(measuringOf(part.specification, part.name)));
  }
}
