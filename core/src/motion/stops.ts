import { profileOf, type Limits } from './profile.js';

/** What happens at each stop of a table. SI. */
export interface Stops {
  /** Stops a turn. */
  readonly count: number;
  /** From one to the next, in the axis' own unit. */
  readonly way: number;
  readonly limits: Limits;
  /** Until it has come to rest, and what it stays for then [s]. */
  readonly settle: number;
  readonly stay: number;
}

export interface StopTimes {
  readonly move: number;
  readonly stop: number;
  readonly round: number;
}

/** How long a stop and a whole round take. */
export function stopTimes({ count, way, limits, settle, stay }: Stops): StopTimes {
  const move = profileOf(way, limits).duration;
  const stop = move + settle + stay;
  return { move, stop, round: count * stop };
}

/**
 * Time [s] until a swing has rung down to a share of what it began with: ln(1/share)/(ζ·2π·f0).
 * @param damping share of critical damping
 */
export const ringDown = (frequency: number, damping: number, share: number): number =>
  Math.log(1 / share) / (damping * 2 * Math.PI * frequency);
