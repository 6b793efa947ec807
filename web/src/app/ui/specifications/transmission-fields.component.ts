import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { PARTS, withThreadForm, type TransmissionKind, type TransmissionSpecification } from '@crisp-notch/core/parts';
import { askedOf, isGuessed, withCount } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { FoldComponent } from '../fold.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { InertiaEstimateComponent } from '../inertia-estimate.component';
import { WholeFieldComponent } from '../whole-field.component';
import { withNewest } from '../newest';

const TRANSMISSION_NAMES: Readonly<Record<TransmissionKind, string>> = {
  screw: 'screw',
  belt: 'belt and pulley',
  rack: 'rack and pinion',
  roller: 'feed roller',
  drum: 'drum and rope',
  rotary: 'turning table',
};
const KINDS: readonly ChoiceOption[] = Object.entries(TRANSMISSION_NAMES).map(([value, label]) => ({ value, label }));
const RACK_SIZES: readonly ChoiceOption[] = [
  { value: 'module', label: 'module' },
  { value: 'pitch', label: 'pitch' },
];

const FORMS: readonly ChoiceOption[] = [
  { value: 'trapezoidal', label: 'trapezoidal' },
  { value: 'square', label: 'square' },
  { value: 'v', label: 'V-thread rod' },
  { value: 'ball', label: 'rolling balls' },
];
const ENDS: readonly ChoiceOption[] = [
  { value: 'fixed-free', label: 'firmly at one end, free at the other' },
  { value: 'supported', label: 'loosely at both ends' },
  { value: 'fixed-supported', label: 'firmly at one end, loosely at the other' },
  { value: 'fixed', label: 'firmly at both ends' },
];

const { screw, belt, rack, roller, drum, rotary } = PARTS.transmission.shape.variants;
/** What is asked of each kind. */
const ASKED = {
  screw: askedOf(screw),
  belt: askedOf(belt),
  rack: askedOf(rack),
  roller: askedOf(roller),
  drum: askedOf(drum),
  rotary: askedOf(rotary),
} as const;

type SpecificationOf<K extends TransmissionKind> = Extract<TransmissionSpecification, { kind: K }>;

/** What turns turning into travel. */
@Component({
  selector: 'cn-transmission-fields',
  imports: [ChoiceFieldComponent, FoldComponent, InertiaEstimateComponent, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './transmission-fields.component.html',
  styles: `
    :host,
    .fields {
      display: grid;
      gap: 8px;
    }

    .fields {
      padding-top: 8px;
    }
  `,
})
export class TransmissionFieldsComponent {
  readonly specification = input.required<TransmissionSpecification>();
  readonly changed = output<TransmissionSpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  /** Another kind of transmission is wanted; its sizes start blank. */
  readonly kindChanged = output<TransmissionKind>();
  protected readonly isGuessed = isGuessed;
  protected readonly withCount = withCount;
  protected readonly kinds = KINDS;
  protected readonly rackSizes = RACK_SIZES;
  protected readonly forms = FORMS;
  protected readonly ends = ENDS;
  protected readonly efficiencyRemark = computed(() => {
    const item = this.specification();
    const isComputed =
      item.kind === 'screw' && item.efficiency.from === 'assumed' && item.diameter !== null && item.form !== 'ball';
    return isComputed ? 'As long as this is a guess, thread, diameter and friction give it instead.' : '';
  });
  protected readonly screw = computed(() => this.only('screw'));
  protected readonly belt = computed(() => this.only('belt'));
  protected readonly rack = computed(() => this.only('rack'));
  protected readonly roller = computed(() => this.only('roller'));
  protected readonly drum = computed(() => this.only('drum'));
  protected readonly each = ASKED;
  /** What every kind has. */
  protected readonly asked = computed(() => ASKED[this.specification().kind]);
  /** Inertia of whatever turns with the last shaft; a screw's follows from its size. */
  protected readonly wheel = computed(() => {
    const item = this.specification();
    return item.kind === 'screw' ? null : { value: item.inertia, asked: ASKED[item.kind].inertia };
  });

  protected change(change: object): void {
    this.changed.emit(withNewest(this.newest, change));
  }

  /** Another form of thread brings its own usual efficiency where that is only a guess. */
  protected setForm(screw: SpecificationOf<'screw'>, value: string): void {
    const form = FORMS.find((item) => item.value === value)?.value;
    if (form) this.changed.emit(withThreadForm(screw, form as SpecificationOf<'screw'>['form']));
  }

  protected setKind(kind: string): void {
    if (kind in TRANSMISSION_NAMES) this.kindChanged.emit(kind as TransmissionKind);
  }

  private only<K extends TransmissionKind>(kind: K): SpecificationOf<K> | null {
    const specification = this.specification();
    return specification.kind === kind ? (specification as SpecificationOf<K>) : null;
  }
}
