import { USUAL_VOLTAGES } from '../drive-line/index.js';
import { HALVINGS, type Axis, type Machine } from '../machine/index.js';
import {
  blankStage,
  type ControllerSpecification,
  type DriverSpecification,
  type MotorSpecification,
  type Stage,
  type TransmissionSpecification,
  BELT_REDUCTIONS,
  estimatedMotor,
  GEAR_REDUCTIONS,
  TRANSMISSION_SERIES,
  type Part,
  type Stock,
} from '../parts/index.js';
import { readQuantity, quantityOf } from '../shape/index.js';
import { wiringsOf, type Wiring } from '../motor/index.js';

/** One way to fill a place of the drive line. */
export interface Choice<S> {
  /** On the shelf; null for a generated standard size or what stands in the design now. */
  readonly partId: string | null;
  readonly name: string;
  readonly specification: S;
  /** What one more costs [money of the machine]; 0 for what is owned, null where nobody said. */
  readonly price: number | null;
}

export interface MotorChoice extends Choice<MotorSpecification> {
  readonly wiring: Wiring;
}

/** A limit as a share of what motor and driver both bear, or the one that is set now. */
export type CurrentChoice = number | 'as-set';

/** The places that can be left free. */
export const PLACES = [
  'motor',
  'driver',
  'current',
  'microsteps',
  'reduction',
  'transmission',
  'voltage',
  'controller',
] as const;
export type Place = (typeof PLACES)[number];

/** Every way to fill every place: the search goes through their product. */
export interface Space {
  readonly machine: Machine;
  readonly axisId: string;
  readonly motors: readonly MotorChoice[];
  readonly drivers: readonly Choice<DriverSpecification>[];
  readonly currents: readonly CurrentChoice[];
  readonly microsteps: readonly number[];
  readonly reductions: readonly Choice<readonly Stage[]>[];
  readonly transmissions: readonly Choice<TransmissionSpecification>[];
  /** Supply voltages [V]; null keeps the one that is set. */
  readonly voltages: readonly (number | null)[];
  readonly controllers: readonly Choice<ControllerSpecification>[];
}

/** One combination: an index into each list of a space. */
export interface Combination {
  readonly motor: number;
  readonly driver: number;
  readonly current: number;
  readonly microsteps: number;
  readonly reduction: number;
  readonly transmission: number;
  readonly voltage: number;
  readonly controller: number;
}

export interface SpaceOptions {
  readonly free: readonly Place[];
  /** The series of standard sizes to go through, by their ids. */
  readonly series: readonly string[];
  /** Only what is owned. */
  readonly onlyOwned: boolean;
  /** Words that the names or notes of motors and drivers must hold; empty for all. */
  readonly motorWords: string;
  readonly driverWords: string;
}

/** A part of the shelf with its identity, as the search takes it. */
export interface SearchedPart {
  readonly id: string;
  readonly part: Part;
}

/** The series that a search goes through unless told otherwise: what small machines are mostly built with. */
export const USUAL_SERIES: readonly string[] = ['trapezoidal', 'ball', 'round-belt', 'rack'];

const CURRENT_SHARES: readonly number[] = [1, 0.85, 0.7, 0.5];

function priceOf({ price, owned }: Stock): number | null {
  if (owned > 0) return 0;
  return price ? readQuantity(price, 'price').value : null;
}

function chosenFrom<K extends Part['kind'], T>(
  parts: readonly SearchedPart[],
  kind: K,
  onlyOwned: boolean,
  make: (part: Extract<Part, { kind: K }>, id: string, price: number | null) => readonly T[],
): readonly T[] {
  return parts.flatMap(({ id, part }) => {
    if (part.kind !== kind || (onlyOwned && part.stock.owned === 0)) return [];
    return make(part as Extract<Part, { kind: K }>, id, priceOf(part.stock));
  });
}

function reductionOf(kind: 'belt' | 'gear', driver: number, driven: number): Choice<readonly Stage[]> {
  return {
    partId: null,
    name: `${kind === 'belt' ? 'Belt' : 'Gears'} ${driver} to ${driven} teeth`,
    specification: [blankStage(kind, driver, driven)],
    price: null,
  };
}

/** Parts whose name or note holds all of some words. */
function named(parts: readonly SearchedPart[], words: string): readonly SearchedPart[] {
  const wanted = words.toLowerCase().split(/\s+/);
  return parts.filter(({ part }) => wanted.every((word) => `${part.name} ${part.note}`.toLowerCase().includes(word)));
}

const asItIs = <S>(name: string, specification: S): Choice<S> => ({
  partId: null,
  name: name || 'as it is',
  specification,
  price: 0,
});

/** A generated screw is as long as the travel and its bearings need (common practice, no source) [m]. */
const SCREW_BEYOND = 0.1;

