import { lastHolding, pullOut, SPEED_END } from '../motor/index.js';
import { costOf } from './design-of.js';
import { boxOf, Front, QUALITIES, type Quality } from './front.js';
import { spaceSize, type Combination, type Space } from './space.js';
import { Sweep, type Pair, type Sink } from './sweep.js';
import { tablesOf, type Reason, type Tables } from './tables.js';
import type { Asked, Wishes } from './wishes.js';

/** A combination that does all that is asked, with what it comes to in SI. */
export interface Candidate {
  readonly combination: Combination;
  /** Money for all that is not owned; parts without a price count as nothing. */
  readonly cost: number;
  readonly unpricedCount: number;
  /** Highest speed with the margin wanted, over the speed asked for. */
  readonly speedMargin: number;
  /** Torque at the speed asked for, over the torque needed. */
  readonly forceMargin: number;
  /** Travel of one microstep [m or rad]. */
  readonly resolution: number;
  /** Of the motors standing with full current [W]. */
  readonly heat: number;
  /** Torque jump of one microstep [N·m]: what makes a frame sing (common practice, no source). */
  readonly noise: number;
}

export interface SearchState {
  readonly done: number;
  readonly total: number;
  readonly accepted: number;
  readonly rejected: Readonly<Partial<Record<Reason, number>>>;
  readonly front: readonly Candidate[];
}

/** Beyond these a machine gains nothing that its builder would pay for (common practice, no source). */
const SPEED_ENOUGH = 3;
const FORCE_ENOUGH = 4;
/** Steps this much finer than the tolerance, or than the resolution asked for, are as good as any. */
const FINE_ENOUGH = 0.05;

/** The qualities of a candidate, less being better in each; what is more than enough counts as enough. */
export function qualitiesOf(
  candidate: Omit<Candidate, 'combination' | 'unpricedCount'>,
  { tolerance, resolution: asked }: Pick<Wishes, 'tolerance' | 'resolution'>,
): Readonly<Record<Quality, number>> {
  const { cost, speedMargin, forceMargin, resolution, heat, noise } = candidate;
  const finest = FINE_ENOUGH * Math.min(tolerance ?? Infinity, asked ?? Infinity);
  return {
    cost,
    speed: 1 / Math.min(speedMargin, SPEED_ENOUGH),
    force: 1 / Math.min(forceMargin, FORCE_ENOUGH),
    resolution: Number.isFinite(finest) ? Math.max(resolution, finest) : resolution,
    heat,
    noise,
  };
}

/** Pairs between two looks at the clock by whoever runs the search. */
const PAIRS_A_TURN = 4000;

class Collector implements Sink {
  readonly rejected: Partial<Record<Reason, number>> = {};
  readonly front = new Front<Candidate>();
  accepted = 0;
  rejectedCount = 0;
  private pair: Pair | null = null;
  private top = 0;
  private readonly boxes = new Int32Array(QUALITIES.length);
  /**
   * What the combination before had: finer steps of the same parts at the same speed leave nothing to the coarser ones.
   */
  private readonly before = new Map<number, number>();

  constructor(
    private readonly sweep: Sweep,
    private readonly wishes: Wishes,
  ) {}

  reject(reason: Reason, count: number): void {
    this.rejected[reason] = (this.rejected[reason] ?? 0) + count;
    this.rejectedCount += count;
  }

