import type { Ranking } from '../diagnosis/index.js';
import type { Exact } from '../quantity/index.js';
import type { Conformity } from './conformity.js';
import type { PlannedReading } from './plan.js';
import type { ReturnJudgement } from './return-to-zero.js';
import type { FittedScale, ScaleFit } from './scale-fit.js';

/** A reading as it was entered: text with its unit, under its place in the plan. */
export interface EnteredReading {
  readonly index: number;
  readonly text: string;
  /** Why it is left out of the judgement; null if it counts. The value is kept either way. */
  readonly excluded: string | null;
}

/** A reading beside what was commanded, in SI. */
export interface ReadPoint extends PlannedReading {
  readonly commanded: number;
  /** Travel along the motion, tilt of the instrument taken out. */
  readonly measured: number;
  readonly deviation: number;
  readonly conformity: Conformity;
  /** Standard uncertainty of this reading, by the instrument alone. */
  readonly standardUncertainty: number;
  readonly excluded: string | null;
}

export type Suggestion =
  | { readonly kind: 'none' }
  | { readonly kind: 'measure-more'; readonly reason: string }
  /** The scale's interval holds one: the old value stays exactly. */
  | { readonly kind: 'keep'; readonly reason: string }
  /** A single mistake explains the scale; the list is ranked. */
  | { readonly kind: 'fault'; readonly reason: string }
  /** No single mistake explains it: correct the number. */
  | { readonly kind: 'set'; readonly reason: string };

export type VerdictWord = 'incomplete' | 'true' | 'undecided' | 'not-true';

export interface StepCheckEvaluation {
  readonly planned: readonly PlannedReading[];
  readonly points: readonly ReadPoint[];
  /** Planned readings still to take, those left out among them. */
  readonly remainingCount: number;
  readonly fit: ScaleFit;
  readonly returns: ReturnJudgement;
  /**
   * One reading that the others speak against, with the fit without it; it stays in until the builder leaves it out.
   */
  readonly wild: { readonly point: ReadPoint; readonly off: number; readonly without: FittedScale } | null;
  /** How the carriage moved at all. */
  readonly motion: 'moved' | 'still' | 'reversed';
  readonly ranking: Ranking | null;
  readonly verdict: VerdictWord;
  /** The verdict in one sentence with its numbers. */
  readonly sentence: string;
  readonly suggestion: Suggestion;
  /** Steps per unit [SI] that would bring the measured scale to one: old / k. Null without a fitted scale. */
  readonly correctedStepsPerUnit: Exact | null;
  /** Things the builder should know that do not change the verdict. */
  readonly notes: readonly string[];
  /** Of the farthest reading. */
  readonly standardUncertainty: number;
  readonly tolerance: number;
}

/** A value in the reader's unit; an uncertainty is told by itself, to its own two digits. */
export type Tell = (value: number, uncertainty?: number) => string;
