import { isJson, type Json } from '../shape/index.js';
import { failure, type Result } from '../quantity/index.js';
import { FROZEN_FAULTS, FROZEN_FEED, FROZEN_IDLE_SHARE, FROZEN_JOBS, FROZEN_SUPPLY, FROZEN_WIRING } from './frozen.js';
import { completedSpecification, completedStage } from '../parts/index.js';
import { CURRENT_VERSION } from './version.js';
import { checkMachine, freeLetter, isLetterTaken, type Machine } from './machine.js';

type Step = (older: Json) => Record<string, unknown>;

/** Changes an object; anything else is handed on for the check to refuse. */
const within = (value: unknown, change: (item: Json) => Json): unknown => (isJson(value) ? change(value) : value);
const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value) ? value.map((item: unknown) => within(item, change)) : value;

/**
 * Version 2 asks more of the job, and knows more of motors, drivers, mechanics and controllers. What was there stays as
 * it was.
 */
function toVersion2(machine: Json): Record<string, unknown> {
  return {
    ...machine,
    version: 2,
    controller: within(machine['controller'], (item) => ({
      ...item,
      specification: completedSpecification('controller', item['specification']),
    })),
    axes: each(machine['axes'], (axis) => {
      const leads =
        isJson(axis['motor']) && isJson(axis['motor']['specification']) ? axis['motor']['specification']['leads'] : 4;
      const kind = isJson(axis['job']) && axis['job']['kind'] === 'rotary' ? 'rotary' : 'linear';
      return {
        faults: FROZEN_FAULTS[kind],
        budgetSchool: 'rss',
        ...axis,
        // What version 1 did not ask stays unasked, so that no figure changes by being opened.
        job: within(axis['job'], (job) => ({ ...FROZEN_JOBS[kind], ...job })),
        driver: within(axis['driver'], (item) => ({
          idleShare: FROZEN_IDLE_SHARE,
          ...item,
          specification: completedSpecification('driver', item['specification']),
        })),
        motor: within(axis['motor'], (item) => ({
          wiring: leads === 4 ? 'coil' : leads === 5 ? 'unipolar' : 'half',
          count: 1,
          ...item,
          specification: completedSpecification('motor', item['specification']),
        })),
        reduction: each(axis['reduction'], completedStage),
        transmission: within(axis['transmission'], (item) => ({
          ...item,
          specification: completedSpecification('transmission', item['specification']),
        })),
        carriage: within(axis['carriage'], (item) => ({ inertia: null, ...item })),
      };
    }),
  };
}

/** A station with its specification completed, whatever else it holds. */
const completedStation = (kind: string, station: unknown): unknown =>
  within(station, (item) => ({ ...item, specification: completedSpecification(kind, item['specification']) }));

/**
 * Version 3 knows rails, auxiliaries, feeds, couplings, mounts and what has been bought. Nothing is said of any of them
 * yet.
 */
function toVersion3(machine: Json): Record<string, unknown> {
  return {
    currency: '',
    converters: [],
    auxiliaries: [],
    purchases: [],
    ...machine,
    version: 3,
    supplies: each(machine['supplies'], (item) => ({
      ...FROZEN_SUPPLY,
      ...item,
      specification: completedSpecification('supply', item['specification']),
    })),
    axes: each(machine['axes'], (axis) => ({
      coupling: null,
      mount: null,
      feed: FROZEN_FEED,
      ...axis,
      driver: completedStation('driver', axis['driver']),
      motor: completedStation('motor', axis['motor']),
      transmission: completedStation('transmission', axis['transmission']),
    })),
  };
}

/** A guess of version 3 that version 4 does not share: guides that nobody described slid without friction. */
const isAssumedZero = (item: unknown): boolean =>
  isJson(item) &&
  item['from'] === 'assumed' &&
  typeof item['text'] === 'string' &&
  Number.parseFloat(item['text']) === 0;

/**
 * Version 4 knows inertias of wheels and gears, a gearhead's own efficiency, the lead angle of worms, ball sizes,
 * braking apart from speeding up, that friction can be unknown, and supplies that are sold by their watts.
 */
