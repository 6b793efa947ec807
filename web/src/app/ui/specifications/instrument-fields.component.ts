import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import {
  INSTRUMENT_FIELDS,
  INSTRUMENT_TYPE_NAMES,
  instrumentType,
  usualInstrument,
  type InstrumentSpecification,
  type ReadDimension,
} from '@crisp-notch/core/parts';
import { askedOf } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import type { ChoiceOption } from '../select.component';
import { withNewest } from '../newest';

const ASKED = {
  length: askedOf({ fields: INSTRUMENT_FIELDS.length }),
  angle: askedOf({ fields: INSTRUMENT_FIELDS.angle }),
  mass: askedOf({ fields: INSTRUMENT_FIELDS.mass }),
  time: askedOf({ fields: INSTRUMENT_FIELDS.time }),
} as const;

/** How an instrument may be set to the motion. */
const SQUARES: readonly ChoiceOption[] = [
  { value: 'by-eye', label: 'by eye, within 4°' },
  { value: 'by-square', label: 'by a square, within 1°' },
  { value: 'indicated', label: 'along an indicated edge, within 0.2°' },
];

/** What an instrument shows, how finely, and how far it may be trusted. */
@Component({
  selector: 'cn-instrument-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field
      label="Instrument"
      [options]="types()"
      [value]="specification().type"
      (changed)="chooseType($event)"
    />
    <cn-quantity-field
      [asked]="asked().digit"
      [value]="specification().digit"
      (changed)="$event && change({ digit: $event })"
      remark="What one division or digit is worth."
    />
    <cn-quantity-field
      [asked]="asked().error"
      [value]="specification().error"
      (changed)="change({ error: $event })"
      remark="Its printed limit, or from its calibration."
    />
    <cn-quantity-field
      [asked]="asked().scale"
      [value]="specification().scale"
      (changed)="change({ scale: $event })"
      remark="The same as a share, at 95 %."
    />
    @if (specification().kind === 'length') {
      <cn-choice-field
        label="Set square"
        [options]="squares"
        [value]="specification().square"
        (changed)="setSquare($event)"
      />
      <cn-quantity-field
        [asked]="asked().range"
        [value]="specification().range"
        (changed)="change({ range: $event })"
        remark="In one setting; longer moves are stepped."
      />
    }
    <cn-quantity-field
      [asked]="asked().drift"
      [value]="specification().drift"
      (changed)="change({ drift: $event })"
      remark="How far its zero was off at the end."
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class InstrumentFieldsComponent {
  readonly specification = input.required<InstrumentSpecification>();
  /** Only what shows this can be chosen; without: anything. */
  readonly reads = input<ReadDimension | null>(null);
  readonly changed = output<InstrumentSpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly squares = SQUARES;
  protected readonly asked = computed(() => ASKED[this.specification().kind]);
  protected readonly types = computed(() =>
    INSTRUMENT_TYPE_NAMES.filter((name) => this.reads() === null || instrumentType(name).reads === this.reads()).map(
      (name): ChoiceOption => ({ value: name, label: instrumentType(name).name }),
    ),
  );

  /** What is usual of another type is taken with it: a rule's digit is no indicator's. */
  protected chooseType(value: string): void {
    const name = INSTRUMENT_TYPE_NAMES.find((item) => item === value);
    if (name && name !== this.specification().type) this.changed.emit(usualInstrument(name));
  }

  protected setSquare(value: string): void {
    if (value === 'by-eye' || value === 'by-square' || value === 'indicated') this.change({ square: value });
  }

  protected change(change: Partial<InstrumentSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}
