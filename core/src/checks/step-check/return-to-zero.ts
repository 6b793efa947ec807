import { coverageFactor } from '../../statistics/index.js';

/** What is known of the scatter of one reading [SI] before the returns are looked at, with its degrees of freedom. */
export interface ReturnScatter {
  readonly deviation: number;
  readonly freedom: number;
}

export type ReturnJudgement =
  /** No return was read. */
  | { readonly kind: 'none' }
  | { readonly kind: 'returns'; readonly largest: number; readonly expanded: number }
  /** Whole electrical cycles are missing or too many: an open-loop motor falls out of step in those. */
  | {
      readonly kind: 'lost-cycles';
      readonly largest: number;
      readonly expanded: number;
      /** At the end, all runs together. */
      readonly cycles: number;
      /** Runs in which some were lost, from 1, with how many. */
      readonly byRun: readonly { readonly run: number; readonly cycles: number }[];
    }
  /** Off zero, and not by whole cycles, or the scatter is too large to test for them. */
  | {
      readonly kind: 'off';
      readonly largest: number;
      readonly expanded: number;
      readonly canTestCycles: boolean;
      readonly matters: boolean;
    };

/** Largest scatter over quantum at which a test for whole cycles says anything: beyond it chance passes too often. */
const QUANTUM_SCATTER_MOST = 0.15;
const CONFIDENCE = 0.95;
/** Normal 97.5 % point: for the digit, whose size is known. */
const NORMAL = 1.959963984540054;

/** Digits that one return may be off while nothing tells how readings scatter (common practice, no source). */
const SCATTER_UNKNOWN = 3;

/** A zero that was read after a run, the first run being 1. */
export interface ReturnReading {
  readonly run: number;
  readonly value: number;
}

/** Spread of the returns about their own mean, pooled with what was known before. */
function pooled(values: readonly number[], before: ReturnScatter | null): ReturnScatter {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const freedom = values.length - 1 + (before?.freedom ?? 0);
  return {
    deviation:
      freedom === 0 ? 0 : Math.sqrt((squares + (before ? before.freedom * before.deviation ** 2 : 0)) / freedom),
    freedom,
  };
}

/**
 * Judges the readings of zero after each run: every one of them, and every step from one to the next.
 *
 * Each carries the scatter of its own reading and that of the zero it is held against, u² = s²(1 + 1) and the digit of
 * both, which no number of runs averages away; the interval is widened for how many are judged, so that a sound axis is
 * called off in one of twenty checks and not in one of four (Bonferroni).
 *
 * @param digit of the instrument [SI] @param cycleTravel travel of one electrical cycle, four full steps [SI]
 * @param scatter of one reading from the readings under way; null where it is not known
 * @param tolerance asked for [SI]
 */
export function judgeReturns(
  readings: readonly ReturnReading[],
  digit: number,
  cycleTravel: number,
  scatter: ReturnScatter | null,
  tolerance: number,
): ReturnJudgement {
  if (readings.length === 0) return { kind: 'none' };
  const values = readings.map(({ value }) => value);
  const resolution = digit / Math.sqrt(6);
  const expandedOf = ({ deviation, freedom }: ReturnScatter): number => {
    // Where nothing tells the scatter, a few digits are let pass.
    if (freedom === 0) return SCATTER_UNKNOWN * digit;
    const t = deviation === 0 ? 0 : coverageFactor(1 - (1 - CONFIDENCE) / values.length, freedom);
    return Math.max(t * Math.SQRT2 * deviation, NORMAL * resolution, digit);
  };
  const steps = readings.map(({ run, value }, index) => ({
    run,
    step: value - (index === 0 ? 0 : (values[index - 1] as number)),
  }));
  // Lost cycles are steps between sound runs, so they must not count as scatter: it is taken about whole cycles.
  const losses = steps.map(({ step }) => Math.round(step / cycleTravel));
  const rests = values.map(
    (value, index) => value - losses.slice(0, index + 1).reduce((sum, count) => sum + count, 0) * cycleTravel,
  );
  const largest = values.reduce((found, value) => (Math.abs(value) > Math.abs(found) ? value : found), 0);
  const aboutCycles = pooled(rests, scatter);
  const canTestCycles = Math.hypot(aboutCycles.deviation, resolution) / cycleTravel <= QUANTUM_SCATTER_MOST;
  const restExpanded = expandedOf(aboutCycles);
  const byRun = steps
    .map(({ run }, index) => ({ run, cycles: losses[index] as number }))
    .filter(({ cycles }) => cycles !== 0);
  if (canTestCycles && byRun.length > 0 && rests.every((rest) => Math.abs(rest) <= restExpanded))
    return {
      kind: 'lost-cycles',
      largest,
      expanded: restExpanded,
      cycles: losses.reduce((sum, count) => sum + count, 0),
      byRun,
    };
  const expanded = expandedOf(pooled(values, scatter));
  if (Math.abs(largest) <= expanded) return { kind: 'returns', largest, expanded };
  return { kind: 'off', largest, expanded, canTestCycles, matters: Math.abs(largest) > tolerance };
}
