import type { Ranking } from '../../diagnosis/index.js';
import type { Exact } from '../../quantity/index.js';
import type { CheckEvaluation, CheckPoint } from '../kind.js';
import type { PlannedReading } from '../commanded.js';
import type { ReturnJudgement } from './return-to-zero.js';
import type { FittedScale, ScaleFit } from './scale-fit.js';

/** A reading beside what was commanded, in SI. */
export interface ReadPoint extends PlannedReading, CheckPoint {
  readonly commanded: number;
  /** Travel along the motion, tilt of the instrument taken out. */
  readonly measured: number;
}

export type Suggestion =
  | { readonly kind: 'measure-more'; readonly reason: string }
  /** The scale's interval holds one: the old value stays exactly. */
  | { readonly kind: 'keep'; readonly reason: string }
  /** A single mistake explains the scale; the list is ranked. */
  | { readonly kind: 'fault'; readonly reason: string }
  /** No single mistake explains it: correct the number. */
  | { readonly kind: 'set'; readonly reason: string };

export interface StepCheckEvaluation extends CheckEvaluation {
  readonly planned: readonly PlannedReading[];
  readonly points: readonly ReadPoint[];
  readonly fit: ScaleFit;
  readonly returns: ReturnJudgement;
  /**
   * One reading that the others speak against, with the fit without it; it stays in until the builder leaves it out.
   */
  readonly wild: { readonly point: ReadPoint; readonly off: number; readonly without: FittedScale } | null;
  /** How the carriage moved at all. */
  readonly motion: 'moved' | 'still' | 'reversed';
  readonly ranking: Ranking | null;
  readonly suggestion: Suggestion;
  /** Steps per unit [SI] that would bring the measured scale to one: old / k. Null without a fitted scale. */
  readonly correctedStepsPerUnit: Exact | null;
}

/** A value in the reader's unit; an uncertainty is told by itself, to its own two digits. */
export type Tell = (value: number, uncertainty?: number) => string;
