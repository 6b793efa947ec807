import type { RatioFault } from './ratio-faults.js';

export interface RankedFault {
  readonly fault: RatioFault;
  /** Chance that this is the cause, given the measurement and how common each mistake is. */
  readonly chance: number;
  /** Distance of the measured scale from the fault's, in combined standard uncertainties. */
  readonly distance: number;
}

export interface Ranking {
  /** Likeliest first; those below one in a thousand are left out. */
  readonly faults: readonly RankedFault[];
  /** Chance of something that is not on the list. */
  readonly somethingElse: number;
  /** What tells the leading causes apart; null if one stands alone. */
  readonly nextMeasurement: string | null;
}

/**
 * Relative spread that a chain made as said may still show: pitch and tooth errors, thermal growth, wear (common practice,
 * no source). Without it a reading far finer than the parts would reject the true cause.
 */
const CHAIN_SPREAD = 1e-3;
/** Commonness of all that is not listed, spread evenly over scales from 1/64 to 64. */
const ELSE_COMMONNESS = 5;
const ELSE_RANGE = 2 * Math.log(64);
const LEAST_CHANCE = 1e-3;
/** Two causes whose chances differ by less than this factor are not told apart. */
const TIE_FACTOR = 50;

/**
 * Ranks causes of a wrong scale by Bayes' rule in the logarithm of the scale: how far the measured scale lies from the
 * cause's, in units of uncertainty, times how common the mistake is.
 * @param scale measured over commanded, greater than zero @param standardUncertainty of the scale
 */
export function rankFaults(faults: readonly RatioFault[], scale: number, standardUncertainty: number): Ranking {
  const spread = Math.hypot(standardUncertainty / scale, CHAIN_SPREAD);
  const weighted = faults.map((fault) => {
    const distance = Math.abs(Math.log(scale / fault.factor)) / spread;
    return { fault, distance, weight: fault.commonness * Math.exp(-0.5 * distance ** 2) };
  });
  const elseWeight = (ELSE_COMMONNESS * spread * Math.sqrt(2 * Math.PI)) / ELSE_RANGE;
  const total = weighted.reduce((sum, item) => sum + item.weight, elseWeight);
  const ranked = weighted
    .map(({ fault, distance, weight }) => ({ fault, distance, chance: weight / total }))
    .filter((item) => item.chance >= LEAST_CHANCE)
    .sort((a, b) => b.chance - a.chance);
  return { faults: ranked, somethingElse: elseWeight / total, nextMeasurement: separatingMeasurement(ranked) };
}

/** Distance alone cannot separate causes of the same factor; where they act in the chain can. */
function separatingMeasurement(ranked: readonly RankedFault[]): string | null {
  const [first, ...others] = ranked;
  const rivals = others.filter((item) => first && item.chance * TIE_FACTOR > first.chance);
  if (!first || rivals.length === 0) return null;
  const sides = new Set([first, ...rivals].map((item) => item.fault.side));
  if (sides.size > 1 && sides.has('motor'))
    return 'Mark the motor’s shaft and count its turns for a known number of steps: a wrong microstep or step angle shows there, a wrong screw, belt or gear does not.';
  if (sides.has('motor')) return 'Count the steps of one turn of the motor with the microsteps set to full steps: that separates step angle from microsteps.';
  if (sides.has('reading') && sides.size > 1) return 'Read one long move with a rule to see whether the units agree.';
  return 'Count teeth and starts by hand, and measure ten threads or teeth with callipers.';
}
