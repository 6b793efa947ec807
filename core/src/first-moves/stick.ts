import type { Say } from '../drive-line/index.js';
import type { Stick } from '../machine/index.js';
import { valueOf } from '../shape/index.js';
import { motionOf } from '../machine/index.js';
import type { MoveFacts } from './facts.js';
import type { Fence } from './fence.js';
import { jobPace } from './paces.js';

/** A 10-bit input in the middle of its range: where somebody begins who has measured nothing. */
export const BLANK_STICK: Stick = { gives: 'speed', from: 0, rest: 512, to: 1023, dead: 20, forward: 'to' };

/** Which way readings go from one end to the other. */
const wayOf = ({ from, to }: Stick): 1 | -1 => (to >= from ? 1 : -1);
const sense = ({ forward }: Stick): 1 | -1 => (forward === 'to' ? 1 : -1);
const clamp = (value: number): number => Math.max(0, Math.min(1, value));
/** No sign on nothing. */
const plain = (value: number): number => (value === 0 ? 0 : value);

/** Readings between the dead band and each end: of a speed on both sides, of a place over the whole way. */
function spans(stick: Stick): { readonly behind: number; readonly ahead: number; readonly whole: number } {
  const { from, rest, to, dead } = stick;
  const way = wayOf(stick);
  return {
    behind: way * (rest - from) - dead,
    ahead: way * (to - rest) - dead,
    whole: way * (to - from) - 2 * dead,
  };
}

/**
 * What a reading asks for.
 * @returns of a speed its share of the greatest, −1 back to 1 forward, nothing within the dead band; of a place the
 *   share of the way, 0 to 1. Beyond an end it is as at the end. A stick that is out of order asks for nothing.
 */
export function stickAsks(stick: Stick, raw: number): number {
  const { behind, ahead, whole } = spans(stick);
  const way = wayOf(stick);
  if (stick.gives === 'place') {
    if (whole <= 0) return 0;
    const share = clamp((way * (raw - stick.from) - stick.dead) / whole);
    return sense(stick) > 0 ? share : 1 - share;
  }
  const off = way * (raw - stick.rest);
  const beyond = Math.abs(off) - stick.dead;
  const span = off > 0 ? ahead : behind;
  if (beyond <= 0 || span <= 0) return 0;
  return plain(clamp(beyond / span) * Math.sign(off) * sense(stick));
}

/** What one more count of the input changes: a share of the greatest speed on its coarser side, or of the way. */
export function stickGrain(stick: Stick): number | null {
  const { behind, ahead, whole } = spans(stick);
  const counts = stick.gives === 'place' ? whole : Math.min(behind, ahead);
  return counts > 0 ? 1 / counts : null;
}

/** Where a place of the way lies: within the fence, else the travel of the job; null where there is neither. */
export function stickRange({ hasEnds, travel }: MoveFacts, fence: Fence | null): readonly [number, number] | null {
  if (fence) return [fence.low, fence.high];
  return hasEnds && travel !== null ? [0, travel] : null;
}

/** Readings that a stick which has been let go differs by, at least (common practice, no source). */
const DEAD_LEAST = 2;
/** Within how much its sides should be alike. */
const UNEQUAL = 0.25;

/** What is to be said of how a stick is set: words that stop it, and words that do not. */
export interface StickSaid {
  readonly stops: readonly string[];
  readonly cautions: readonly string[];
}

/** Looks at what a stick reads and does on an axis. */
export function stickSaid(facts: MoveFacts, stick: Stick, fence: Fence | null, say: Say): StickSaid {
  const { behind, ahead, whole } = spans(stick);
  const stops: string[] = [];
  const cautions: string[] = [];
  const isSpeed = stick.gives === 'speed';
  if (stick.from === stick.to) stops.push('Both ends read the same: nothing can be told from it.');
  else if (isSpeed && (behind + stick.dead <= 0 || ahead + stick.dead <= 0))
    stops.push('Let go it reads no value between its ends.');
  else if (isSpeed && (behind <= 0 || ahead <= 0))
    stops.push('The dead band reaches to an end: it never moves that way.');
  else if (!isSpeed && whole <= 0) stops.push('The ends’ dead bands leave nothing between them.');
  if (stops.length > 0) return { stops, cautions };
  if (isSpeed && stick.dead < DEAD_LEAST)
    cautions.push(`A dead band of ${stick.dead} readings creeps: let go it seldom reads the same twice.`);
  if (isSpeed && Math.abs(ahead - behind) > UNEQUAL * Math.max(ahead, behind))
    cautions.push(
      `${Math.max(ahead, behind)} readings one way, ${Math.min(ahead, behind)} the other: one side is quicker to the touch.`,
    );
  const [grain, range] = [stickGrain(stick) ?? 0, stickRange(facts, fence)];
  if (!isSpeed && range === null) stops.push('The travel is not known: a place needs both its ends.');
  if (!isSpeed && range !== null) {
    const { job } = facts.axis;
    const step = grain * (range[1] - range[0]);
    const tolerance = job.tolerance && valueOf(job.tolerance, motionOf(job).travel);
    if (tolerance !== null && step > tolerance)
      cautions.push(
        `A reading is ${say(Number(step.toPrecision(2)), facts.dimensions.travel)}, coarser than the ${say(tolerance, facts.dimensions.travel)} that the job tolerates.`,
      );
  }
  return { stops, cautions };
}

/** The speed [m/s, rad/s] that a reading asks for, forward positive: the job's, as far as it is reckoned to hold. */
export const stickSpeed = (facts: MoveFacts, stick: Stick, raw: number): number =>
  (stickAsks(stick, raw) * jobPace(facts).rate) / facts.perUnit;

/** The place [m, rad] that a reading asks for; null where there is no way to have a share of. */
export function stickPlace(facts: MoveFacts, stick: Stick, fence: Fence | null, raw: number): number | null {
  const range = stickRange(facts, fence);
  return range && range[0] + stickAsks(stick, raw) * (range[1] - range[0]);
}