function toVersion4(machine: Json): Record<string, unknown> {
  return {
    ...machine,
    version: 4,
    supplies: each(machine['supplies'], (item) => completedStation('supply', item) as Json),
    controller: completedStation('controller', machine['controller']),
    axes: each(machine['axes'], (axis) => ({
      ...axis,
      job: within(axis['job'], (job) => ({
        braking: null,
        startSpeed: null,
        ...(job['kind'] === 'linear' ? { guides: 'unknown' } : {}),
        ...job,
        ...(isAssumedZero(job['friction']) ? { friction: null } : {}),
      })),
      driver: within(completedStation('driver', axis['driver']), (item) => ({ guessed: [], ...item })),
      motor: completedStation('motor', axis['motor']),
      reduction: each(axis['reduction'], completedStage),
      transmission: completedStation('transmission', axis['transmission']),
      coupling: completedStation('coupling', axis['coupling'] ?? null),
    })),
  };
}

/** Letters of the axes that none repeats: before version 5 two could bear the same. */
function lettered(axes: unknown): unknown {
  const taken: { letter: string }[] = Array.isArray(axes)
    ? axes.flatMap((axis: unknown) =>
        isJson(axis) && typeof axis['letter'] === 'string' ? [{ letter: axis['letter'] }] : [],
      )
    : [];
  const seen: { id: string; letter: string }[] = [];
  return each(axes, (axis) => {
    const letter = axis['letter'];
    if (typeof letter !== 'string') return axis;
    const own = isLetterTaken(seen, letter, null) ? freeLetter(taken) : letter;
    seen.push({ id: '', letter: own });
    taken.push({ letter: own });
    return { ...axis, letter: own };
  });
}

/**
 * Version 5 knows drivers whose window is in volts of alternating current, loads on the mains, and loads run below
 * their own voltage.
 */
function toVersion5(machine: Json): Record<string, unknown> {
  return {
    ...machine,
    version: 5,
    auxiliaries: each(machine['auxiliaries'], (item) => ({
      drawn: null,
      ...(completedStation('auxiliary', item) as Json),
    })),
    axes: each(lettered(machine['axes']), (axis) => ({ ...axis, driver: completedStation('driver', axis['driver']) })),
  };
}

/**
 * Lines of stamps by identities: before version 6 they began with the letter of an axis, or with the number of a
 * supply, converter or load.
 */
function identified(machine: Json, basis: unknown): unknown {
  const idsOf = (list: unknown): readonly string[] =>
    Array.isArray(list)
      ? list.map((item: unknown) =>
          isJson(item) && typeof item['id'] === 'string' ? encodeURIComponent(item['id']) : '',
        )
      : [];
  const letters: readonly unknown[] = Array.isArray(machine['axes'])
    ? machine['axes'].map((axis: unknown) => (isJson(axis) ? axis['letter'] : null))
    : [];
  const axisIds = idsOf(machine['axes']);
  const numbered = {
    Supply: idsOf(machine['supplies']),
    Converter: idsOf(machine['converters']),
    Auxiliary: idsOf(machine['auxiliaries']),
  };
  const renamed = (line: unknown): unknown => {
    if (typeof line !== 'string') return line;
    const [, kind = '', place = '', rest = ''] = /^(Supply|Converter|Auxiliary) (\d+) ?(.*)$/s.exec(line) ?? [];
    const item =
      kind === 'Supply' || kind === 'Converter' || kind === 'Auxiliary' ? numbered[kind][Number(place) - 1] : undefined;
    if (item) return `${item}|${kind} ${place}|${rest}`;
    // The number of one that is gone since has its colon at once.
    const [, letter = '', what = ''] = /^(\S{1,3}) (.*)$/s.exec(line) ?? [];
    const axis = letters.indexOf(letter);
    return axis >= 0 ? `${axisIds[axis]}|${letter}|${what}` : line;
  };
  return Array.isArray(basis) ? basis.map(renamed) : basis;
}

/**
 * Version 6 has stamps whose lines go by identities, and which reach to every part they rely on; older ones reach as
 * far as they did.
 */
function toVersion6(machine: Json): Record<string, unknown> {
  const completed = (kind: string) => (item: Json) => completedStation(kind, item) as Json;
  return {
    ...machine,
    version: 6,
    converters: each(machine['converters'], completed('converter')),
    axes: each(machine['axes'], (axis) => ({
      ...axis,
      coupling: completedStation('coupling', axis['coupling']),
      mount: completedStation('mount', axis['mount']),
    })),
    card: each(machine['card'], (operation) => ({
      ...operation,
      basis: identified(machine, operation['basis']),
      reach: 1,
    })),
  };
}

