import { budgetOf, coverageFactor, leastSquares } from '../statistics/index.js';
import { readSeries } from './findings.js';
import type { CheckEvaluation } from './kind.js';
import type { Measuring } from './measuring.js';
import { instrumentRows } from './sample.js';

/** A difference that was read at a place along a way [m]. */
export interface Along {
  readonly at: number;
  readonly value: number;
}

/** The straight line through differences along a way: what is the same everywhere, and what grows. */
export interface AlongLine {
  /** The farthest place that was read. */
  readonly reach: number;
  /** At the beginning of the way, and gained over all of it; null while three places do not carry a line. */
  readonly start: number | null;
  readonly growth: number | null;
  /** Half of the interval of each; null where nothing tells how they scatter. */
  readonly startHalf: number | null;
  readonly growthHalf: number | null;
  readonly scatter: number | null;
  readonly freedom: number;
  /** How the scatter of one difference goes into the start. */
  readonly startShare: number;
}

const CONFIDENCE = 0.95;

/** @param doubt standard uncertainty of one difference by its instrument */
export function alongLine(read: readonly Along[], doubt: number): AlongLine {
  const reach = Math.max(...read.map(({ at }) => at), 0);
  const fit =
    read.length < 3 || reach === 0
      ? null
      : leastSquares(
          read.map(({ at }) => [1, at / reach]),
          read.map(({ value }) => value),
        );
  const scatter = fit?.residualDeviation ?? null;
  const factor = fit && fit.degreesOfFreedom > 0 ? coverageFactor(CONFIDENCE, fit.degreesOfFreedom) : null;
  const shareOf = (term: number): number => Math.sqrt(fit?.unscaledCovariance[term]?.[term] ?? 0);
  const half = (term: number): number | null =>
    scatter === null || factor === null ? null : Math.hypot(factor * scatter, 2 * doubt) * shareOf(term);
  return {
    reach,
    start: fit?.estimates[0] ?? null,
    growth: fit?.estimates[1] ?? null,
    startHalf: half(0),
    growthHalf: half(1),
    scatter,
    freedom: fit?.degreesOfFreedom ?? 0,
    startShare: shareOf(0),
  };
}

/** Whether a term of a line is told from nothing. */
export const isShown = (term: number | null, half: number | null): boolean =>
  term !== null && half !== null && Math.abs(term) > half;

/** Differences along a way with the line through them. */
export const alongChart = (
  { reach, start, growth }: AlongLine,
  read: readonly Along[],
  name: string,
  limit: number | null,
  guard: number,
): CheckEvaluation['chart'] => ({
  x: { name: 'along', dimension: 'length' },
  y: { name, dimension: 'length' },
  limit,
  guard,
  series: [
    ...(start !== null && growth !== null
      ? [
          {
            name: 'line through all',
            look: 'fit' as const,
            points: [
              { x: 0, y: start },
              { x: reach, y: start + growth },
            ],
          },
        ]
      : []),
    ...readSeries(read.map(({ at, value }) => ({ x: at, y: value, excluded: null }))),
  ],
});

/** What goes into the start of the line. @param of its symbol @param times readings in one difference, as a factor */
export const startBudget = (
  { scatter, freedom, startShare }: AlongLine,
  measured: Measuring,
  of: string,
  times: number,
): CheckEvaluation['budget'] =>
  scatter === null || freedom < 1
    ? null
    : {
        of,
        dimension: 'length',
        rows: budgetOf(
          [
            { name: 'Scatter about the line', kind: 'A' as const, standard: scatter * startShare, freedom },
            ...instrumentRows(measured, 0, times * startShare),
          ].filter(({ standard }) => standard > 0),
        ),
      };