function generated(axis: Axis, series: readonly string[]): readonly Choice<TransmissionSpecification>[] {
  const travel = axis.job.kind === 'linear' && axis.job.travel ? readQuantity(axis.job.travel, 'length').value : null;
  return TRANSMISSION_SERIES.filter((item) => series.includes(item.id))
    .flatMap((item) => item.members)
    .map(({ name, specification }) => ({
      partId: null,
      name,
      specification: withLength(specification, travel),
      price: null,
    }));
}

/**
 * A screw whose length nobody said is taken long enough for the travel, so that it can be judged for whipping and
 * buckling.
 */
function withLength(specification: TransmissionSpecification, travel: number | null): TransmissionSpecification {
  if (specification.kind !== 'screw' || specification.length !== null || travel === null) return specification;
  return { ...specification, length: quantityOf(`${Math.round((travel + SCREW_BEYOND) * 1000)} mm`, 'assumed') };
}

/**
 * The space of an axis: what stands in the design where a place is fixed, the whole shelf and the standard sizes where
 * it is free. What motors lack is estimated.
 * @throws RangeError if the axis is not in the machine
 */
export function spaceOf(
  machine: Machine,
  axisId: string,
  parts: readonly SearchedPart[],
  { free, series, onlyOwned, motorWords, driverWords }: SpaceOptions,
): Space {
  const axis = machine.axes.find((item) => item.id === axisId);
  if (!axis) throw new RangeError(`axis must be in the machine, got ${axisId}`);
  const isFree = (place: Place): boolean => free.includes(place);
  const travel = axis.job.kind === 'linear' && axis.job.travel ? readQuantity(axis.job.travel, 'length').value : null;
  const present: MotorChoice = { ...asItIs(axis.motor.name, axis.motor.specification), wiring: axis.motor.wiring };
  const motors = chosenFrom(
    named(parts, motorWords),
    'motor',
    onlyOwned,
    (part, partId, price): readonly MotorChoice[] =>
      wiringsOf(part.specification.leads).map((wiring) => ({
        partId,
        name: part.name,
        specification: estimatedMotor(part.specification),
        price,
        wiring,
      })),
  );
  const drivers = chosenFrom(named(parts, driverWords), 'driver', onlyOwned, (part, partId, price) => [
    { partId, name: part.name, specification: part.specification, price },
  ]);
  const controllers = chosenFrom(parts, 'controller', onlyOwned, (part, partId, price) => [
    { partId, name: part.name, specification: part.specification, price },
  ]);
  const shelved = chosenFrom(parts, 'transmission', onlyOwned, (part, partId, price) => [
    { partId, name: part.name, specification: withLength(part.specification, travel), price },
  ]);
  const isTurning = axis.job.kind === 'rotary';
  // A friction roller feeds stock and moves no slide: it is looked at only where one is there now.
  const isRolled = axis.transmission.specification.kind === 'roller';
  const transmissions = [...shelved, ...(onlyOwned ? [] : generated(axis, series))].filter(
    ({ specification: { kind } }) => (kind === 'rotary') === isTurning && (kind === 'roller') === isRolled,
  );
  const geared = [
    ...BELT_REDUCTIONS.map(([driver, driven]) => reductionOf('belt', driver, driven)),
    ...GEAR_REDUCTIONS.map(([driver, driven]) => reductionOf('gear', driver, driven)),
  ];
  return {
    machine,
    axisId,
    motors: isFree('motor') ? motors : [present],
    drivers: isFree('driver') ? drivers : [asItIs(axis.driver.name, axis.driver.specification)],
    currents: isFree('current') ? CURRENT_SHARES : ['as-set'],
    microsteps: isFree('microsteps') ? HALVINGS : [axis.driver.microsteps],
    reductions: isFree('reduction')
      ? [{ partId: null, name: 'direct', specification: [], price: 0 }, ...geared]
      : [asItIs('as it is', axis.reduction)],
    transmissions: isFree('transmission')
      ? transmissions
      : [asItIs(axis.transmission.name, axis.transmission.specification)],
    voltages: isFree('voltage') ? USUAL_VOLTAGES : [null],
    controllers: isFree('controller')
      ? controllers
      : [asItIs(machine.controller.name, machine.controller.specification)],
  };
}

/** Most electric halves that are reckoned, and most combinations that are gone through. */
const HALVES_MOST = 400_000;
const COMBINATIONS_MOST = 2_000_000_000;

/** Whether a space has to be narrowed before it is searched. */
export function isTooLarge(space: Space): boolean {
  return (
    space.motors.length * space.drivers.length * space.voltages.length * space.currents.length > HALVES_MOST ||
    spaceSize(space) > COMBINATIONS_MOST
  );
}

/** How many combinations a space holds. */
export function spaceSize(space: Space): number {
  return [
    space.motors,
    space.drivers,
    space.currents,
    space.microsteps,
    space.reductions,
    space.transmissions,
    space.voltages,
    space.controllers,
  ].reduce((product, list) => product * list.length, 1);
}
