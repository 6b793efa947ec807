import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { StoredPart } from '@crisp-notch/contract';
import {
  advisedLimit,
  stepsPerMotorTurn,
  isBrushed,
  isRegulated,
  powerOff,
  sayIn,
  windingCurrent,
  windingInductance,
  windingResistance,
  windingTorque,
  WIRING_WORDS,
} from '@crisp-notch/core/drive-line';
import {
  MACHINE_ASKED,
  isLetterTaken,
  MICROSTEP_DIVISORS,
  newSupply,
  nextSupplyId,
  withTransmissionKind,
  type Axis,
  type Faults,
  fitsAxis,
  withoutFindings,
} from '@crisp-notch/core/machine';
import {
  type ControllerSpecification,
  type DriverSpecification,
  type MotorSpecification,
  type Stage,
  type SupplySpecification,
  type TransmissionKind,
  type TransmissionSpecification,
  NO_STOCK,
  wiringFor,
  type Part,
  type PartKind,
} from '@crisp-notch/core/parts';
import { isGuessed, quantityOf, readQuantity, withCount, type Quantity } from '@crisp-notch/core/shape';
import { wiringsOf } from '@crisp-notch/core/motor';
import { InputTextModule } from 'primeng/inputtext';
import { messageOf } from '../data/answers';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { ShelfStore } from '../data/shelf-store';
import { FigureComponent } from '../ui/figure.component';
import { CautionComponent } from '../ui/caution.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { ControllerFieldsComponent } from '../ui/specifications/controller-fields.component';
import { DriverFieldsComponent } from '../ui/specifications/driver-fields.component';
import { MotorFieldsComponent } from '../ui/specifications/motor-fields.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';
import { TransmissionFieldsComponent } from '../ui/specifications/transmission-fields.component';
import { StagesFieldComponent } from '../ui/stages-field.component';
import { FoldComponent } from '../ui/fold.component';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { NameFieldComponent } from '../ui/name-field.component';
import { JointComponent } from './joint.component';
import type { LineStation } from '../ui/drive-line/stations';
import { ButtonModule } from 'primeng/button';

export interface AxisChange {
  readonly key: string;
  readonly change: (axis: Axis) => Axis;
}

/** As box drivers print it: pulses per turn of the motor. */
const microstepOption = (count: number, fullSteps: number | null): ChoiceOption => {
  const name = count === 1 ? 'full steps' : `1/${count} step`;
  return {
    value: String(count),
    label: fullSteps === null ? name : `${name} · ${Number((count * fullSteps).toPrecision(6))} pulses per turn`,
  };
};
const COUNTS: readonly ChoiceOption[] = [
  { value: '1', label: 'one motor' },
  { value: '2', label: 'two alike, one on each side' },
];
const SWITCHES: readonly ChoiceOption[] = [
  { value: 'one', label: 'one for both sides' },
  { value: 'each', label: 'one at each side' },
];
/** Limits that differ by less are the same: nobody sets a trimmer closer. */
const SAME_LIMIT = 0.02;
/** A slide and a table may have these alike. */
const FOR_ANY_AXIS: readonly LineStation[] = ['supply', 'driver', 'motor', 'reduction'];
const TITLES: Readonly<Record<LineStation, string>> = {
  supply: 'Supply',
  driver: 'Driver',
  motor: 'Motor',
  reduction: 'Reduction',
  transmission: 'Transmission',
  carriage: 'Carriage',
};
const PART_OF: Partial<Record<LineStation, PartKind>> = {
  supply: 'supply',
  driver: 'driver',
  motor: 'motor',
  transmission: 'transmission',
};