  accept(pair: Pair, microsteps: number, controller: number): boolean {
    this.accepted += 1;
    const { space } = this.sweep.tables;
    if (this.pair !== pair) {
      this.pair = pair;
      this.before.clear();
      const wanted = pair.needed * this.wishes.margin;
      // Nothing is looked for beyond what motor or screw allow anyway.
      const end = Math.min(SPEED_END, pair.electric.speedMost, pair.whirl / pair.radius);
      this.top = lastHolding((speed) => pullOut(pair.drive, speed).torque - wanted, end) * pair.radius;
    }
    const fine = space.microsteps[microsteps] as number;
    const resolution = (pair.radius * pair.electric.angle) / fine;
    const speedMargin = Math.min(this.top, this.sweep.pulsesOf(controller) * resolution) / this.wishes.speed;
    const speedBox = boxOf(1 / Math.min(speedMargin, SPEED_ENOUGH));
    const finer = this.before.get(controller);
    if (finer !== undefined && finer <= speedBox) return false;
    this.before.set(controller, speedBox);
    const { electric } = pair;
    const found = {
      cost: this.sweep.costOf(pair, controller),
      speedMargin,
      forceMargin: pair.available / pair.needed,
      resolution,
      heat: electric.heat,
      noise: electric.holdAtLimit * Math.sin(Math.PI / 2 / fine),
    };
    const qualities = qualitiesOf(found, this.wishes);
    QUALITIES.forEach((quality, index) => {
      this.boxes[index] = boxOf(qualities[quality]);
    });
    this.front.offer(this.boxes, () => {
      const combination = combinationOf(pair, microsteps, controller);
      return { combination, ...found, unpricedCount: costOf(space, combination).unknownCount };
    });
    return false;
  }
}

export function combinationOf({ electric, mechanic }: Pair, microsteps: number, controller: number): Combination {
  return {
    motor: electric.motor,
    driver: electric.driver,
    voltage: electric.voltageIndex,
    current: electric.currentIndex,
    reduction: mechanic.reduction,
    transmission: mechanic.transmission,
    microsteps,
    controller,
  };
}

/**
 * Goes through every combination of a space, and keeps those that do all that is asked and are not beaten by another.
 * @returns a generator that gives its state again and again while it works, and the final one at its end
 */
export function* searchSpace(space: Space, asked: Asked): Generator<SearchState, SearchState> {
  const tables = tablesOf(space, asked.constants.motors);
  return yield* searchTables(tables, asked);
}

/** The same with tables that are there already. */
export function* searchTables(tables: Tables, { wishes, constants }: Asked): Generator<SearchState, SearchState> {
  const sweep = new Sweep(tables, wishes, constants);
  const sink = new Collector(sweep, wishes);
  const total = spaceSize(tables.space);
  const state = (): SearchState => ({
    done: sink.accepted + sink.rejectedCount,
    total,
    accepted: sink.accepted,
    rejected: { ...sink.rejected },
    front: [...sink.front.members],
  });
  sweep.rejectHalves(sink);
  yield state();
  let pairs = 0;
  for (const electric of tables.electric) {
    sweep.go(electric, sink);
    pairs += tables.mechanics.length;
    if (pairs >= PAIRS_A_TURN) {
      pairs = 0;
      yield state();
    }
  }
  return state();
}

/**
 * Candidates by how well they do on the whole: the sum of their places between best and worst in each quality, or in
 * the one given.
 */
export function ranked(
  candidates: readonly Candidate[],
  by: Quality | 'balance',
  wishes: Pick<Wishes, 'tolerance' | 'resolution'>,
): readonly Candidate[] {
  const rows = candidates.map((candidate) => {
    const qualities = qualitiesOf(candidate, wishes);
    return { candidate, boxes: QUALITIES.map((quality) => boxOf(qualities[quality])), score: 0 };
  });
  const spans = QUALITIES.map((_, index) => {
    let [least, most] = [Infinity, -Infinity];
    for (const { boxes } of rows) {
      least = Math.min(least, boxes[index] as number);
      most = Math.max(most, boxes[index] as number);
    }
    return { least, width: most - least || 1 };
  });
  const chosen = by === 'balance' ? -1 : QUALITIES.indexOf(by);
  for (const row of rows) {
    const balance = row.boxes.reduce(
      (sum, box, index) => sum + (box - (spans[index]?.least ?? 0)) / (spans[index]?.width ?? 1),
      0,
    );
    // Within equals of the one quality, the better on the whole comes first.
    row.score = chosen < 0 ? balance : (row.boxes[chosen] as number) + 1e-3 * balance;
  }
  return rows.sort((a, b) => a.score - b.score).map(({ candidate }) => candidate);
}
