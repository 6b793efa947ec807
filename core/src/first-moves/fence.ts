import type { Say } from '../drive-line/index.js';
import type { MoveDone, MoveWay } from '../machine/index.js';
import type { MoveFacts } from './facts.js';
import { resultOf, shownValue } from './results.js';

/** Soft limits, from home: a move beyond is refused. */
export interface Fence {
  readonly low: number;
  readonly high: number;
}

/** Besides the way to a stop: a hundredth of the travel, no less and no more than this [m], [rad]. */
const MARGIN_SHARE = 0.01;
const MARGIN = {
  length: { least: 0.5e-3, most: 5e-3 },
  angle: { least: (0.5 * Math.PI) / 180, most: (5 * Math.PI) / 180 },
} as const;

/**
 * Soft limits inside the travel by the way that a stop by ramp takes from full speed, v²/2a, and a margin.
 * @returns null while the travel is not known, or where nothing of it is left
 */
export function reckonedFence({ travel, speed, acceleration, isTurning }: MoveFacts): Fence | null {
  if (travel === null) return null;
  const { least, most } = MARGIN[isTurning ? 'angle' : 'length'];
  const inside = (speed ?? 0) ** 2 / (2 * acceleration) + Math.max(least, Math.min(most, MARGIN_SHARE * travel));
  return 2 * inside < travel ? { low: inside, high: travel - inside } : null;
}

/** The fence that somebody set, on the rig or on the machine; null without one. */
export function fenceOf(facts: MoveFacts, way: MoveWay): Fence | null {
  const entry: MoveDone | null = resultOf(facts.axis, 'fence', way);
  if (!entry) return null;
  const [low, high] = [shownValue(facts, entry, 'fence-low'), shownValue(facts, entry, 'fence-high')];
  return low === null || high === null || low >= high ? null : { low, high };
}

/** Where an axis is by its controller, in pulses from home. */
export interface Stands {
  readonly pulses: number;
  readonly isKnown: boolean;
}

/** Half a pulse of rounding is no trespass. */
const ROUNDING = 0.5;

/**
 * Why a move is refused before it is sent; null where nothing speaks against it. Without a fence, and before homing, an
 * axis may be moved by hand in short moves only.
 * @param by pulses of the move @param most pulses of a move on an axis of which nobody knows where it is
 */
export function moveRefusal(
  facts: MoveFacts,
  fence: Fence | null,
  at: Stands,
  by: number,
  most: number,
  say: Say,
): string | null {
  const { letter, perUnit, dimensions } = facts;
  if (!at.isKnown || fence === null) {
    if (Math.abs(by) <= most) return null;
    return at.isKnown
      ? `${letter} has no fence yet, so it goes no further than ${say(most / perUnit, dimensions.travel)} at a time.`
      : `${letter} is not homed: nobody knows where it is, so it goes no further than ${say(most / perUnit, dimensions.travel)} at a time.`;
  }
  const target = at.pulses + by;
  const [low, high] = [fence.low * perUnit - ROUNDING, fence.high * perUnit + ROUNDING];
  if ((target >= low || by > 0) && (target <= high || by < 0)) return null;
  const side = target < low ? fence.low : fence.high;
  return `${say(target / perUnit, dimensions.travel)} lies beyond the fence at ${say(side, dimensions.travel)}.`;
}
