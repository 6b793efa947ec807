import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { microstepsError } from '@crisp-notch/core/machine';
import {
  BLANK_DRIVER_LOGIC,
  BLANK_DRIVER_TIMING,
  driverTiming,
  PARTS,
  type CurrentFormula,
  type DriverSpecification,
  type DriverTiming,
} from '@crisp-notch/core/parts';
import { askedOf, isGuessed, quantityOf, withCount } from '@crisp-notch/core/shape';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { FoldComponent } from '../fold.component';
import { NameFieldComponent } from '../name-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import { aboveEnd, belowEnd } from '../window-bounds';
import { WholeFieldComponent } from '../whole-field.component';
import { CurrentStepsFieldsComponent } from './current-steps-fields.component';
import { DriverLogicFieldsComponent } from './driver-logic-fields.component';
import { withNewest } from '../newest';

const FORMULAS: readonly ChoiceOption[] = [
  { value: 'none', label: 'nobody has said' },
  { value: 'sense-resistor', label: 'sense resistor and gain' },
  { value: 'linear', label: 'amperes per volt' },
  { value: 'switches', label: 'a table of switches' },
  { value: 'number', label: 'a number that a program sends' },
];
const TYPES: readonly ChoiceOption[] = [
  { value: 'chopper', label: 'current chopper, step and direction' },
  { value: 'bridge', label: 'bridge pair on constant volts' },
  { value: 'unipolar', label: 'unipolar switch array' },
];
const SWITCHINGS: readonly ChoiceOption[] = [
  { value: 'sinking', label: 'pull the coils to ground' },
  { value: 'sourcing', label: 'feed the coils' },
];
const READS: readonly ChoiceOption[] = [
  { value: 'peak', label: 'the crest' },
  { value: 'rms', label: 'RMS' },
];
const NOISES: readonly ChoiceOption[] = [
  { value: '', label: 'nobody said' },
  { value: 'loud', label: 'heard' },
  { value: 'quiet', label: 'quiet' },
  { value: 'silent', label: 'not heard' },
];
const VOLT_KINDS: readonly ChoiceOption[] = [
  { value: 'dc', label: 'direct current' },
  { value: 'ac', label: 'alternating current' },
];

