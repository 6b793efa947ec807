import { NgTemplateOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { CASE, CASE_NUMBER, pairWords, readingWords, type LeadReading, type MotorLeads } from '@crisp-notch/core/coils';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { beliefOf, leadsOf } from '@crisp-notch/core/wiring';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { today } from '../data/dates';
import { DesignStore, type AxisView } from '../data/design-store';
import { afterPaint } from '../ui/after-paint';
import { FoldComponent } from '../ui/fold.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { SelectComponent, type ChoiceOption } from '../ui/select.component';
import { finderSight, withLeads, type MotorPlace, type PairCell } from './coil-finder.state';

const MARKS = { certain: '●', possible: '○', no: '–' } as const;
const SAID = { certain: 'joined', possible: 'possible', no: 'not joined' } as const;
const OUTPUTS = ['A1', 'A2', 'B1', 'B2'];
const OHMS = { label: 'Ohms', dimension: 'resistance', bounds: { least: 0 }, isOptional: true } as const;
const METER = { label: 'Its own leads read', dimension: 'resistance', bounds: { least: 0, most: 5 } } as const;

/** Which leads of one motor belong together: by ohms, by a stiff shaft or by a lamp, whatever is at hand. */
@Component({
  selector: 'cn-coil-finder',
  imports: [ButtonModule, NgTemplateOutlet, FoldComponent, InputTextModule, QuantityFieldComponent, SelectComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './coil-finder.component.html',
  styleUrl: './coil-finder.component.css',
})
export class CoilFinderComponent {
  readonly view = input.required<AxisView>();
  readonly place = input.required<MotorPlace>();

  private readonly store = inject(DesignStore);
  private readonly injector = inject(Injector);
  private readonly ohmsField = viewChild<QuantityFieldComponent>('ohmsField');
  protected readonly outputs = OUTPUTS;
  protected readonly ohms = OHMS;
  protected readonly meter = METER;
  protected readonly leads = computed(() => leadsOf(this.view().axis, this.place().index));
  /** All ways to connect eight leads are weighed in some tens of milliseconds: after what was typed is drawn. */
  private readonly weighed = afterPaint(() => {
    const [{ axis }, leads] = [this.view(), this.leads()];
    return () => finderSight(axis, leads, beliefOf(axis, leads));
  });
  protected readonly sight = computed(() => this.weighed());
  /** The pair that is read: the one that tells most, until another is pressed. */
  protected readonly pair = linkedSignal<readonly [number, number] | null>(() => this.sight()?.nextPair ?? null);
  /** What stands in the field and is understood; kept by Enter, not by every digit. */
  protected readonly typed = signal<Quantity | null>(null);
  protected readonly pairName = computed(() => {
    const pair = this.pair();
    return pair ? pairWords(this.leads(), pair) : '';
  });
  protected readonly isToCase = computed(() => this.pair()?.[1] === CASE);
  protected readonly readings = computed(() =>
    this.leads()
      .readings.map((reading, index) => ({ index, words: readingWords(this.leads(), reading), on: reading.on }))
      .reverse(),
  );
  /** Ends of middles that were said, also where the other is still to come. */
  private readonly meeting = signal<readonly { readonly one?: number; readonly other?: number }[]>([]);
  protected readonly phases = ['First phase', 'Second phase'];
  protected readonly choices = computed<readonly ChoiceOption[]>(() => [
    { value: '', label: 'nothing yet' },
    ...this.leads().names.map((name, index) => ({ value: index.toString(), label: name })),
  ]);

  protected nameOf(cell: PairCell): string {
    const { leads, sure, percent, read } = cell;
    const said = sure === 'possible' ? `${SAID.possible}, ${percent} %` : SAID[sure];
    return `${pairWords(this.leads(), leads)}: ${said}${read === '' ? '' : `, read ${read}`}`;
  }

  protected markOf({ sure }: PairCell): string {
    return MARKS[sure];
  }

  protected isHere(cell: PairCell): boolean {
    const pair = this.pair();
    return pair !== null && pair[0] === cell.leads[0] && pair[1] === cell.leads[1];
  }

  protected choose(cell: PairCell): void {
    this.pair.set(cell.leads);
    this.ohmsField()?.focus();
  }

  protected keepOhms(): void {
    const ohms = this.typed();
    if (ohms) this.add({ ohms: quantityOf(ohms.text, 'measured', today()), sense: null });
  }

  protected keepOpen(): void {
    this.add({ ohms: null, sense: null });
  }

  protected keepSense(isLamp: boolean, isSo: boolean): void {
    this.add({ ohms: null, sense: { isLamp, isSo } });
  }

  private add(found: Pick<LeadReading, 'ohms' | 'sense'>): void {
    const pair = this.pair();
    this.typed.set(null);
    if (!pair) return;
    const [one, other] = pair;
    const reading: LeadReading = { one, other: other === CASE ? CASE_NUMBER : other, ...found, on: today() };
    this.edit('reading', (leads) => ({ ...leads, readings: [...leads.readings, reading] }));
    afterNextRender(() => this.ohmsField()?.focus(), { injector: this.injector });
  }

  protected takeBack(index: number): void {
    this.edit('taken-back', (leads) => ({ ...leads, readings: leads.readings.filter((_, place) => place !== index) }));
  }

  protected rename(lead: number, event: Event): void {
    const name = (event.target as HTMLInputElement).value.trim().slice(0, 20);
    if (name !== '')
      this.edit(`name-${lead}`, (leads) => ({
        ...leads,
        names: leads.names.map((before, index) => (index === lead ? name : before)),
      }));
  }

  protected setMeter(meter: Quantity | null): void {
    this.edit('meter', (leads) => ({ ...leads, meter }));
  }

  /** One of two leads that meet in the middle of a phase, as its choice. */
  protected middleOf(phase: number, end: 'one' | 'other'): string {
    return (this.leads().middles[phase]?.[end] ?? this.meeting()[phase]?.[end])?.toString() ?? '';
  }

  /** Kept once both ends of a middle are said. */
  protected setMiddle(phase: number, end: 'one' | 'other', value: string): void {
    const lead = value === '' ? undefined : Number(value);
    const before = [0, 1].map((place) => ({ ...this.leads().middles[place], ...this.meeting()[place] }));
    const ends = before.map((item, place) => (place === phase ? { ...item, [end]: lead } : item));
    this.meeting.set(ends);
    const middles = ends.flatMap(({ one, other }) =>
      one === undefined || other === undefined ? [] : [{ one, other }],
    );
    this.edit('middles', (leads) => ({ ...leads, middles }));
  }

  /** The lead that an output has, as its choice. */
  protected onOutput(place: number): string {
    return this.leads().order[place]?.toString() ?? '';
  }

  protected setOutput(place: number, value: string): void {
    this.edit('order', (leads) => {
      if (value === '') return { ...leads, order: [] };
      const lead = Number(value);
      // Outputs are filled in their order; a lead is on one of them at most.
      const order = leads.order.filter((item, index) => item !== lead || index === place).slice();
      order[Math.min(place, order.length)] = lead;
      return { ...leads, order };
    });
  }

  private edit(key: string, change: (leads: MotorLeads) => MotorLeads): void {
    const { axisId, index } = this.place();
    this.store.editAxis(axisId, `leads.${index}.${key}.${this.leads().readings.length}`, (axis) =>
      withLeads(axis, index, change(leadsOf(axis, index))),
    );
  }
}