/** Version 7 knows what was found out about the leads of motors: nothing yet. */
function toVersion7(machine: Json): Record<string, unknown> {
  return { ...machine, version: 7, axes: each(machine['axes'], (axis) => ({ leads: [], ...axis })) };
}

/**
 * Version 8 knows how axes are wired, what else is, which pins were chosen, what was checked and counted; and of drivers
 * and controllers, what their pins give and take. Nothing of it is said yet.
 */
function toVersion8(machine: Json): Record<string, unknown> {
  return {
    wiring: FROZEN_WIRING,
    ...machine,
    version: 8,
    controller: completedStation('controller', machine['controller']),
    axes: each(machine['axes'], (axis) => ({
      counted: null,
      hookup: null,
      ...axis,
      leads: each(axis['leads'], (leads) => ({ middles: [], ...leads })),
      driver: completedStation('driver', axis['driver']),
    })),
  };
}

/** Version 9 knows what came of the first moves: nothing yet. */
function toVersion9(machine: Json): Record<string, unknown> {
  return { ...machine, version: 9, axes: each(machine['axes'], (axis) => ({ moves: [], ...axis })) };
}

/**
 * Version 10 knows key positions, sticks and knobs, and how long the lines of step and direction stand. Nothing of it is
 * said yet.
 */
function toVersion10(machine: Json): Record<string, unknown> {
  return {
    keys: [],
    ...machine,
    version: 10,
    controller: completedStation('controller', machine['controller']),
    axes: each(machine['axes'], (axis) => ({
      stick: null,
      ...axis,
      driver: completedStation('driver', axis['driver']),
    })),
  };
}

/** Version 11 knows what a controller takes out besides the scale: nothing yet. */
function toVersion11(machine: Json): Record<string, unknown> {
  return { ...machine, version: 11, axes: each(machine['axes'], (axis) => ({ compensation: null, ...axis })) };
}

/** Version 12 knows work that is planned on a machine: none yet. */
function toVersion12(machine: Json): Record<string, unknown> {
  return { work: [], ...machine, version: 12 };
}

/**
 * Version 13 knows of each axis whether its words count diameters: they were taken for the way of the slide. A plan says
 * no longer what they count. Racks may be helical: they were straight.
 */
function toVersion13(machine: Json): Record<string, unknown> {
  return {
    ...machine,
    version: 13,
    axes: each(machine['axes'], (axis) => ({
      counts: 'radius',
      ...axis,
      transmission: within(axis['transmission'], (item) => ({
        ...item,
        specification: completedSpecification('transmission', item['specification']),
      })),
    })),
    work: each(machine['work'], ({ counts: _counts, ...work }) => work),
  };
}

/** Version 14 knows gantries with a home switch at each side: none had one. */
function toVersion14(machine: Json): Record<string, unknown> {
  return { ...machine, version: 14, axes: each(machine['axes'], (axis) => ({ squaring: null, ...axis })) };
}

/** From version n (the index plus one) to the next. */
const UPGRADES: readonly Step[] = [
  toVersion2,
  toVersion3,
  toVersion4,
  toVersion5,
  toVersion6,
  toVersion7,
  toVersion8,
  toVersion9,
  toVersion10,
  toVersion11,
  toVersion12,
  toVersion13,
  toVersion14,
];

/**
 * Reads a machine document of this or any earlier version.
 * @returns the machine in the current version, or why it cannot be read
 */
export function openMachine(input: unknown): Result<Machine> {
  if (typeof input !== 'object' || input === null) return failure([{ path: '', message: 'is not a machine document' }]);
  const version = (input as { version?: unknown }).version;
  if (typeof version === 'number' && version > CURRENT_VERSION)
    return failure([{ path: 'version', message: `is ${version}; this program reads up to ${CURRENT_VERSION}` }]);
  let current = input as Record<string, unknown>;
  const isOlder = typeof version === 'number' && Number.isInteger(version) && version >= 1 && version < CURRENT_VERSION;
  if (isOlder) for (const step of UPGRADES.slice(version - 1)) current = step(current);
  return checkMachine(current);
}