/** Edits the selected station of a drive line. */
@Component({
  selector: 'cn-station-editor',
  imports: [
    ButtonModule,
    CautionComponent,
    ChoiceFieldComponent,
    ControllerFieldsComponent,
    DriverFieldsComponent,
    FigureComponent,
    FoldComponent,
    InputTextModule,
    JointComponent,
    MotorFieldsComponent,
    NameFieldComponent,
    PartChooserComponent,
    QuantityFieldComponent,
    StagesFieldComponent,
    SupplyFieldsComponent,
    TransmissionFieldsComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './station-editor.component.html',
  styleUrl: './station-editor.component.css',
})
export class StationEditorComponent {
  readonly view = input.required<AxisView>();
  readonly station = input.required<LineStation>();
  readonly canRemove = input(false);
  readonly changed = output<AxisChange>();
  readonly chosen = output<StoredPart>();
  readonly removed = output();

  private readonly store = inject(DesignStore);
  private readonly shelf = inject(ShelfStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly document = toSignal(this.store.document$);
  protected readonly shelved = signal('');
  protected readonly letterMessage = signal('');
  /** As fine as the driver goes, so far as that is said. */
  protected readonly microsteps = computed(() => {
    const { driver } = this.axis();
    const most = isGuessed(driver.specification, 'finestMicrosteps') ? Infinity : driver.specification.finestMicrosteps;
    const perTurn = this.view().reckoner.value(stepsPerMotorTurn);
    const fullSteps = perTurn === null ? null : perTurn / driver.microsteps;
    return MICROSTEP_DIVISORS.filter((count) => count <= most || count === driver.microsteps).map((count) =>
      microstepOption(count, fullSteps),
    );
  });
  protected readonly isStepper = computed(() => !isBrushed(this.view().context));
  protected readonly isRegulated = computed(() => isRegulated(this.view().context));
  protected readonly isMicrostepsGuessed = computed(() => isGuessed(this.axis().driver, 'microsteps'));
  protected readonly axis = computed(() => this.view().axis);
  protected readonly title = computed(() =>
    this.station() === 'carriage' && this.axis().job.kind === 'rotary' ? 'Plate' : TITLES[this.station()],
  );
  protected readonly partKind = computed(() => PART_OF[this.station()] ?? null);
  protected readonly partKinds = computed(() => {
    const kind = this.partKind();
    return kind ? [kind] : [];
  });
  protected readonly supplies = computed<readonly ChoiceOption[]>(() => [
    ...(this.document()?.supplies ?? []).map((item, index) => ({
      value: item.id,
      label: `${index + 1}: ${item.name || 'supply'}`,
    })),
    ...(this.document()?.converters ?? []).map((item) => ({ value: item.id, label: item.name || 'converter' })),
    { value: 'new', label: 'another supply' },
  ]);
  protected readonly wirings = computed<readonly ChoiceOption[]>(() =>
    wiringsOf(this.axis().motor.specification.leads).map((value) => ({ value, label: WIRING_WORDS[value] })),
  );
  protected readonly wiredWords = computed(() => WIRING_WORDS[this.axis().motor.wiring]);
  protected readonly counts = COUNTS;
  protected readonly switches = SWITCHES;
  protected readonly figures = { windingResistance, windingInductance, windingCurrent, windingTorque };
  protected readonly linearFaults = computed(() => {
    const { faults } = this.axis();
    return faults.kind === 'linear' ? faults : null;
  });
  protected readonly asked = MACHINE_ASKED;
  protected readonly faultsAsked = computed(() => MACHINE_ASKED.faults[this.axis().faults.kind]);
  protected readonly powerOff = computed(() => powerOff(this.view().reckoner, sayIn(this.units())));
  /** Other axes from which this station can be taken over. */
  protected readonly others = computed(() => {
    const axis = this.axis();
    const isForAny = FOR_ANY_AXIS.includes(this.station());
    return (this.document()?.axes ?? []).filter(
      (item) => item.id !== axis.id && (isForAny || item.job.kind === axis.job.kind),
    );
  });
  protected readonly supply = computed(() => this.view().context.supply);
  /** A converter is described with the rails, not as a supply. */
  protected readonly isConverter = computed(() =>
    (this.document()?.converters ?? []).some((item) => item.id === this.axis().supply),
  );
  protected readonly controller = computed(() => this.document()?.controller);
  protected readonly name = computed(() => {
    const station = this.station();
    if (station === 'supply') return this.supply()?.name ?? '';
    return station === 'reduction' ? '' : this.axis()[station].name;
  });
  protected readonly fits = computed(() => {
    const axis = this.axis();
    return (part: Part): boolean => fitsAxis(axis, part);
  });

  private readonly chooser = viewChild('stationPart', { read: PartChooserComponent });

  /** Shows the list of the shelf for this station, for whoever goes on choosing. */
  openShelf(): void {
    this.chooser()?.open();
  }

  constructor() {
    effect(() => {
      const { id, motor } = this.axis();
      this.motors.update((motors) => (motors[id] ? motors : { ...motors, [id]: motor.specification }));
    });
  }

  protected edit(key: string, change: (axis: Axis) => Axis): void {
    this.changed.emit({ key, change });
  }

  protected setName(name: string): void {
    const station = this.station();
    if (station === 'supply') this.editSupply({ name });
    else if (station !== 'reduction')
      this.edit(`${station}.name`, (axis) => ({ ...axis, [station]: { ...axis[station], name } }));
  }

  protected setAxisName(name: string): void {
    this.edit('name', (axis) => ({ ...axis, name }));
  }

  protected setLetter(field: HTMLInputElement): void {
    const letter = field.value.trim().toUpperCase();
    const isTaken = isLetterTaken(this.document()?.axes ?? [], letter, this.axis().id);
    this.letterMessage.set(
      letter === '' ? 'An axis needs a letter.' : isTaken ? `Another axis is ${letter} already.` : '',
    );
    if (letter !== '' && !isTaken) this.edit('letter', (axis) => ({ ...axis, letter }));
  }

  protected setMotor(specification: MotorSpecification): void {
    this.edit('motor.specification', (axis) => ({
      ...axis,
      motor: {
        ...axis.motor,
        specification,
        wiring: wiringFor(specification, axis.motor.wiring, axis.driver.specification.type),
      },
    }));
  }

  protected setDriver(specification: DriverSpecification): void {
    this.edit('driver.specification', (axis) => ({ ...axis, driver: { ...axis.driver, specification } }));
  }

  protected setMicrosteps(value: string): void {
    this.edit('driver.microsteps', (axis) => ({
      ...axis,
      driver: withCount(axis.driver, 'microsteps', Number(value)),
    }));
  }

  protected setTransmission(specification: TransmissionSpecification): void {
    this.edit('transmission.specification', (axis) => ({
      ...axis,
      transmission: { ...axis.transmission, specification },
    }));
  }

  protected setTransmissionKind(kind: TransmissionKind): void {
    this.edit('transmission.kind', (axis) => withTransmissionKind(axis, kind));
  }

  protected chooseSupply(id: string): void {
    if (id !== 'new') {
      this.edit('supply', (axis) => ({ ...axis, supply: id }));
      return;
    }
    const axisId = this.axis().id;
    this.store.edit('supplies', (document) => {
      const added = newSupply(nextSupplyId(document));
      return {
        ...document,
        supplies: [...document.supplies, added],
        axes: document.axes.map((axis) => (axis.id === axisId ? { ...axis, supply: added.id } : axis)),
      };
    });
  }

  protected setSupply(specification: SupplySpecification): void {
    this.editSupply({ specification });
  }

  private editSupply(change: { readonly name?: string; readonly specification?: SupplySpecification }): void {
    const id = this.supply()?.id;
    this.store.edit(`supply.${id}.${Object.keys(change).join()}`, (document) => ({
      ...document,
      supplies: document.supplies.map((item) => (item.id === id ? { ...item, ...change } : item)),
    }));
  }

  protected setControllerName(name: string): void {
    this.store.edit('controller.name', (document) => ({
      ...document,
      controller: { ...document.controller, name },
    }));
  }

  /** The motor of each axis as it stood when its station was opened first. */
  private readonly motors = signal<Readonly<Record<string, MotorSpecification>>>({});

  /** The limit that is set, where the motor has been changed for one that allows another. */
  protected readonly otherLimit = computed(() => {
    const { reckoner, axis } = this.view();
    const before = this.motors()[axis.id];
    if (!before || before.ratedCurrent?.text === axis.motor.specification.ratedCurrent?.text) return null;
    const [set, allowed] = [axis.driver.currentLimit, reckoner.value(advisedLimit)];
    if (!set || allowed === null || !this.isRegulated()) return null;
    const now = readQuantity(set, 'current').value;
    return Math.abs(now - allowed) > SAME_LIMIT * allowed
      ? { now: sayIn(this.units())(now, 'current'), allowed: Number(allowed.toPrecision(3)) }
      : null;
  });

  protected takeLimit(amperes: number): void {
    this.edit('driver.current-limit', (axis) => ({
      ...axis,
      driver: { ...axis.driver, currentLimit: quantityOf(`${amperes} A`) },
    }));
  }

  protected setController(specification: ControllerSpecification): void {
    this.store.edit('controller', (document) => ({
      ...document,
      controller: { ...document.controller, specification },
    }));
  }

  protected withReduction(reduction: readonly Stage[]): (axis: Axis) => Axis {
    return (axis) => ({ ...axis, reduction });
  }

  protected withFaults(change: Partial<Faults>): (axis: Axis) => Axis {
    return (axis) => ({ ...axis, faults: { ...axis.faults, ...change } as Faults });
  }

  protected setWiring(value: string): void {
    const found = this.wirings().find((item) => item.value === value);
    if (found)
      this.edit('motor.wiring', (axis) => ({
        ...axis,
        motor: { ...axis.motor, wiring: found.value as Axis['motor']['wiring'] },
      }));
  }

  protected setCount(value: string): void {
    this.edit('motor.count', (axis) => ({ ...axis, motor: { ...axis.motor, count: value === '2' ? 2 : 1 } }));
  }

  /** Whether each side of a gantry finds home by itself. */
  protected setSwitches(value: string): void {
    this.edit('squaring', (axis) => ({
      ...axis,
      squaring: value === 'each' ? (axis.squaring ?? { offset: quantityOf('0 mm', 'assumed'), reason: '' }) : null,
    }));
  }

  protected setOffset(offset: Quantity): void {
    this.edit('squaring.offset', (axis) => ({ ...axis, squaring: { offset, reason: '' } }));
  }

  protected setIdle(idleShare: Quantity): void {
    this.edit('driver.idle', (axis) => ({ ...axis, driver: { ...axis.driver, idleShare } }));
  }

  /** Takes a station as it stands on another axis; what is the builder's own setting there comes along. */
  protected takeFrom(other: Axis): void {
    const station = this.station();
    this.edit(`${station}.copy`, (axis) => {
      switch (station) {
        case 'driver':
          return withoutFindings({ ...axis, driver: other.driver, currentSchool: other.currentSchool }, station);
        case 'motor':
          return withoutFindings({ ...axis, motor: other.motor }, station);
        case 'reduction':
          return { ...axis, reduction: other.reduction };
        case 'transmission':
          return { ...axis, transmission: other.transmission, faults: other.faults };
        case 'supply':
          return { ...axis, supply: other.supply };
        case 'carriage':
          return { ...axis, carriage: other.carriage };
      }
    });
  }

  protected withCarriage(change: Partial<Axis['carriage']>): (axis: Axis) => Axis {
    return (axis) => ({ ...axis, carriage: { ...axis.carriage, ...change } });
  }

  protected clearSetting(): void {
    this.edit('setting', (axis) => ({ ...axis, setting: null }));
  }

  /** What the controller takes out besides the scale, as a check found it; empty where it is nothing. */
  protected readonly takenOut = computed(() => {
    const { reversal, pitch } = this.axis().compensation ?? { reversal: null, pitch: [] };
    return [
      ...(reversal ? [`${reversal.text} of reversal`] : []),
      ...(pitch.length > 0 ? [`errors by a table of ${pitch.length} places`] : []),
    ].join(' and ');
  });

  protected clearCompensation(): void {
    this.edit('compensation', (axis) => ({ ...axis, compensation: null }));
  }

  /** Puts what stands in the station on the shelf as a part of its own. */
  protected async putOnShelf(): Promise<void> {
    const part = this.partOfStation();
    if (!part) return;
    try {
      const stored = await this.shelf.add(part);
      this.shelved.set(`On the shelf as “${stored.part.name}”.`);
    } catch (error) {
      this.shelved.set(messageOf(error));
    }
  }

  private partOfStation(): Part | null {
    const station = this.station();
    const described = { name: this.name() || `${this.title()} of ${this.axis().letter}`, note: '', stock: NO_STOCK };
    switch (station) {
      case 'motor':
        return { kind: 'motor', ...described, specification: this.axis().motor.specification };
      case 'driver':
        return { kind: 'driver', ...described, specification: this.axis().driver.specification };
      case 'transmission':
        return { kind: 'transmission', ...described, specification: this.axis().transmission.specification };
      case 'supply': {
        const supply = this.supply();
        return supply && { kind: 'supply', ...described, specification: supply.specification };
      }
      case 'reduction':
      case 'carriage':
        return null;
    }
  }
}
