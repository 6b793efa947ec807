import {
  BLANK_CONTROLLER,
  BLANK_DRIVER,
  BLANK_MOTOR,
  BLANK_SUPPLY,
  checkShape,
  completedSpecification,
  controllerSpecification,
  defaultTransmission,
  driverSpecification,
  kinds,
  motorSpecification,
  supplySpecification,
  text,
  transmissionSpecification,
  type Axis,
  type Machine,
  type MotorSpecification,
  type Of,
} from '../machine/index.js';
import { wiringsOf, type Wiring } from '../motor/index.js';
import type { Result } from '../quantity/index.js';

const described = { name: text(120, 1), note: text(1000) };

/** A part on the shelf, described by what it is. Its specification has the same shape as the station that it can fill. */
export const partShape = kinds({
  motor: { ...described, specification: motorSpecification },
  driver: { ...described, specification: driverSpecification },
  transmission: { ...described, specification: transmissionSpecification },
  supply: { ...described, specification: supplySpecification },
  controller: { ...described, specification: controllerSpecification },
});

export type Part = Of<typeof partShape>;
export type PartKind = Part['kind'];
export const PART_KINDS: readonly PartKind[] = ['motor', 'driver', 'transmission', 'supply', 'controller'];

/** A part with the identity that the shelf gave it. */
export interface ShelfPart {
  readonly id: string;
  readonly part: Part;
}

/** Checks a part of this or an earlier version; what has been added to parts since is left unknown. */
export function checkPart(input: unknown): Result<Part> {
  const part = input as { kind?: unknown; specification?: unknown } | null;
  const isPart = typeof part === 'object' && part !== null && typeof part.kind === 'string' && 'specification' in part;
  return checkShape(partShape, isPart ? { ...part, specification: completedSpecification(part.kind as string, part.specification) } : input);
}

/** A new part of a kind with nothing known yet but its name. */
export function newPart(kind: PartKind, name: string): Part {
  const described = { name, note: '' };
  switch (kind) {
    case 'motor':
      return { kind, ...described, specification: BLANK_MOTOR };
    case 'driver':
      return { kind, ...described, specification: BLANK_DRIVER };
    case 'transmission':
      return { kind, ...described, specification: defaultTransmission('screw') };
    case 'supply':
      return { kind, ...described, specification: BLANK_SUPPLY };
    case 'controller':
      return { kind, ...described, specification: BLANK_CONTROLLER };
  }
}

/**
 * Whether a part can fill a station of an axis. A turning axis takes only a turning transmission and a sliding one the
 * others, because a part never changes what the axis is asked to do.
 */
export function fitsAxis(axis: Axis, part: Part): boolean {
  return part.kind !== 'transmission' || (part.specification.kind === 'rotary') === (axis.job.kind === 'rotary');
}

/** The wiring in force if the new motor's leads allow it, else the usual one for them. */
export function wiringFor({ leads }: MotorSpecification, present: Wiring): Wiring {
  const possible = wiringsOf(leads);
  return possible.includes(present) ? present : (possible[0] as Wiring);
}

/**
 * The machine with a shelf part copied into the station it belongs to: motor, driver and transmission of the axis, the
 * axis' supply, or the machine's controller. Settings that are the builder's own (microsteps, current limit) stay,
 * except microsteps finer than the new driver has.
 * @throws RangeError if the axis is not in the machine or the part does not fit it
 */
export function choosePart(machine: Machine, axisId: string, chosen: ShelfPart): Machine {
  const axis = machine.axes.find((item) => item.id === axisId);
  if (!axis) throw new RangeError(`axis must be in the machine, got ${axisId}`);
  if (!fitsAxis(axis, chosen.part)) throw new RangeError(`part must fit a ${axis.job.kind} axis`);
  const { part } = chosen;
  const station = { part: { id: chosen.id, name: part.name }, name: part.name };
  const withAxis = (changed: Axis): Machine => ({ ...machine, axes: machine.axes.map((item) => (item.id === axisId ? changed : item)) });
  switch (part.kind) {
    case 'motor':
      return withAxis({ ...axis, motor: { ...axis.motor, ...station, specification: part.specification, wiring: wiringFor(part.specification, axis.motor.wiring) } });
    case 'driver':
      return withAxis({
        ...axis,
        driver: { ...axis.driver, ...station, specification: part.specification, microsteps: Math.min(axis.driver.microsteps, part.specification.finestMicrosteps) },
      });
    case 'transmission':
      return withAxis({ ...axis, transmission: { ...station, specification: part.specification } });
    case 'supply':
      return { ...machine, supplies: machine.supplies.map((item) => (item.id === axis.supply ? { ...item, ...station, specification: part.specification } : item)) };
    case 'controller':
      return { ...machine, controller: { ...station, specification: part.specification } };
  }
}
