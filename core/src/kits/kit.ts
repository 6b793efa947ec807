import { newMachine, newSupply, type Axis, type Controller, type Machine, type Supply } from '../machine/index.js';
import type { MachineKind } from '../machine-kinds/index.js';
import {
  defaultTransmission,
  PARTS,
  type DriverSpecification,
  type MotorSpecification,
  type Stage,
  type SupplySpecification,
  type TransmissionKind,
  type TransmissionSpecification,
} from '../parts/index.js';
import { isJson, quantityOf, type Quantity } from '../shape/index.js';
import { counted } from './counted.js';

/** A starting kit: a design that a machine can be begun with. */
export interface StartingKit {
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly about: string;
  readonly machine: Machine;
  /** How it is trained with; left out for one that is not. */
  readonly training?: KitTraining;
}

/** One axis of a kit with which finding faults is trained. */
export interface KitTraining {
  readonly letter: string;
  /** What its user complains of; it tells nothing of what is wrong. */
  readonly complaint: string;
  /** Faults of the rig that do not show on it. */
  readonly hides: readonly string[];
}

/** A guess. */
export const a = (text: string): Quantity => quantityOf(text, 'assumed');

/** A part of a kit by its name and sheet. */
export interface KitPart<S> {
  readonly name: string;
  readonly specification: S;
}
export const motorPart = (name: string, said: Partial<MotorSpecification>): KitPart<MotorSpecification> => ({
  name,
  specification: { ...PARTS.motor.blank, ...said },
});
export const driverPart = (name: string, said: Partial<DriverSpecification>): KitPart<DriverSpecification> => ({
  name,
  specification: { ...PARTS.driver.blank, ...said },
});
export const supplyPart = (name: string, said: Partial<SupplySpecification>): KitPart<SupplySpecification> => ({
  name,
  specification: { ...PARTS.supply.blank, ...said },
});
type TransmissionOf<K extends TransmissionKind> = Extract<TransmissionSpecification, { kind: K }>;
export const transmissionPart = <K extends TransmissionKind>(
  name: string,
  kind: K,
  said: Partial<TransmissionOf<K>>,
): KitPart<TransmissionSpecification> => ({
  name,
  specification: { ...(defaultTransmission(kind) as TransmissionOf<K>), ...said },
});

/** What a kit says of one of the axes that its kind usually has. */
export interface KitAxis {
  readonly name?: string;
  readonly motor: KitPart<MotorSpecification>;
  readonly motors?: 1 | 2;
  readonly driver: KitPart<DriverSpecification>;
  readonly microsteps: number;
  readonly limit?: string;
  readonly reduction?: readonly Stage[];
  readonly transmission: KitPart<TransmissionSpecification>;
  readonly mass?: string;
  readonly inertia?: string;
  /** Of its job, where it differs from the usual. */
  readonly job?: Readonly<Record<string, string>>;
  readonly squaring?: boolean;
}

/** Everything that is said of a kit. */
export interface KitDeclaration {
  readonly name: string;
  readonly about: string;
  readonly kind: MachineKind;
  readonly axes: Readonly<Record<string, KitAxis>>;
  readonly supply: KitPart<SupplySpecification>;
  readonly controller: Pick<Controller, 'name' | 'specification'>;
  /** Whatever else there is: auxiliaries, converters, one more axis. */
  readonly more?: (machine: Machine) => Machine;
  readonly training?: KitTraining;
}

function fitted(axis: Axis, said: KitAxis): Axis {
  const job = Object.fromEntries(Object.entries(said.job ?? {}).map(([key, text]) => [key, a(text)]));
  return {
    ...axis,
    name: said.name ?? axis.name,
    job: { ...axis.job, ...job },
    motor: { ...axis.motor, ...said.motor, count: said.motors ?? axis.motor.count },
    driver: {
      ...axis.driver,
      ...said.driver,
      microsteps: said.microsteps,
      currentLimit: said.limit === undefined ? null : a(said.limit),
    },
    reduction: said.reduction ?? [],
    transmission: { ...axis.transmission, ...said.transmission },
    carriage: {
      ...axis.carriage,
      mass: said.mass === undefined ? axis.carriage.mass : a(said.mass),
      inertia: said.inertia === undefined ? axis.carriage.inertia : a(said.inertia),
    },
    squaring: said.squaring ? { offset: a('0 mm'), reason: '' } : null,
  };
}

/**
 * Declares a kit of our own. Its parts are described by what they are; every value of it is a guess.
 * @throws RangeError where it says something of an axis that its kind does not have
 */
export function kit({ name, about, kind, axes, supply, controller, more, training }: KitDeclaration): StartingKit {
  const begun = newMachine(name, kind);
  for (const letter of Object.keys(axes))
    if (!begun.axes.some((axis) => axis.letter === letter)) throw new RangeError(`${name} has no axis ${letter}`);
  const feed: Supply = { ...newSupply('supply-1'), ...supply };
  const machine: Machine = {
    ...begun,
    note: about,
    supplies: [feed],
    controller: { part: null, ...controller },
    axes: begun.axes.map((axis) => {
      const said = axes[axis.letter];
      return said ? fitted(axis, said) : axis;
    }),
  };
  return { name, about, machine: asKit(more ? more(machine) : machine), ...(training && { training }) };
}

const isQuantity = (value: Readonly<Record<string, unknown>>): boolean =>
  typeof value['text'] === 'string' && 'from' in value && 'plusMinus' in value;

/** The same with every quantity in it a guess; where a machine can hold counts, those are guesses too. */
function assumed(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(assumed);
  if (!isJson(value)) return value;
  if (isQuantity(value)) return { ...value, from: 'assumed', on: null, plusMinus: null };
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, assumed(item)]));
}

/**
 * Any machine as a kit: its design, with everything in it assumed until somebody confirms it. What was done with the
 * machine that it comes from stays behind: stamps, first moves, leads found, corrections, purchases, links to a shelf.
 */
export function asKit(machine: Machine): Machine {
  const plain = assumed({
    ...machine,
    purchases: [],
    card: [],
    wiring: { ...machine.wiring, done: [] },
    axes: machine.axes.map((axis) => ({
      ...axis,
      setting: null,
      compensation: null,
      leads: [],
      counted: null,
      moves: [],
      faults: { ...axis.faults, backlash: null, leadError: null },
      squaring: axis.squaring && { offset: a('0 mm'), reason: '' },
    })),
  }) as Machine;
  return counted(plain);
}
