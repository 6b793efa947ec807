import {
  auxiliarySpecification,
  BLANK_AUXILIARY,
  BLANK_CONTROLLER,
  BLANK_CONVERTER,
  BLANK_COUPLING,
  BLANK_DRIVER,
  BLANK_MOTOR,
  BLANK_MOUNT,
  BLANK_SUPPLY,
  checkShape,
  completedSpecification,
  controllerSpecification,
  converterSpecification,
  couplingSpecification,
  defaultTransmission,
  driverSpecification,
  kinds,
  motorSpecification,
  mountSpecification,
  newAuxiliary,
  nextRailId,
  nullable,
  quantity,
  record,
  supplySpecification,
  text,
  transmissionSpecification,
  whole,
  type Axis,
  type Machine,
  type DriverSpecification,
  type MotorSpecification,
  type Of,
} from '../machine/index.js';
import { wiringsOf, type Wiring } from '../motor/index.js';
import type { Result } from '../quantity/index.js';

/** What it costs, where it comes from, and how many there are. */
const stockShape = record({
  price: nullable(quantity('price', { least: 0 })),
  shipping: nullable(quantity('price', { least: 0 })),
  source: text(200),
  leadDays: nullable(whole(0, 1000)),
  owned: whole(0, 100_000),
  wanted: whole(0, 100_000),
});

export type Stock = Of<typeof stockShape>;
/** Nothing known of getting a part, and none of it here. */
export const NO_STOCK: Stock = { price: null, shipping: null, source: '', leadDays: null, owned: 0, wanted: 0 };

const described = { name: text(120, 1), note: text(1000), stock: stockShape };

/**
 * A part on the shelf, described by what it is. Its specification has the same shape as the station that it can fill.
 */
export const partShape = kinds({
  motor: { ...described, specification: motorSpecification },
  driver: { ...described, specification: driverSpecification },
  transmission: { ...described, specification: transmissionSpecification },
  supply: { ...described, specification: supplySpecification },
  controller: { ...described, specification: controllerSpecification },
  coupling: { ...described, specification: couplingSpecification },
  mount: { ...described, specification: mountSpecification },
  converter: { ...described, specification: converterSpecification },
  auxiliary: { ...described, specification: auxiliarySpecification },
  other: { ...described, specification: record({}) },
});

export type Part = Of<typeof partShape>;
export type PartKind = Part['kind'];
export const PART_KINDS: readonly PartKind[] = [
  'motor',
  'driver',
  'transmission',
  'coupling',
  'mount',
  'supply',
  'converter',
  'auxiliary',
  'controller',
  'other',
];

/** A part with the identity that the shelf gave it. */
export interface ShelfPart {
  readonly id: string;
  readonly part: Part;
}

/** Checks a part of this or an earlier version; what has been added to parts since is left unknown. */
export function checkPart(input: unknown): Result<Part> {
  const part = input as { kind?: unknown; specification?: unknown } | null;
  const isPart = typeof part === 'object' && part !== null && typeof part.kind === 'string' && 'specification' in part;
  return checkShape(
    partShape,
    isPart
      ? { stock: NO_STOCK, ...part, specification: completedSpecification(part.kind as string, part.specification) }
      : input,
  );
}

/** A new part of a kind with nothing known yet but its name. */
export function newPart(kind: PartKind, name: string): Part {
  const described = { name, note: '', stock: NO_STOCK };
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
    case 'coupling':
      return { kind, ...described, specification: BLANK_COUPLING };
    case 'mount':
      return { kind, ...described, specification: BLANK_MOUNT };
    case 'converter':
      return { kind, ...described, specification: BLANK_CONVERTER };
    case 'auxiliary':
      return { kind, ...described, specification: BLANK_AUXILIARY };
    case 'other':
      return { kind, ...described, specification: {} };
  }
}

/**
 * Whether a part can fill a station of an axis. A turning axis takes only a turning transmission and a sliding one the
 * others, because a part never changes what the axis is asked to do.
 */
export function fitsAxis(axis: Axis, part: Part): boolean {
  return part.kind !== 'transmission' || (part.specification.kind === 'rotary') === (axis.job.kind === 'rotary');
}

/**
 * The wiring in force if the new motor's leads allow it, else the usual one for them that its driver can feed: an array
 * wants the centre taps.
 */
