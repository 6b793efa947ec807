import type { Axis } from '../machine/index.js';
import type { Dimension } from '../quantity/index.js';
import type { Budget } from '../statistics/index.js';
import { worst, type Conformity } from './conformity.js';
import type { VerdictWord } from './verdict.js';

/** From, to [SI]: the truth lies there with 95 %. */
export type Interval = readonly [number, number];

/** One number that a check comes to. */
export interface CheckFigure {
  readonly name: string;
  /** As the standard or the trade writes it; empty where it has none. */
  readonly symbol: string;
  readonly dimension: Dimension;
  /** What too few readings leave open is null, never nothing. */
  readonly value: number | null;
  /** Where the true value lies; null while that is not known. */
  readonly interval: Interval | null;
  /** The most that it may be; null where nothing is asked. */
  readonly asked: number | null;
  readonly conformity: Conformity | null;
  /** How it is reckoned, or why it is open. */
  readonly working: string;
}

/** One row of points or a line of a chart. */
export interface CheckSeries {
  readonly name: string;
  /** What it is of: reached going up or down, read, worked out, or left out; a band is filled between y and its top. */
  readonly look: 'up' | 'down' | 'read' | 'fit' | 'band' | 'left-out';
  readonly points: readonly { readonly x: number; readonly y: number; readonly top?: number }[];
}

/** A picture of what was read, in SI. */
export interface CheckChart {
  readonly x: { readonly name: string; readonly dimension: Dimension };
  readonly y: { readonly name: string; readonly dimension: Dimension };
  /** Asked for, either way; null where nothing is. */
  readonly limit: number | null;
  /** Width of the band on either side of a limit in which nothing can be decided. */
  readonly guard: number;
  readonly series: readonly CheckSeries[];
}

/** Something that may be changed because of a check; applied as a revision. */
export interface CheckProposal {
  readonly id: string;
  /** On its button. */
  readonly title: string;
  /** What was found, and what it is reckoned to leave. */
  readonly sentence: string;
  /** Written into the logbook. */
  readonly reason: string;
  readonly correct: (axis: Axis) => Axis;
}

/** What a check comes to besides its verdict; a view of it needs to know nothing of its kind. */
export interface CheckFindings {
  readonly figures: readonly CheckFigure[];
  readonly chart: CheckChart | null;
  /** Of the figure that decides; null while there is none. */
  readonly budget: { readonly of: string; readonly dimension: Dimension; readonly rows: Budget } | null;
  readonly proposals: readonly CheckProposal[];
  /** The next thing to do, in one sentence; empty where nothing is. */
  readonly next: string;
}

export const NO_FINDINGS: CheckFindings = { figures: [], chart: null, budget: null, proposals: [], next: '' };

/**
 * How a figure stands to what is asked, by where its true value lies: within only if all of it is, outside only if none
 * of it is (decision rule of ISO 14253-1:2017 with the expanded uncertainty as guard band, from memory).
 */
export function judged(interval: Interval | null, asked: number | null): Conformity | null {
  if (interval === null || asked === null) return null;
  // A millionth keeps a decimal value that equals its limit from failing by its last bit.
  const limit = asked * (1 + 1e-6);
  const size = interval[0] <= 0 && interval[1] >= 0 ? 0 : Math.min(Math.abs(interval[0]), Math.abs(interval[1]));
  if (Math.max(Math.abs(interval[0]), Math.abs(interval[1])) <= limit) return 'within';
  return size > limit ? 'outside' : 'undecided';
}

/** A value with the half-width of its interval, as a figure. */
export function figureOf(
  said: Pick<CheckFigure, 'name' | 'symbol' | 'dimension' | 'working'>,
  value: number | null,
  half: number | null,
  asked: number | null = null,
): CheckFigure {
  const interval: Interval | null = value === null || half === null ? null : [value - half, value + half];
  return { ...said, value, interval, asked, conformity: judged(interval, asked) };
}

/** No more than such a share of the planned readings may be missing (common practice, no source). */
const MISSING_MOST = 0.2;

/**
 * How many planned readings are still to be taken. One that was left out with a reason need not be read again where few
 * are, and what is left still carries every figure that is asked, or any where nothing is.
 */
export function remainingOf(
  figures: readonly CheckFigure[],
  points: readonly { readonly excluded: string | null }[],
  plannedCount: number,
): number {
  const leftOut = points.filter(({ excluded }) => excluded !== null).length;
  const asked = figures.filter((figure) => figure.asked !== null);
  const isCarried =
    asked.length > 0 ? asked.every(({ interval }) => interval !== null) : figures.some(({ value }) => value !== null);
  const isBorne = isCarried && leftOut <= MISSING_MOST * plannedCount;
  return plannedCount - points.length + (isBorne ? 0 : leftOut);
}

/** The verdict by the figures of which something is asked. */
export function verdictOf(figures: readonly CheckFigure[], remainingCount: number, judgedCount: number): VerdictWord {
  if (judgedCount === 0) return 'incomplete';
  const asked = figures.filter((figure) => figure.asked !== null);
  const known = asked.flatMap(({ conformity }) => (conformity === null ? [] : [conformity]));
  if (known.includes('outside')) return 'not-true';
  if (remainingCount > 0) return 'incomplete';
  if (known.length < asked.length || known.length === 0) return 'undecided';
  return worst(known) === 'within' ? 'true' : 'undecided';
}

/** The same figure held against the least that it may be. */
export function atLeast(figure: CheckFigure, least: number | null): CheckFigure {
  const { interval } = figure;
  if (least === null || interval === null) return { ...figure, asked: least, conformity: null };
  const conformity = interval[0] >= least ? 'within' : interval[1] < least ? 'outside' : 'undecided';
  return { ...figure, asked: least, conformity };
}

/** How a single reading stands to the least that is asked, with a guard band of two standard uncertainties. */
export function readingAtLeast(value: number, least: number | null, standardUncertainty: number): Conformity {
  if (least === null || value - 2 * standardUncertainty >= least) return 'within';
  return value + 2 * standardUncertainty < least ? 'outside' : 'undecided';
}

/** Readings as dots, those that are left out by themselves. */
export function readSeries(
  points: readonly { readonly x: number; readonly y: number; readonly excluded: string | null }[],
): readonly CheckSeries[] {
  const of = (name: string, look: CheckSeries['look'], isOut: boolean): CheckSeries => ({
    name,
    look,
    points: points.filter(({ excluded }) => (excluded !== null) === isOut).map(({ x, y }) => ({ x, y })),
  });
  return [of('read', 'read', false), of('left out', 'left-out', true)].filter((series) => series.points.length > 0);
}
