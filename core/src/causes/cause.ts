import type { Bearings } from './bearings.js';
import type { AskedRow } from './row.js';

/** What a cause does to a reading, by one size of it. */
export type Effect = (row: AskedRow) => number;

/** Whole electrical cycles that are lost between readings. */
export interface Jumps {
  /** How often, for a move with such a share of the job's speed. */
  readonly perMove: (pace: number) => number;
}

/** One way in which a cause may show; a cause is all of its ways, each by its share. */
export interface Way {
  /** Share of the cause. */
  readonly share: number;
  /** What is expected of it. */
  readonly mean?: Effect;
  /** What is not known of it: each effect times a normal deviate. */
  readonly spread?: readonly Effect[];
  /** It grows with what the axis really goes: a wrong ratio takes it along. */
  readonly isProportional?: boolean;
  /** It comes back with turns of the shaft: where that turns farther than it is told, it comes sooner. */
  readonly turns?: boolean;
  /** It wanders from reading to reading: variance that a reading adds to the one before, in its own sense. */
  readonly wander?: (row: AskedRow, before: AskedRow | null) => number;
  /** It jumps by whole electrical cycles. */
  readonly jumps?: Jumps;
}

/** An effect of something that turns farther than it is told. */
export const turnedBy =
  (effect: Effect, turned: number): Effect =>
  (row) =>
    effect(turned === 1 ? row : { ...row, expected: row.expected * turned });

/** Something that may be wrong with an axis, said once. */
export interface Cause {
  readonly id: string;
  /** What it is about: two of one place cannot both be. */
  readonly place: string;
  /** How common it is among builders, relative to the others (common practice, no source). */
  readonly commonness: number;
  /** What is wrong, as a sentence. */
  readonly sentence: string;
  /** What is to be done about it. */
  readonly remedy: string;
  readonly ways: readonly Way[];
}

/** Places of the checks that a cause may take one by one; what is measured beyond goes with none. */
export const EACH_CHECK = Array.from({ length: 12 }, (_, index) => index);

/** A kind of cause: its causes on an axis; none where it does not apply. */
export type CauseKind = (bearings: Bearings) => readonly Cause[];