export function wiringFor({ leads }: MotorSpecification, present: Wiring, driver: DriverSpecification['type']): Wiring {
  const possible = wiringsOf(leads);
  if (possible.includes(present)) return present;
  return possible.find((item) => (item === 'unipolar') === (driver === 'unipolar')) ?? (possible[0] as Wiring);
}

/**
 * The machine with a shelf part copied into the station it belongs to: motor, driver, transmission, coupling and mount
 * of
 * the axis, the axis' supply, or the machine's controller; a converter or an auxiliary is added. Settings that are the
 * builder's own (microsteps, current limit) stay,
 * except microsteps finer than the new driver has.
 * @throws RangeError if the axis is not in the machine or the part does not fit it
 */
export function choosePart(machine: Machine, axisId: string, chosen: ShelfPart): Machine {
  const axis = machine.axes.find((item) => item.id === axisId);
  if (!axis) throw new RangeError(`axis must be in the machine, got ${axisId}`);
  if (!fitsAxis(axis, chosen.part)) throw new RangeError(`part must fit a ${axis.job.kind} axis`);
  const { part } = chosen;
  const station = { part: { id: chosen.id, name: part.name }, name: part.name };
  const withAxis = (changed: Axis): Machine => ({
    ...machine,
    axes: machine.axes.map((item) => (item.id === axisId ? changed : item)),
  });
  switch (part.kind) {
    case 'motor':
      return withAxis({
        ...axis,
        motor: {
          ...axis.motor,
          ...station,
          specification: part.specification,
          wiring: wiringFor(part.specification, axis.motor.wiring, axis.driver.specification.type),
        },
      });
    case 'driver':
      return withAxis({
        ...axis,
        driver: {
          ...axis.driver,
          ...station,
          specification: part.specification,
          microsteps: Math.min(axis.driver.microsteps, part.specification.finestMicrosteps),
        },
      });
    case 'transmission':
      return withAxis({ ...axis, transmission: { ...station, specification: part.specification } });
    case 'supply':
      return {
        ...machine,
        supplies: machine.supplies.map((item) =>
          item.id === axis.supply ? { ...item, ...station, specification: part.specification } : item,
        ),
      };
    case 'controller':
      return { ...machine, controller: { ...station, specification: part.specification } };
    case 'coupling':
      return withAxis({ ...axis, coupling: { ...station, specification: part.specification } });
    case 'mount':
      return withAxis({ ...axis, mount: { ...station, specification: part.specification } });
    case 'converter':
      return axis.supply === null
        ? machine
        : {
            ...machine,
            converters: [
              ...machine.converters,
              { id: nextRailId(machine), ...station, from: axis.supply, specification: part.specification },
            ],
          };
    case 'auxiliary':
      return { ...machine, auxiliaries: [...machine.auxiliaries, newAuxiliary(machine, station, part.specification)] };
    case 'other':
      return machine;
  }
}

/**
 * The parts that a machine's stations hold, each once: by the link to the shelf, or by name alone. Reads documents of
 * any version.
 */
export function partsHeld(machine: Machine): readonly { readonly id: string | null; readonly name: string }[] {
  const stations = [
    ...machine.axes.flatMap((axis) => [axis.motor, axis.driver, axis.transmission, axis.coupling, axis.mount]),
    machine.controller,
    ...machine.supplies,
    // Older documents have none of these.
    ...((machine.converters as Machine['converters'] | undefined) ?? []),
    ...((machine.auxiliaries as Machine['auxiliaries'] | undefined) ?? []),
  ];
  const held = new Map<string, { readonly id: string | null; readonly name: string }>();
  for (const station of stations)
    if (station)
      held.set(`${station.part?.id ?? ''} ${station.name}`, { id: station.part?.id ?? null, name: station.name });
  return [...held.values()].filter(({ id, name }) => id !== null || name !== '');
}

/**
 * A machine whose links to a shelf have other identities, as after a move to another shelf.
 * @param identity the new one of each
 */
export function relinked(machine: Machine, identity: (id: string) => string): Machine {
  const walk = (node: unknown): unknown => {
    if (Array.isArray(node)) return node.map(walk);
    if (typeof node !== 'object' || node === null) return node;
    return Object.fromEntries(
      Object.entries(node).map(([key, value]) => [
        key,
        key === 'part' && isLink(value) ? { ...value, id: identity(value.id) } : walk(value),
      ]),
    );
  };
  return walk(machine) as Machine;
}

function isLink(value: unknown): value is { readonly id: string } {
  return typeof value === 'object' && value !== null && typeof (value as { id?: unknown }).id === 'string';
}