/** What a driver is: its limits and how its current is set. */
@Component({
  selector: 'cn-driver-fields',
  imports: [
    ChoiceFieldComponent,
    CurrentStepsFieldsComponent,
    DriverLogicFieldsComponent,
    FoldComponent,
    NameFieldComponent,
    QuantityFieldComponent,
    WholeFieldComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="It is a" [options]="types" [value]="specification().type" (changed)="setType($event)" />
    @if (specification().type === 'unipolar') {
      <cn-choice-field
        label="Its switches"
        [options]="switchings"
        [value]="specification().switching"
        (changed)="change({ switching: $event === 'sourcing' ? 'sourcing' : 'sinking' })"
      />
    }
    @if (specification().type !== 'chopper') {
      <cn-quantity-field
        [asked]="asked.drop"
        [value]="specification().drop"
        (changed)="change({ drop: $event })"
        remark="Of all switches in a coil’s path together; takes the place of their resistance."
      />
    } @else {
      <cn-choice-field
        label="Current is set by"
        [options]="formulas"
        [value]="formulaKind()"
        (changed)="setFormula($event)"
      />
      @if (sense(); as formula) {
        <cn-quantity-field
          [asked]="senseAsked.gain"
          [value]="formula.gain"
          (changed)="
            $event && change({ formula: { kind: formula.kind, gain: $event, senseResistor: formula.senseResistor } })
          "
        />
        <cn-quantity-field
          [asked]="senseAsked.senseResistor"
          [value]="formula.senseResistor"
          (changed)="$event && change({ formula: { kind: formula.kind, gain: formula.gain, senseResistor: $event } })"
          remark="Read its marking: R150 is 0.15 Ω."
        />
      }
      @if (linear(); as formula) {
        <cn-quantity-field
          [asked]="linearAsked.slope"
          [value]="formula.slope"
          (changed)="$event && change({ formula: { kind: formula.kind, slope: $event, reads: formula.reads } })"
        />
        <cn-choice-field
          label="It gives"
          [options]="reads"
          [value]="formula.reads"
          (changed)="
            change({ formula: { kind: formula.kind, slope: formula.slope, reads: $event === 'rms' ? 'rms' : 'peak' } })
          "
        />
      }
    }
    @if (specification().currentSteps; as steps) {
      <cn-current-steps-fields [steps]="steps" (changed)="change({ currentSteps: $event })" />
    }
    <cn-quantity-field
      [asked]="asked.currentMost"
      [bounds]="mostCurrent()"
      [value]="specification().currentMost"
      (changed)="change({ currentMost: $event })"
    />
    @if (specification().type === 'chopper') {
      <cn-choice-field
        label="Which is"
        [options]="reads"
        [value]="specification().currentReads"
        (changed)="change({ currentReads: $event === 'rms' ? 'rms' : 'peak' })"
      />
      <cn-quantity-field
        [asked]="asked.currentLeast"
        [bounds]="leastCurrent()"
        [value]="specification().currentLeast"
        (changed)="change({ currentLeast: $event })"
        remark="That it can be set to, if it says so."
      />
    }
    <cn-quantity-field
      [asked]="asked.voltageLeast"
      [bounds]="leastVolts()"
      [value]="specification().voltageLeast"
      (changed)="change({ voltageLeast: $event })"
    />
    <cn-quantity-field
      [asked]="asked.voltageMost"
      [bounds]="mostVolts()"
      [value]="specification().voltageMost"
      (changed)="change({ voltageMost: $event })"
    />
    @if (specification().voltageLeast || specification().voltageMost) {
      <cn-choice-field
        label="In volts of"
        [options]="voltKinds"
        [value]="specification().voltageReads"
        (changed)="change({ voltageReads: $event === 'ac' ? 'ac' : 'dc' })"
      />
      @if (specification().voltageReads === 'ac') {
        <p class="small quiet">
          The driver rectifies, so it is judged by the crest, √2 times these. Fed by a transformer, say as the supply’s
          voltage what the bus comes to: √2 times the transformer’s volts, less 1.4 V.
        </p>
      }
    }
    @if (isForStepper()) {
      <cn-whole-field
        [asked]="asked.finestMicrosteps"
        [label]="specification().type === 'chopper' ? 'Finest microsteps' : 'Finest steps'"
        [isAssumed]="isGuessed(specification(), 'finestMicrosteps')"
        [refuse]="microstepsError"
        [value]="specification().finestMicrosteps"
        (changed)="changed.emit(withCount(specification(), 'finestMicrosteps', $event))"
        [remark]="
          specification().type === 'chopper'
            ? 'A full step, e.g. 16 for 1/16.'
            : '1 for full steps alone, 2 for half steps.'
        "
      />
    }
    <cn-fold
      heading="Heat and losses"
      [held]="[
        [asked.onResistance, specification().onResistance],
        [asked.thermalResistance, specification().thermalResistance],
        [asked.quiescent, specification().quiescent],
        [asked.efficiency, specification().efficiency],
      ]"
    >
      <cn-quantity-field
        [asked]="asked.onResistance"
        [value]="specification().onResistance"
        (changed)="change({ onResistance: $event })"
        remark="Of one switch, at 25 °C."
      />
      @if (specification().type === 'chopper') {
        <cn-quantity-field [asked]="asked.drop" [value]="specification().drop" (changed)="change({ drop: $event })" />
      }
      <cn-quantity-field
        [asked]="asked.thermalResistance"
        [value]="specification().thermalResistance"
        (changed)="change({ thermalResistance: $event })"
        remark="With the heat sink that it has."
      />
      <cn-quantity-field
        [asked]="asked.quiescent"
        [value]="specification().quiescent"
        (changed)="$event && change({ quiescent: $event })"
      />
      <cn-quantity-field
        [asked]="asked.efficiency"
        [value]="specification().efficiency"
        (changed)="$event && change({ efficiency: $event })"
        remark="Share of the power it draws; for the size of the supply."
      />
    </cn-fold>
    @if (specification().type === 'chopper') {
      <cn-fold
        heading="Step and direction"
        [held]="[
          [timingAsked.high, timing().high],
          [timingAsked.low, timing().low],
          [timingAsked.ahead, timing().ahead],
          [timingAsked.after, timing().after],
        ]"
      >
        <cn-quantity-field
          [asked]="timingAsked.high"
          [value]="timing().high"
          (changed)="changeTiming({ high: $event })"
          remark="What its sheet asks for at least, e.g. 1.9 µs."
        />
        <cn-quantity-field [asked]="timingAsked.low" [value]="timing().low" (changed)="changeTiming({ low: $event })" />
        <cn-quantity-field
          [asked]="timingAsked.ahead"
          [value]="timing().ahead"
          (changed)="changeTiming({ ahead: $event })"
        />
        <cn-quantity-field
          [asked]="timingAsked.after"
          [value]="timing().after"
          (changed)="changeTiming({ after: $event })"
        />
      </cn-fold>
    }
    <cn-fold heading="Logic and pins" [held]="[logicHeld()]">
      @if (specification().logic; as logic) {
        <cn-driver-logic-fields [logic]="logic" (changed)="change({ logic: $event })" />
      } @else {
        <p class="small quiet">Nobody has said how its inputs are made. The wiring plan asks for it.</p>
        <button type="button" class="link" (click)="change({ logic: blankLogic })">Say how its inputs are made</button>
      }
      <cn-choice-field
        label="Its switching is"
        [options]="noises"
        [value]="specification().noise ?? ''"
        (changed)="setNoise($event)"
      />
      <cn-name-field
        label="Protected from"
        [value]="specification().protection"
        (changed)="change({ protection: $event.slice(0, 60) })"
      />
    </cn-fold>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class DriverFieldsComponent {
  readonly specification = input.required<DriverSpecification>();
  /** A brushed motor has no steps for its driver to divide. */
  readonly isForStepper = input(true);
  readonly changed = output<DriverSpecification>();
  private readonly newest = linkedSignal(() => this.specification());
  protected readonly asked = askedOf(PARTS.driver.shape);
  protected readonly senseAsked = askedOf(PARTS.driver.shape.fields.formula.variants['sense-resistor']);
  protected readonly linearAsked = askedOf(PARTS.driver.shape.fields.formula.variants.linear);
  protected readonly timingAsked = askedOf(driverTiming);
  protected readonly timing = computed(() => this.specification().timing ?? BLANK_DRIVER_TIMING);
  protected readonly isGuessed = isGuessed;
  protected readonly withCount = withCount;
  protected readonly microstepsError = microstepsError;
  /** A window has its least below its greatest. */
  protected readonly leastVolts = computed(() => belowEnd(this.specification().voltageMost, 'voltage', { least: 0 }));
  protected readonly mostVolts = computed(() => aboveEnd(this.specification().voltageLeast, 'voltage'));
  protected readonly leastCurrent = computed(() => belowEnd(this.specification().currentMost, 'current'));
  protected readonly mostCurrent = computed(() => aboveEnd(this.specification().currentLeast, 'current'));
  protected readonly noises = NOISES;
  protected readonly blankLogic = BLANK_DRIVER_LOGIC;
  protected readonly logicHeld = computed(() => {
    const { logic } = this.specification();
    return logic === null
      ? ''
      : `${logic.inputs === 'opto' ? 'opto inputs' : 'logic inputs'}, enabled by ${logic.enabledBy}`;
  });
  protected readonly formulas = FORMULAS;
  protected readonly reads = READS;
  protected readonly voltKinds = VOLT_KINDS;
  protected readonly types = TYPES;
  protected readonly switchings = SWITCHINGS;
  protected readonly formulaKind = computed(
    () => this.specification().formula?.kind ?? this.specification().currentSteps?.kind ?? 'none',
  );
  protected readonly sense = computed(() => this.formulaOf('sense-resistor'));
  protected readonly linear = computed(() => this.formulaOf('linear'));

  protected change(change: Partial<DriverSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }

  /** A sheet of which nothing is said any more has not been looked at. */
  protected changeTiming(change: Partial<DriverTiming>): void {
    const timing = { ...this.timing(), ...change };
    this.change({ timing: Object.values(timing).every((item) => item === null) ? null : timing });
  }

  protected setNoise(value: string): void {
    const found = NOISES.find((item) => item.value === value)?.value ?? '';
    this.change({ noise: found === '' ? null : (found as DriverSpecification['noise']) });
  }

  protected setType(value: string): void {
    const found = TYPES.find((item) => item.value === value);
    if (found) this.change({ type: found.value as DriverSpecification['type'] });
  }

  protected setFormula(kind: string): void {
    const assumed = (text: string): ReturnType<typeof quantityOf> => quantityOf(text, 'assumed');
    const set = (change: Partial<DriverSpecification>): void => {
      this.change({ formula: null, currentSteps: null, ...change });
    };
    if (kind === 'sense-resistor') set({ formula: { kind, gain: assumed('8'), senseResistor: assumed('0.1 Ω') } });
    else if (kind === 'linear') set({ formula: { kind, slope: assumed('1 A/V'), reads: 'peak' } });
    else if (kind === 'switches') set({ currentSteps: { kind, reads: 'peak', settings: [] } });
    else if (kind === 'number') set({ currentSteps: { kind, reads: 'rms', most: 31, full: assumed('2 A') } });
    else set({});
  }

  private formulaOf<K extends CurrentFormula['kind']>(kind: K): Extract<CurrentFormula, { kind: K }> | null {
    const { formula } = this.specification();
    return formula?.kind === kind ? (formula as Extract<CurrentFormula, { kind: K }>) : null;
  }
}
