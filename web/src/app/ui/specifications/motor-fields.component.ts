import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import {
  PARTS,
  BLANK_GEARHEAD,
  type Gearhead,
  type MotorSpecification,
  keyFor,
  stepAngleSaid,
} from '@crisp-notch/core/parts';
import { askedOf, isGuessed, readQuantity } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { trainText } from '@crisp-notch/core/drive-line';
import { FoldComponent } from '../fold.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { WholeFieldComponent } from '../whole-field.component';
import { FaceFieldsComponent } from './face-fields.component';
import { MotorBenchComponent } from './motor-bench.component';
import { StagesFieldComponent } from '../stages-field.component';
import { ButtonModule } from 'primeng/button';
import { withNewest } from '../newest';

const LEADS: readonly ChoiceOption[] = [4, 5, 6, 8].map((leads) => ({ value: String(leads), label: `${leads} leads` }));

const TYPES: readonly ChoiceOption[] = [
  { value: 'stepper', label: 'stepping motor' },
  { value: 'brushed', label: 'brushed motor with encoder' },
];
const SHAFT_ENDS: readonly ChoiceOption[] = [
  { value: 'round', label: 'round' },
  { value: 'flat', label: 'with a flat' },
  { value: 'key', label: 'with a key' },
];
/** Coarser motors than this are not made. */
const COARSEST_STEP = Math.PI / 2;

/** What a sheet's numbers can be for; four leads leave no choice. */
const QUOTES: readonly ChoiceOption[] = [
  { value: 'half', label: 'one half coil, or unipolar' },
  { value: 'series', label: 'the coils in series' },
  { value: 'parallel', label: 'the coils in parallel' },
];

/** What a motor's sheet says. */
@Component({
  selector: 'cn-motor-fields',
  imports: [
    ButtonModule,
    ChoiceFieldComponent,
    FaceFieldsComponent,
    FoldComponent,
    MotorBenchComponent,
    QuantityFieldComponent,
    StagesFieldComponent,
    WholeFieldComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './motor-fields.component.html',
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: stretch;
    }

    button {
      justify-self: start;
    }
  `,
})
export class MotorFieldsComponent {
  readonly specification = input.required<MotorSpecification>();
  readonly changed = output<MotorSpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.motor.shape);
  protected readonly encoderAsked = askedOf(PARTS.motor.shape.fields.encoder);
  protected readonly gearheadAsked = askedOf(PARTS.motor.shape.fields.gearhead);
  protected readonly isGuessed = isGuessed;
  protected readonly stepAngleBounds = { isPositive: true, most: COARSEST_STEP };
  protected readonly stepAngleSaid = stepAngleSaid;
  protected readonly leads = LEADS;
  protected readonly types = TYPES;
  protected readonly shaftEnds = SHAFT_ENDS;
  protected readonly keyRemark = computed(() => {
    const { shaft } = this.specification();
    const width = shaft ? keyFor(readQuantity(shaft, 'length').value) : null;
    return width === null ? 'Its width.' : `Its width; ${width * 1000} mm by ISO/R 773 for this shaft.`;
  });
  protected readonly quotes = computed(() =>
    QUOTES.filter(({ value }) => this.specification().leads === 8 || value !== 'parallel'),
  );
  protected readonly blankGearhead = BLANK_GEARHEAD;
  protected readonly shareBounds = { least: 0, most: 1 };

  /** How the machine has it wired, where that is a choice. */
  readonly wired = input('');
  protected readonly wiringHeld = computed(() => {
    const { leads, quotedFor } = this.specification();
    const quoted = leads === 4 ? '' : (QUOTES.find(({ value }) => value === quotedFor)?.label ?? '');
    return [`${leads} leads`, quoted && `numbers for ${quoted}`, this.wired() && `wired ${this.wired()}`];
  });
  protected readonly frameWords = computed(() => {
    const { frame } = this.specification();
    return frame === 'unknown' ? '' : frame === 'other' ? 'another frame' : `size ${frame}`;
  });
  protected readonly endWords = computed(
    () => SHAFT_ENDS.find(({ value }) => value === this.specification().shaftEnd)?.label ?? '',
  );
  protected readonly gearheadWords = computed(() => {
    const { gearhead } = this.specification();
    if (!gearhead) return 'none';
    return gearhead.stages.length > 0 ? trainText(gearhead.stages) : (gearhead.nominal?.text ?? 'teeth not known');
  });

  protected change(change: Partial<MotorSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }

  protected setLeads(value: string): void {
    const leads = Number(value) as MotorSpecification['leads'];
    this.change({
      leads,
      quotedFor:
        leads === 4 ? 'coil' : this.specification().quotedFor === 'coil' ? 'half' : this.specification().quotedFor,
    });
  }

  protected setShaftEnd(value: string): void {
    this.change({ shaftEnd: value === 'key' ? 'key' : value === 'flat' ? 'flat' : 'round' });
  }

  protected setQuoted(value: string): void {
    const found = QUOTES.find((item) => item.value === value);
    if (found) this.change({ quotedFor: found.value as MotorSpecification['quotedFor'] });
  }

  protected setEncoder(change: Partial<NonNullable<MotorSpecification['encoder']>> | null): void {
    this.change({
      encoder: change && {
        counts: 4000,
        guessed: ['counts'],
        followingLimit: null,
        ...this.specification().encoder,
        ...change,
      },
    });
  }

  protected setGearhead(gearhead: Gearhead, change: Partial<Gearhead>): void {
    this.change({ gearhead: { ...gearhead, ...change } });
  }
}
