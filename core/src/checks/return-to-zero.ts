import { coverageFactor } from '../statistics/index.js';

export type ReturnJudgement =
  /** No return was read. */
  | { readonly kind: 'none' }
  | { readonly kind: 'returns'; readonly mean: number; readonly expanded: number }
  /** A whole number of electrical cycles is missing or too many: an open-loop motor falls out of step in those. */
  | { readonly kind: 'lost-cycles'; readonly mean: number; readonly expanded: number; readonly cycles: number }
  /** Off zero, and not by whole cycles, or the scatter is too large to test for them. */
  | { readonly kind: 'off'; readonly mean: number; readonly expanded: number; readonly canTestCycles: boolean };

/** Largest scatter over quantum at which a test for whole cycles says anything: beyond it chance passes too often. */
const QUANTUM_SCATTER_MOST = 0.15;

/**
 * Judges the readings of zero after each run.
 * @param returns readings of zero [SI] @param resolutionUncertainty standard uncertainty of one difference [SI]
 * @param cycleTravel travel of one electrical cycle, four full steps [SI]
 */
export function judgeReturns(returns: readonly number[], resolutionUncertainty: number, cycleTravel: number): ReturnJudgement {
  if (returns.length === 0) return { kind: 'none' };
  const mean = returns.reduce((sum, value) => sum + value, 0) / returns.length;
  const spread = returns.length > 1 ? Math.sqrt(returns.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (returns.length - 1)) : 0;
  const standard = Math.sqrt((spread ** 2 + resolutionUncertainty ** 2) / returns.length);
  const expanded = coverageFactor(0.95, spread === 0 ? Infinity : returns.length - 1) * standard;
  if (Math.abs(mean) <= expanded) return { kind: 'returns', mean, expanded };
  const canTestCycles = Math.hypot(spread, resolutionUncertainty) / cycleTravel <= QUANTUM_SCATTER_MOST;
  const cycles = Math.round(mean / cycleTravel);
  const isWhole = canTestCycles && cycles !== 0 && Math.abs(mean - cycles * cycleTravel) <= expanded;
  return isWhole ? { kind: 'lost-cycles', mean, expanded, cycles } : { kind: 'off', mean, expanded, canTestCycles };
}
