import { combinationOf } from './search.js';
import type { Machine } from '../machine/index.js';
import { spaceOf, type Combination, type Space, type SpaceOptions } from './space.js';
import { Sweep, type Pair, type Sink } from './sweep.js';
import { tablesOf, type Tables } from './tables.js';
import { wishesOf, type Asked, type Wishes } from './wishes.js';

/** Wishes that can be given way on, one at a time. */
export const RELAXABLE = [
  'speed',
  'acceleration',
  'load',
  'margin',
  'resolution',
  'tolerance',
  'priceMost',
  'holdsUnpowered',
] as const;
export type Relaxable = (typeof RELAXABLE)[number];

/** One wish changed, all others kept, and something fits. */
export interface Relaxation {
  readonly wish: Relaxable;
  readonly from: number;
  /** The least change that helps, to three digits; for a wish that is simply dropped, 0. */
  readonly to: number;
  /** Something that then does all that is asked. */
  readonly combination: Combination;
}

class FirstFound implements Sink {
  found: Combination | null = null;
  reject(): void {
    // Only whether something fits is asked.
  }
  accept(pair: Pair, microsteps: number, controller: number): boolean {
    this.found = combinationOf(pair, microsteps, controller);
    return true;
  }
}

/** The first combination that does all that is asked; null if none does. */
export function firstFit(tables: Tables, wishes: Wishes, constants: Asked['constants']): Combination | null {
  const sweep = new Sweep(tables, wishes, constants);
  const sink = new FirstFound();
  for (const electric of tables.electric) if (sweep.go(electric, sink)) break;
  return sink.found;
}

/**
 * Wishes that get easier as their number grows, and those that get easier as it shrinks; and how far giving way goes.
 */
const DIRECTION: Readonly<Record<Exclude<Relaxable, 'holdsUnpowered'>, 'up' | 'down'>> = {
  speed: 'down',
  acceleration: 'down',
  load: 'down',
  margin: 'down',
  resolution: 'up',
  tolerance: 'up',
  priceMost: 'up',
};
/** Nobody gives way by more than this. */
const FURTHEST = 1000;
/** No hobby machine costs as much. */
const DEAREST = 1e9;
const DIGITS = 3;
const BISECTIONS = 18;

/** Three digits, towards the easier side. */
function rounded(value: number, direction: 'up' | 'down'): number {
  if (value === 0) return 0;
  const grain = 10 ** (Math.floor(Math.log10(value)) - (DIGITS - 1));
  const ticks = direction === 'up' ? Math.ceil(value / grain - 1e-9) : Math.floor(value / grain + 1e-9);
  return Number((ticks * grain).toPrecision(DIGITS));
}

function furthestOf(wish: Exclude<Relaxable, 'holdsUnpowered'>, present: number): number {
  if (wish === 'margin') return 1;
  if (wish === 'load') return 0;
  if (wish === 'priceMost') return DEAREST;
  return DIRECTION[wish] === 'up' ? present * FURTHEST : present / FURTHEST;
}

/**
 * Each single wish that, changed alone, lets something fit, and the least change that does it. Fitting is monotonic in
 * each of them, so the edge is found by halving; the answer is tried again after rounding, so that what it promises
 * holds.
 * @returns a generator that gives its progress, 0 to 1, and at its end the relaxations; empty if something fits already
 */
export function* relaxTables(
  tables: Tables,
  { wishes, constants, isTimed }: Asked,
): Generator<number, readonly Relaxation[]> {
  if (firstFit(tables, wishes, constants)) return [];
  const found: Relaxation[] = [];
  for (const [index, wish] of RELAXABLE.entries()) {
    yield index / RELAXABLE.length;
    if (wish === 'holdsUnpowered') {
      const fit = wishes.holdsUnpowered ? firstFit(tables, { ...wishes, holdsUnpowered: false }, constants) : null;
      if (fit) found.push({ wish, from: 1, to: 0, combination: fit });
      continue;
    }
    const present = wishes[wish];
    // With a time for the whole travel, speed and acceleration hang on each other.
    if (present === null || present === 0 || (isTimed && (wish === 'speed' || wish === 'acceleration'))) continue;
    const relaxation = yield* edgeOf(tables, wishes, constants, wish, present);
    if (relaxation) found.push(relaxation);
  }
  return found;
}

function* edgeOf(
  tables: Tables,
  wishes: Wishes,
  constants: Asked['constants'],
  wish: Exclude<Relaxable, 'holdsUnpowered'>,
  present: number,
): Generator<number, Relaxation | null> {
  const fits = (value: number): Combination | null => firstFit(tables, { ...wishes, [wish]: value }, constants);
  const direction = DIRECTION[wish];
  let good = furthestOf(wish, present);
  if (good === present || !fits(good)) return null;
  let bad = present;
  const share = RELAXABLE.indexOf(wish) / RELAXABLE.length;
  for (let count = 0; count < BISECTIONS; count += 1) {
    // Halving the logarithm where there is one, so that small values get their digits too.
    const middle = good === 0 ? (good + bad) / 2 : Math.sqrt(good * bad);
    if (fits(middle)) good = middle;
    else bad = middle;
    yield share + count / BISECTIONS / RELAXABLE.length;
  }
  const to = Math.max(rounded(good, direction), wish === 'margin' ? 1 : 0);
  const combination = fits(to);
  return combination ? { wish, from: present, to, combination } : null;
}

/** The same for a space: what would let something in it fit. A space of one combination answers for that one. */
export function* relaxSpace(space: Space, asked: Asked): Generator<number, readonly Relaxation[]> {
  return yield* relaxTables(tablesOf(space, asked.constants.motors), asked);
}

/** The space that holds nothing but one combination of another. */
export function onlyOf(space: Space, combination: Combination): Space {
  const one = <T>(list: readonly T[], index: number): readonly T[] => list.slice(index, index + 1);
  return {
    ...space,
    motors: one(space.motors, combination.motor),
    drivers: one(space.drivers, combination.driver),
    currents: one(space.currents, combination.current),
    microsteps: one(space.microsteps, combination.microsteps),
    reductions: one(space.reductions, combination.reduction),
    transmissions: one(space.transmissions, combination.transmission),
    voltages: one(space.voltages, combination.voltage),
    controllers: one(space.controllers, combination.controller),
  };
}

/** Whether a line that stands already does all that is asked, and the single wishes that would make it do so. */
export interface LineFit {
  readonly fits: boolean;
  readonly ways: readonly Relaxation[];
}

const AS_IT_STANDS: Combination = {
  motor: 0,
  driver: 0,
  current: 0,
  microsteps: 0,
  reduction: 0,
  transmission: 0,
  voltage: 0,
  controller: 0,
};

/** The search's question of one combination: the line that an axis has. It fits nothing while the job is not said. */
export function fitOfLine(
  machine: Machine,
  axisId: string,
  options: SpaceOptions,
  limits: Pick<Wishes, 'priceMost' | 'holdsUnpowered'>,
): LineFit {
  const asked = wishesOf(machine, axisId, limits);
  if (!asked.ok) return { fits: false, ways: [] };
  const space = onlyOf(spaceOf(machine, axisId, [], { ...options, free: [] }), AS_IT_STANDS);
  const tables = tablesOf(space, asked.value.constants.motors);
  if (firstFit(tables, asked.value.wishes, asked.value.constants)) return { fits: true, ways: [] };
  const work = relaxTables(tables, asked.value);
  let next = work.next();
  while (!next.done) next = work.next();
  return { fits: false, ways: next.value };
}
