import type { Say } from '../drive-line/index.js';
import type { Asked } from '../line-port/index.js';
import type { MoveFacts } from './facts.js';
import { LEASH_TURNS, type Fence, type Stands } from './fence.js';
import { gentlePace } from './paces.js';
import type { Searched, Tried } from './searched.js';

/** A jump is held for so long, and a ramp at its top [s]. */
const HELD_FOR = 0.5;
/** A try goes through no more than so much of the travel. */
const SHARE = 0.4;
/** What no ramp can be told from. */
const JUMP = 1e7;

/** What a try at a speed sends: there and back; or why it cannot be made. */
export type TryPlan =
  { readonly ok: true; readonly asked: readonly Asked[] } | { readonly ok: false; readonly says: string };

/**
 * A try: there, and back to where it began.
 * @param at where the axis is by its controller
 */
export function tryOf(
  facts: MoveFacts,
  fence: Fence | null,
  at: Stands,
  { speed, acceleration }: Tried,
  say: Say,
): TryPlan {
  const { perUnit, perTurn, travel, letter, dimensions } = facts;
  const isFenced = fence !== null && at.isKnown;
  const place = at.pulses / perUnit;
  const [ahead, behind] = isFenced ? [fence.high - place, place - fence.low] : [Infinity, 0];
  const room = isFenced ? Math.max(ahead, behind) : facts.hasEnds ? LEASH_TURNS * perTurn : Infinity;
  const ramps = acceleration === null ? 0 : speed ** 2 / acceleration;
  const most = Math.min(room, facts.hasEnds && travel !== null && isFenced ? Math.max(SHARE * travel, ramps) : room);
  const way = Math.min(ramps + HELD_FOR * speed, most);
  if (way < ramps * (1 - 1e-9) || way <= 0)
    return {
      ok: false,
      says: `${letter} has no room to reach ${say(speed, dimensions.speed)} by its ramp: it takes ${say(ramps, dimensions.travel)}.`,
    };
  const sense = ahead >= behind ? 1 : -1;
  const pulses = sense * Math.max(1, Math.round(way * perUnit));
  const rate = speed * perUnit;
  const pace =
    acceleration === null
      ? { rate, start: rate, acceleration: JUMP }
      : { rate, start: Math.min(gentlePace(facts).start, rate), acceleration: acceleration * perUnit };
  const move = (by: number): Asked => ({ kind: 'move', axis: letter, pulses: by, ...pace });
  return { ok: true, asked: [move(pulses), move(-pulses)] };
}

/** What a try at a value of a search sends. @param at where the axis is by its controller */
export const searchTry = (
  { tried }: Searched,
  facts: MoveFacts,
  fence: Fence | null,
  at: Stands,
  value: number,
  say: Say,
): TryPlan => tryOf(facts, fence, at, tried(facts, value), say);
