import type { Say } from '../drive-line/index.js';
import type { Asked } from '../line-port/index.js';
import type { Axis, MoveDone, MoveWay } from '../machine/index.js';
import type { MoveFacts } from './facts.js';
import { resultOf, shownValue } from './results.js';

/** Soft limits, from home: a move beyond is refused. */
export interface Fence {
  readonly low: number;
  readonly high: number;
}

/** Besides the way to a stop: a hundredth of the travel, no less and no more than this [m], [rad] (common practice, no source). */
const MARGIN_SHARE = 0.01;
const MARGIN = {
  length: { least: 0.5e-3, most: 5e-3 },
  angle: { least: (0.5 * Math.PI) / 180, most: (5 * Math.PI) / 180 },
} as const;

/**
 * Soft limits inside the travel by the way that a stop by ramp takes from full speed, v²/2a (uniform deceleration, any
 * textbook of mechanics), and a margin.
 * @returns null while the travel is not known, or where nothing of it is left
 */
export function reckonedFence({ travel, speed, acceleration, isTurning }: MoveFacts): Fence | null {
  if (travel === null) return null;
  const { least, most } = MARGIN[isTurning ? 'angle' : 'length'];
  const inside = (speed ?? 0) ** 2 / (2 * acceleration) + Math.max(least, Math.min(most, MARGIN_SHARE * travel));
  return 2 * inside < travel ? { low: inside, high: travel - inside } : null;
}

/** The fence that somebody set, on the rig or on the machine; null without one. */
export function fenceOf(axis: Axis, way: MoveWay): Fence | null {
  const entry: MoveDone | null = resultOf(axis, 'fence', way);
  if (!entry) return null;
  const [low, high] = [shownValue(axis, entry, 'fence-low'), shownValue(axis, entry, 'fence-high')];
  return low === null || high === null || low >= high ? null : { low, high };
}

/** Where an axis is by its controller, in pulses from home. */
export interface Stands {
  readonly pulses: number;
  readonly isKnown: boolean;
}

/** Half a pulse of rounding is no trespass. */
const ROUNDING = 0.5;
/** An axis of which nobody knows where it is, or where its fence is, goes so many turns at a time and no more. */
export const LEASH_TURNS = 4;

/**
 * How far it may go one way before it meets its fence [pulses]; negative beyond it.
 * @param at where it is by its controller
 * @returns null where nothing stands in its way that anybody knows
 */
export function roomAhead({ perUnit }: MoveFacts, fence: Fence | null, at: Stands, sense: 1 | -1): number | null {
  if (fence === null || !at.isKnown) return null;
  return ((sense > 0 ? fence.high : fence.low) * perUnit - at.pulses) * sense;
}

/**
 * Why what is asked is refused before any of it is sent; null where nothing speaks against it. Every move of the row is
 * compared with the fence from where the one before has left the axis. From outside the fence an axis may come in, and
 * go back to where the row began, and no further out. Without a fence, and before homing, it is kept on a short leash; an axis
 * that goes round and round has no end to run into.
 * @param at where the axis is by its controller
 */
export function moveRefusal(
  facts: MoveFacts,
  fence: Fence | null,
  at: Stands,
  asked: readonly Asked[],
  say: Say,
): string | null {
  const { letter, hasEnds, perUnit, perTurn, pulsesPerTurn, dimensions } = facts;
  if (!hasEnds) return null;
  let now = at;
  let began = at.pulses;
  for (const item of asked) {
    if (item.kind === 'home' && item.axis === letter) {
      now = { pulses: 0, isKnown: true };
      began = 0;
    }
    if (item.kind !== 'move' || item.axis !== letter) continue;
    const { pulses: by } = item;
    const target = now.pulses + by;
    if (fence === null || !now.isKnown) {
      if (Math.abs(by) > LEASH_TURNS * pulsesPerTurn + ROUNDING)
        return `${letter} ${now.isKnown ? 'has no fence yet' : 'is not homed'}: it goes no further than ${say(LEASH_TURNS * perTurn, dimensions.travel)} at a time.`;
    } else {
      const [low, high] = [Math.min(fence.low * perUnit, began), Math.max(fence.high * perUnit, began)];
      if (target < low - ROUNDING || target > high + ROUNDING) {
        const side = target < low ? fence.low : fence.high;
        return `${say(target / perUnit, dimensions.travel)} lies beyond the fence at ${say(side, dimensions.travel)}.`;
      }
    }
    now = { ...now, pulses: target };
  }
  return null;
}
