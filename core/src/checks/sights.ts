import { stepsPerMotorTurn, stepsPerUnit, type AxisContext } from '../drive-line/index.js';
import { Reckoner } from '../reckoner/index.js';
import type { Course, LookedAt } from './course.js';

/** A reading as one who looks for the cause needs it: what was meant to be seen, and what went before. */
export interface Sight {
  /** Place of the plan. */
  readonly index: number;
  readonly of: Exclude<LookedAt, 'sides'>;
  /** What would be read if all were as designed and nothing gave way [SI], from the check's zero. */
  readonly expected: number;
  /** It came there from below, as to its zero, or from above. */
  readonly side: 'up' | 'down';
  /** Since the zero: moves, turns from going up to going down, and time [s]. */
  readonly moves: number;
  readonly turnsBack: number;
  /** Moves up less moves down. */
  readonly net: number;
  readonly seconds: number;
  /** Microsteps gone, there and back alike. */
  readonly path: number;
  /** Share of the job's speed at which it was moved since the reading before. */
  readonly pace: number;
  /** What pushes while it is read [N], [N·m]. */
  readonly push: number;
  /** Metres that are read for a radian; 1 where it is read as it is. */
  readonly arm: number;
}

/** Checks go from place to place with half of the job's speed: what is measured is where it goes, not how fast. */
export const CHECK_PACE = 0.5;
/** Somebody reads about so long, and a move takes about so long [s] (common practice, no source). */
export const READ_TIME = 10;
const MOVE_TIME = 1.5;

/**
 * Every reading of a course as it is meant to be.
 * @param readTime a reading takes so long [s] @returns nothing while the steps of the axis are not known
 */
export function sightsOf(context: AxisContext, course: Course, readTime = READ_TIME): readonly Sight[] {
  const reckoner = new Reckoner(context);
  const [perUnit, perTurn] = [reckoner.value(stepsPerUnit), reckoner.value(stepsPerMotorTurn)];
  if (perUnit === null || perTurn === null) return [];
  const sights: Sight[] = [];
  let [at, sense] = [course.from, 1];
  let [moves, turnsBack, net, seconds, path, pace] = [0, 0, 0, 0, 0, CHECK_PACE];
  const go = (to: number): void => {
    if (to === at) return;
    const way = Math.sign(to - at);
    if (way < 0 && sense > 0) turnsBack += 1;
    path += Math.abs(to - at);
    [at, sense] = [to, way];
    moves += 1;
    net += way;
    seconds += MOVE_TIME;
  };
  const expectedOf = (of: Sight['of']): number =>
    of === 'travel' ? at / perUnit : of === 'shaft' ? (2 * Math.PI * at) / perTurn : 0;
  for (const { to, shuttles, wait = 0, read } of course.legs) {
    seconds += wait;
    if (shuttles) {
      ({ pace } = shuttles);
      moves += 2 * shuttles.times;
      turnsBack += shuttles.times;
      path += 2 * shuttles.times * Math.abs(shuttles.by);
      seconds += 2 * MOVE_TIME * shuttles.times;
      sense = -Math.sign(shuttles.by);
    }
    go(to);
    if (read === null) continue;
    if (read === 'zero') {
      [moves, turnsBack, net, seconds, path] = [0, 0, 0, 0, 0];
      continue;
    }
    seconds += readTime;
    const { index, of, push, arm } = read;
    // How two sides stand to each other tells nothing of the way of one.
    if (of === 'sides') continue;
    // One that is always reached in the same way as its zero was is on the zero's side.
    const side = sense > 0 || shuttles ? 'up' : 'down';
    sights.push({ index, of, expected: expectedOf(of), side, moves, turnsBack, net, seconds, path, pace, push, arm });
    pace = CHECK_PACE;
  }
  return sights;
}
