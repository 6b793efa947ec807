import { coverageFactor } from '../statistics/index.js';

/** Most readings that are thought of. */
const MOST = 1000;

/** What is expected of readings before they are taken, or known of them so far, in SI. */
export interface Expected {
  /** Standard deviation of one reading. */
  readonly scatter: number;
  /** Standard uncertainty that no number of readings makes less. */
  readonly fixed: number;
  /** How far off the mean of many is expected to be, and what is asked, either way. */
  readonly deviation: number;
  readonly tolerance: number;
}

/** Half-width of the interval of a mean of n readings at 95 %. */
export function meanDoubt(n: number, { scatter, fixed }: Pick<Expected, 'scatter' | 'fixed'>): number {
  const random = n < 2 ? Infinity : coverageFactor(0.95, n - 1) * (scatter / Math.sqrt(n));
  return Math.hypot(scatter === 0 ? 0 : random, 2 * fixed);
}

/**
 * How many readings tell within from outside: the fewest whose mean's interval no longer holds the limit (decision rule
 * of ISO 14253-1:2017, from memory).
 * @returns null where no number of them does
 */
export function readingsToDecide(expected: Expected): number | null {
  const gap = Math.abs(Math.abs(expected.deviation) - expected.tolerance);
  for (let n = expected.scatter === 0 ? 1 : 2; n <= MOST; n += 1) if (meanDoubt(n, expected) <= gap) return n;
  return null;
}
