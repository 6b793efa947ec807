import { declarationOf, PART_KINDS, type Part, type Place, type ShelfPart } from '../parts/index.js';
import { newAuxiliary, nextRailId } from './defaults.js';
import { BLANK_HOOKUP } from './hookup.js';
import type { Auxiliary, Axis, Converter, Machine } from './machine.js';

/** What a station holds of the part that is put into it. */
interface Filling {
  readonly part: { readonly id: string; readonly name: string };
  readonly name: string;
}

const placeOf = (part: Part): Place<unknown> | null => declarationOf(part.kind).place;

/** Whether a part can fill a station of an axis: a part never changes what the axis is asked to do. */
export function fitsAxis(axis: Axis, part: Part): boolean {
  const place = placeOf(part);
  return place?.at !== 'axis' || (place.fits?.(part.specification, axis.job.kind) ?? true);
}

/**
 * The machine with a shelf part copied into the station it belongs to: motor, driver, transmission, coupling and mount
 * of the axis, the axis' supply, or the machine's controller; a converter or an auxiliary is added. Settings that are
 * the builder's own (microsteps, current limit) stay, except those that the new part does not allow.
 * @throws RangeError if the axis is not in the machine or the part does not fit it
 */
export function choosePart(machine: Machine, axisId: string, chosen: ShelfPart): Machine {
  const axis = machine.axes.find((item) => item.id === axisId);
  if (!axis) throw new RangeError(`axis must be in the machine, got ${axisId}`);
  if (!fitsAxis(axis, chosen.part)) throw new RangeError(`part must fit a ${axis.job.kind} axis`);
  const { part } = chosen;
  const place = placeOf(part);
  const filling = { part: { id: chosen.id, name: part.name }, name: part.name };
  const { specification } = part;
  switch (place?.at) {
    case 'axis': {
      const settled = place.settled?.(axis, specification);
      const filled = withoutFindings(
        { ...axis, [place.station]: { ...axis[place.station], ...filling, specification, ...settled } },
        place.station,
      );
      return { ...machine, axes: machine.axes.map((item) => (item.id === axisId ? filled : item)) };
    }
    case 'machine':
      return { ...machine, [place.station]: { ...filling, specification } as Machine[typeof place.station] };
    case 'supply':
      return {
        ...machine,
        supplies: machine.supplies.map((item) =>
          item.id === axis.supply ? ({ ...item, ...filling, specification } as typeof item) : item,
        ),
      };
    case 'list':
      return added(machine, axis, place.list, filling, specification);
    case undefined:
      return machine;
  }
}

/**
 * The axis without what was found out about the thing that stood in a station before: another motor has other leads,
 * another driver was not counted and nobody has looked how it sits.
 */
export function withoutFindings(axis: Axis, station: string): Axis {
  if (station === 'motor') return { ...axis, leads: [], counted: null };
  if (station !== 'driver') return axis;
  const { hookup } = axis;
  const { carrier, sink, trimmer } = BLANK_HOOKUP;
  return { ...axis, counted: null, hookup: hookup && { ...hookup, carrier, sink, trimmer } };
}

/** The machine with one more rail or load. A converter needs a supply to be fed from. */
function added(
  machine: Machine,
  axis: Axis,
  list: 'converters' | 'auxiliaries',
  filling: Filling,
  specification: unknown,
): Machine {
  if (list === 'auxiliaries') {
    const made = newAuxiliary(machine, filling, specification as Auxiliary['specification']);
    return { ...machine, auxiliaries: [...machine.auxiliaries, made] };
  }
  if (axis.supply === null) return machine;
  const made: Converter = {
    id: nextRailId(machine),
    ...filling,
    from: axis.supply,
    specification: specification as Converter['specification'],
  };
  return { ...machine, converters: [...machine.converters, made] };
}

type Held = { readonly part: { readonly id: string } | null; readonly name: string } | null | undefined;

/** What fills a place of a kind now. Reads documents of any version: older ones have not every station and list. */
function heldAt(machine: Machine, place: Place<unknown> | null): readonly Held[] {
  switch (place?.at) {
    case 'axis':
      return machine.axes.map((axis) => axis[place.station] as Held);
    case 'machine':
      return [machine[place.station]];
    case 'supply':
      return machine.supplies;
    case 'list':
      return machine[place.list] ?? [];
    case undefined:
      return [];
  }
}

/**
 * The parts that a machine's stations hold, each once: by the link to the shelf, or by name alone. Reads documents of
 * any version.
 */
export function partsHeld(machine: Machine): readonly { readonly id: string | null; readonly name: string }[] {
  const held = new Map<string, { readonly id: string | null; readonly name: string }>();
  for (const station of PART_KINDS.flatMap((kind) => heldAt(machine, declarationOf(kind).place)))
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
