import { axisField, axisContext } from '../drive-line/index.js';
import { placeOn, type Finding, type Place, type Station } from '../finding/index.js';
import { feedOf, MACHINE_ASKED, type Axis, type Machine } from '../machine/index.js';
import { describedAs, type PartKind } from '../parts/index.js';
import { hangsOn } from '../supply-plan/index.js';

/** Stations by what is lacking there. */
const STATIONS: Readonly<Record<string, Station>> = {
  motor: 'motor',
  driver: 'driver',
  transmission: 'transmission',
  coupling: 'transmission',
  supply: 'supply',
  mount: 'motor',
};

/** Fields by what is lacking, where it is no part that its kind's list of the shelf would fill. */
const FIELDS: Readonly<Record<string, string>> = {
  wire: 'Wire',
  capacitor: MACHINE_ASKED.feed.capacitance.label,
};

const isNamed = (station: { readonly name: string }): boolean => station.name.trim() !== '';

/** Parts that every axis has, and what they are called together. */
const AXIS_PARTS = [
  ['motor', 'motor'],
  ['driver', 'driver'],
  ['transmission', 'screw, belt, rack, roller, drum or table'],
] as const;

/** A part that was only typed has figures and no name to buy it by. */
function unnamedWords(kind: PartKind, what: string, filling: { name: string; specification: object }): string {
  const said = describedAs(kind, filling);
  return said === null ? `no ${what} is chosen.` : `the ${kind} (${said}) has no name to buy it by.`;
}

function axisLacks(machine: Machine, axis: Axis): readonly Finding[] {
  const { letter } = axis;
  const lack = (id: string, reason: string, page: Place['page'] = 'drive-lines'): Finding => ({
    id: `${id}-${axis.id}`,
    severity: 'caution',
    place: placeOn(page, {
      axisId: axis.id,
      station: page === 'supply' ? 'supply' : (STATIONS[id] ?? null),
      field: FIELDS[id] ?? id,
    }),
    sentence: `${letter}: ${reason}`,
    remedies: [],
  });
  const found: Finding[] = [];
  for (const [kind, what] of AXIS_PARTS)
    if (!isNamed(axis[kind])) found.push(lack(kind, unnamedWords(kind, what, axis[kind])));
  const supply = feedOf(machine, axis.supply);
  if (!supply || !isNamed(supply)) found.push(lack('supply', 'no supply is chosen to feed it.'));
  found.push(...joinLacks(machine, axis, lack));
  if (axis.mount === null) found.push(lack('mount', 'nothing is chosen to hold its motor.'));
  if (axis.feed.capacitance === null && axis.driver.specification.type === 'chopper')
    found.push(lack('capacitor', 'no bulk capacitor at its driver: 47 µF at least, 100 µF usual.', 'supply'));
  if (axis.feed.wire === null) found.push(lack('wire', 'no wire is chosen from the supply to its driver.', 'supply'));
  return found;
}

/** A screw, table or reduction that the motor drives shaft to shaft needs something between the shafts. */
function joinLacks(machine: Machine, axis: Axis, lack: (id: string, reason: string) => Finding): readonly Finding[] {
  const { kind } = axis.transmission.specification;
  const isShaftToShaft = axis.reduction.length === 0 && (kind === 'screw' || kind === 'rotary');
  if (!isShaftToShaft || axis.coupling !== null) return [];
  const context = axisContext(machine, axis.id);
  const shown = (field: typeof axisField.motorShaft): string | null => (context && field.read(context)?.text) ?? null;
  const [motor, driven] = [shown(axisField.motorShaft), shown(axisField.drivenShaft)];
  return [
    lack(
      'coupling',
      motor && driven
        ? `no coupling is chosen for a shaft of ${motor} and an end of ${driven}.`
        : 'no coupling is chosen between its motor and what it drives.',
    ),
  ];
}

/**
 * What the parts list lacks for the machine to run. Bores, keys and bolt circles that do not fit are findings of the
 * drive line.
 */
export function lacking(machine: Machine): readonly Finding[] {
  const general: Finding[] = [];
  const add = (id: string, sentence: string, place: Place): void => {
    general.push({ id, severity: 'caution', place, sentence, remedies: [] });
  };
  if (!isNamed(machine.controller))
    add(
      'controller',
      'No controller is chosen.',
      placeOn('drive-lines', { station: 'controller', field: 'controller' }),
    );
  const { outputs } = machine.controller.specification;
  const drives = machine.axes.length;
  if (isNamed(machine.controller) && outputs < drives)
    add(
      'outputs',
      `The controller drives ${outputs} ${outputs === 1 ? 'axis' : 'axes'}; there are ${drives}.`,
      placeOn('drive-lines', { station: 'controller', field: 'controller' }),
    );
  machine.supplies.forEach((supply, index) => {
    const isUsed =
      machine.axes.some((axis) => axis.supply === supply.id) ||
      machine.auxiliaries.some((item) => hangsOn(item, supply.id));
    if (isUsed && supply.fuse === null)
      add(
        `fuse-${supply.id}`,
        `Supply ${index + 1} has no fuse at its output.`,
        placeOn('supply', { itemId: supply.id, field: MACHINE_ASKED.supply.fuse.label }),
      );
  });
  for (const item of machine.auxiliaries.filter((load) => load.rail === null && load.specification.fedBy === 'rail'))
    add(
      `rail-${item.id}`,
      `${item.name || item.specification.use}: nothing feeds it.`,
      placeOn('supply', { itemId: item.id, field: 'Hangs on' }),
    );
  return [...general, ...machine.axes.flatMap((axis) => axisLacks(machine, axis))];
}
