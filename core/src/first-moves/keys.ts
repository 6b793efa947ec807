import type { Say } from '../drive-line/index.js';
import { ease, EASES } from '../motion/index.js';
import type { PathPiece, Place } from '../line-port/index.js';
import type { KeyPosition } from '../machine/index.js';
import { inUnit, preferredUnit, type UnitSystem } from '../quantity/index.js';
import { quantityOf, valueOf } from '../shape/index.js';
import type { MoveFacts } from './facts.js';
import { moveRefusal, type Fence } from './fence.js';
import { jobPace } from './paces.js';
import { hasHome } from './steps/home.js';

/** An axis with what is reckoned of it and its fence. */
export interface KeyAxis {
  readonly facts: MoveFacts;
  readonly fence: Fence | null;
}

/** Digits that no pulse is lost in, however fine it is. */
const DIGITS = 10;

/**
 * Where all axes stand, to be kept; or why it cannot be.
 * @param places where the controller has them
 */
export function keyHere(
  id: string,
  name: string,
  axes: readonly KeyAxis[],
  places: readonly Place[],
  system: UnitSystem,
  today: string,
): { readonly ok: true; readonly key: KeyPosition } | { readonly ok: false; readonly says: string } {
  const at: KeyPosition['at'][number][] = [];
  // What turns for ever and has no switch has no place to come back to.
  for (const { facts } of axes.filter((item) => hasHome(item.facts))) {
    const place = places.find(({ axis }) => axis === facts.letter);
    if (!place) continue;
    if (!place.isKnown)
      return { ok: false, says: `${facts.letter} is not homed: nobody could come back to where it stands.` };
    const kind = facts.isTurning ? 'rotary' : 'linear';
    const unit = preferredUnit(facts.dimensions.travel, system);
    const value = Number(inUnit(place.pulses / facts.perUnit, unit).toPrecision(DIGITS));
    at.push({ kind, axis: facts.axis.id, place: quantityOf(`${value} ${unit.symbol}`, 'measured', today) });
  }
  return at.length === 0
    ? { ok: false, says: 'Nothing is connected that stands anywhere.' }
    : { ok: true, key: { id, name, at } };
}

/** Pieces into which an eased move is cut. */
const PIECES = 64;

/** A move to a key position: how long it takes [s] and what is sent; or why it is not made. */
export type KeyMove =
  | { readonly ok: true; readonly time: number; readonly pieces: readonly PathPiece[] }
  | { readonly ok: false; readonly says: string };

/**
 * An eased move of all axes of a key position together, from where they stand to exactly the pulses that the position
 * is: however often it is gone to, nothing adds up.
 * @param letters of the controller's axes in its order @param wanted how long it shall take [s]; null or too short: as
 *   quick as the slowest axis may
 */
export function keyMove(
  key: KeyPosition,
  axes: readonly KeyAxis[],
  letters: readonly string[],
  places: readonly Place[],
  wanted: number | null,
  say: Say,
): KeyMove {
  const goes: { readonly place: number; readonly by: number }[] = [];
  let time = wanted ?? 0;
  for (const { axis: id, kind, place: kept } of key.at) {
    const found = axes.find(({ facts }) => facts.axis.id === id);
    if (found?.facts.isTurning !== (kind === 'rotary'))
      return { ok: false, says: 'An axis of this position is no more, or has become another: keep it anew.' };
    const { facts, fence } = found;
    const [order, at] = [letters.indexOf(facts.letter), places.find(({ axis }) => axis === facts.letter)];
    if (order < 0 || !at) return { ok: false, says: `${facts.letter} is not on what is connected.` };
    if (!at.isKnown) return { ok: false, says: `Home ${facts.letter} first: nobody knows where it stands.` };
    const target = Math.round((valueOf(kept, facts.dimensions.travel) ?? 0) * facts.perUnit);
    const by = target - at.pulses;
    const { rate, acceleration } = jobPace(facts);
    if (by !== 0) {
      const asked = [{ kind: 'move', axis: facts.letter, pulses: by, rate, start: 0, acceleration } as const];
      const refusal = moveRefusal(facts, fence, at, asked, say);
      if (refusal) return { ok: false, says: refusal };
    }
    const way = Math.abs(by);
    time = Math.max(
      time,
      (EASES.quintic.speed * way) / rate,
      Math.sqrt((EASES.quintic.acceleration * way) / acceleration),
    );
    goes.push({ place: order, by });
  }
  return { ok: true, time, pieces: goes.every(({ by }) => by === 0) ? [] : easedPieces(goes, letters.length, time) };
}

/** Slope of {@link ease}: 30 s² (1 − s)². */
const slope = (share: number): number => 30 * share ** 2 * (1 - share) ** 2;

function easedPieces(
  goes: readonly { readonly place: number; readonly by: number }[],
  count: number,
  time: number,
): readonly PathPiece[] {
  const sent = Array.from({ length: count }, () => 0);
  // The steepest of the whole move: a hold anywhere comes to rest by it, and within a piece the speed follows its ends.
  const acceleration = EASES.quintic.acceleration / time ** 2;
  return Array.from({ length: PIECES }, (_, index): PathPiece => {
    const [from, to] = [index / PIECES, (index + 1) / PIECES];
    // Its length is the share of the way; pulses are what is due by its end, less what was sent.
    const length = ease(to) - ease(from);
    const [enters, leaves] = [slope(from) / time, slope(to) / time];
    const by = sent.map(() => 0);
    for (const go of goes) {
      const due = Math.round(go.by * ease(to));
      by[go.place] = due - (sent[go.place] ?? 0);
      sent[go.place] = due;
    }
    return {
      by,
      length,
      enters,
      top: Math.max(enters, leaves),
      leaves,
      acceleration,
    };
  });
}
