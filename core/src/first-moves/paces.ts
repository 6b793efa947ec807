import type { MoveFacts } from './facts.js';

/** Rate, start rate and acceleration of a move, in pulses. */
export interface PulsePace {
  readonly rate: number;
  readonly start: number;
  readonly acceleration: number;
}

/** A first turn takes so long [s]. */
const TURN_TIME = 1.5;
/** Share of what is reckoned that nobody doubts. */
const SURE = 0.3;
/** The switch is looked for with so much of the speed asked for, and found with so much of that. */
const HOME_SHARE = 0.5;
const SLOW_SHARE = 0.1;
/** The slow way to the switch is so quick at most: a few pulses between two looks at it [turns/s]. */
const SLOW_TURNS = 0.4;

/** Slow enough for a motor that nobody has seen turn yet: a turn in a second and a half. */
export function gentlePace(facts: MoveFacts): PulsePace {
  const { pulsesPerTurn, perUnit, start } = facts;
  const rate = pulsesPerTurn / TURN_TIME;
  return {
    rate,
    start: Math.min(rate / 4, start === null ? rate / 10 : SURE * start * perUnit),
    acceleration: 4 * rate,
  };
}

/** As quick as the job asks, as far as it is reckoned to hold. */
export function jobPace(facts: MoveFacts, share = 1): PulsePace {
  const { perUnit, speed, fastest, acceleration, isWeak } = facts;
  const gentle = gentlePace(facts);
  const most = Math.min(speed ?? Infinity, fastest ?? Infinity);
  if (isWeak) {
    const rate = Math.min(gentle.rate, most * perUnit);
    return { ...gentle, rate, start: Math.min(gentle.start, rate) };
  }
  if (!Number.isFinite(most)) return gentle;
  const rate = most * share * perUnit;
  return { rate, start: Math.min(gentle.start, rate), acceleration: Math.max(1, acceleration * perUnit) };
}

/** To the switch: half as quick as the job asks, and slowly on it. */
export function homePaces(facts: MoveFacts): {
  readonly fast: number;
  readonly slow: number;
  readonly pace: PulsePace;
} {
  const pace = jobPace(facts, HOME_SHARE);
  const slow = Math.min(pace.rate * SLOW_SHARE, SLOW_TURNS * facts.pulsesPerTurn);
  return { fast: pace.rate, slow, pace };
}

/** Whether so many turns of the motor lie within the travel of an axis that has ends. */
export const hasRoomFor = ({ hasEnds, travel, perTurn }: MoveFacts, turns: number): boolean =>
  !hasEnds || travel === null || turns * perTurn <= travel;

/** A way off its switch before it looks for home again [turns]. */
const TURNS_OFF = 2;

/** The same in pulses: two turns, and never more than half of a travel that has ends. */
export function wayOff({ pulsesPerTurn, perUnit, travel, hasEnds }: MoveFacts): number {
  const most = hasEnds && travel !== null ? (travel / 2) * perUnit : Infinity;
  return Math.floor(Math.min(TURNS_OFF * pulsesPerTurn, most));
}

/** Pulses after which a switch has to have come: the travel and a tenth, or a turn of a table and a bit. */
export function homeMost({ travel, perUnit, isTurning, hasEnds }: MoveFacts): number {
  const way = !hasEnds && isTurning ? 2 * Math.PI : (travel ?? (isTurning ? 2 * Math.PI : 1));
  return Math.ceil(1.2 * way * perUnit);
}
