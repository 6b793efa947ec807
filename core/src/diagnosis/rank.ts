import { coverageFactor, studentDensity } from '../statistics/index.js';
import { factorTogether, isOfReading, type RatioFault } from './ratio-faults.js';

export interface RankedFault {
  readonly fault: RatioFault;
  /** Chance that this is the cause, given the measurement and how common each mistake is. */
  readonly chance: number;
  /** Distance of the measured scale from the fault's, in combined standard uncertainties. */
  readonly distance: number;
}

/** What has the better of the others, in words that never claim more than the chances do. */
export type Certainty = 'nearly-certain' | 'likelier-than-not' | 'open';

export interface Ranking {
  /** Likeliest first; those below one in a thousand are left out. */
  readonly faults: readonly RankedFault[];
  /** Chance of a dimension that is a little off, which a corrected setting mends. */
  readonly littleOff: number;
  /** Chance of two mistakes together, and which two fit best; null where no pair does. */
  readonly together: { readonly chance: number; readonly first: RatioFault; readonly second: RatioFault } | null;
  /** Chance of something that is not on the list. */
  readonly somethingElse: number;
  readonly certainty: Certainty;
  /** Other causes that fit the first one's place as well, by the same factor. */
  readonly rivals: readonly RankedFault[];
  /** What tells the leading causes apart; null if one stands alone. */
  readonly nextMeasurement: string | null;
}

/** Commonness of all that is not listed, spread evenly over scales from 1/64 to 64. */
const ELSE_COMMONNESS = 5;
const ELSE_RANGE = 2 * Math.log(64);
/**
 * Dimensions that are a little off: rolled screws, stretched belts, a roller's real diameter. Relative spreads, each
 * with its commonness (common practice, no source).
 */
const LITTLE_OFF: readonly (readonly [spread: number, commonness: number])[] = [
  [0.002, 40],
  [0.015, 15],
];
/**
 * Two mistakes at once, over what their commonness together would say: weighed high, so that no pair is overlooked
 * (common practice, no source).
 */
const PAIR_COMMONNESS = 1;
const LEAST_CHANCE = 1e-3;
const CERTAIN = 0.995;
const LIKELY = 0.5;
/** Factors that agree to this are one, whatever the digits of a double. */
const SAME_FACTOR = 1e-9;
const CONFIDENCE = 0.95;
/** Pairs further than this from the measurement weigh nothing. */
const FAR = 12;
/** Points of the sum over what is a little off, either way of the measurement. */
const LITTLE_POINTS = 40;

/** The measured scale with what it rests on. */
export interface MeasuredScale {
  /** Measured over commanded, greater than zero. */
  readonly scale: number;
  readonly standardUncertainty: number;
  readonly degreesOfFreedom: number;
  /** Relative spread that a chain made as said still shows; nothing where only whole teeth lie between. */
  readonly chainSpread: number;
}

/**
 * How likely a measurement is at a factor's logarithm: Student's t about it, widened by what the chain itself spreads.
 */
class Likelihood {
  private readonly at: number;
  private readonly spread: number;
  /** Height of the curve, and its power. */
  private readonly height: number;

  constructor(private readonly measured: MeasuredScale) {
    this.at = Math.log(measured.scale);
    this.height = studentDensity(0, measured.degreesOfFreedom);
    // The least spread keeps a reading without scatter from calling equal factors different by their last bit.
    this.spread = Math.max(Math.hypot(measured.standardUncertainty / measured.scale, measured.chainSpread), 1e-7);
  }

  distance(logarithm: number): number {
    return Math.abs(this.at - logarithm) / this.spread;
  }

  of(logarithm: number): number {
    const [t, n] = [this.distance(logarithm), this.measured.degreesOfFreedom];
    const shape = n > 1e6 ? Math.exp((-t * t) / 2) : (1 + (t * t) / n) ** (-(n + 1) / 2);
    return (this.height * shape) / this.spread;
  }

  /** Weight of all scales near one that a normal spread makes likely: the two curves multiplied and summed. */
  near(spread: number): number {
    const reach = 6;
    let sum = 0;
    const step = (2 * reach * this.spread) / LITTLE_POINTS;
    const prior = (logarithm: number): number =>
      Math.exp(-0.5 * (logarithm / spread) ** 2) / (spread * Math.sqrt(2 * Math.PI));
    // Sharp measurement: sum over its own curve; blunt measurement: the prior's curve is the sharper one.
    if (this.spread < spread) {
      for (let index = 0; index <= LITTLE_POINTS; index += 1) {
        const logarithm = this.at - reach * this.spread + index * step;
        sum += prior(logarithm) * this.of(logarithm) * step;
      }
      return sum;
    }
    const priorStep = (2 * reach * spread) / LITTLE_POINTS;
    for (let index = 0; index <= LITTLE_POINTS; index += 1) {
      const logarithm = -reach * spread + index * priorStep;
      sum += prior(logarithm) * this.of(logarithm) * priorStep;
    }
    return sum;
  }
}

interface Weighed {
  readonly fault: RatioFault;
  readonly logarithm: number;
  readonly distance: number;
  readonly weight: number;
}

/** The pairs of mistakes at different places whose factors multiplied come near the measurement. */
function pairsOf(
  weighed: readonly Weighed[],
  likelihood: Likelihood,
): { readonly weight: number; readonly best: readonly [RatioFault, RatioFault] | null } {
  const total = weighed.reduce((sum, { fault }) => sum + fault.commonness, 0);
  let [weight, most] = [0, 0];
  let best: readonly [RatioFault, RatioFault] | null = null;
  for (let a = 0; a < weighed.length; a += 1)
    for (let b = a + 1; b < weighed.length; b += 1) {
      const [one, two] = [weighed[a] as Weighed, weighed[b] as Weighed];
      const together = Math.log(factorTogether([one.fault, two.fault]));
      if (one.fault.place === two.fault.place || likelihood.distance(together) > FAR) continue;
      const item = (PAIR_COMMONNESS * one.fault.commonness * two.fault.commonness * likelihood.of(together)) / total;
      weight += item;
      if (item > most) [most, best] = [item, [one.fault, two.fault]];
    }
  return { weight, best };
}

/**
 * Ranks causes of a wrong scale by Bayes' rule in the logarithm of the scale: how far the measured scale lies from the
 * cause's, by Student's t, times how common the mistake is. Beside single mistakes it weighs a dimension that is a
 * little off, two mistakes together, and something else. Causes of the same factor are never told apart by distance.
 */
export function rankFaults(faults: readonly RatioFault[], measured: MeasuredScale): Ranking {
  const likelihood = new Likelihood(measured);
  const weighed = faults.map((fault): Weighed => {
    const logarithm = Math.log(fault.factor);
    return {
      fault,
      logarithm,
      distance: likelihood.distance(logarithm),
      weight: fault.commonness * likelihood.of(logarithm),
    };
  });
  const little = LITTLE_OFF.reduce((sum, [spread, commonness]) => sum + commonness * likelihood.near(spread), 0);
  const pairs = pairsOf(weighed, likelihood);
  const elseWeight = ELSE_COMMONNESS / ELSE_RANGE;
  const total = weighed.reduce((sum, item) => sum + item.weight, elseWeight + little + pairs.weight);
  const ranked = weighed
    .map(({ fault, distance, weight }) => ({ fault, distance, chance: weight / total }))
    .filter((item) => item.chance >= LEAST_CHANCE)
    .sort((a, b) => b.chance - a.chance);
  const [first] = ranked;
  const isSame = (item: RankedFault): boolean =>
    first !== undefined && item !== first && Math.abs(Math.log(item.fault.factor / first.fault.factor)) < SAME_FACTOR;
  const rivals = ranked.filter(isSame);
  const limit = coverageFactor(CONFIDENCE, measured.degreesOfFreedom);
  // Whatever else fits the reading as well keeps a cause from being nearly certain, however rare it is.
  const isAlone =
    weighed.every((item) => item.fault === first?.fault || item.distance > limit) && likelihood.distance(0) > limit;
  const togetherChance = pairs.weight / total;
  return {
    faults: ranked,
    littleOff: little / total,
    together: pairs.best ? { chance: togetherChance, first: pairs.best[0], second: pairs.best[1] } : null,
    somethingElse: elseWeight / total,
    certainty:
      !first || first.chance <= LIKELY
        ? 'open'
        : first.chance > CERTAIN && isAlone
          ? 'nearly-certain'
          : 'likelier-than-not',
    rivals,
    nextMeasurement: separatingMeasurement(first, ranked),
  };
}

/** Two causes whose chances differ by less than this factor are not told apart. */
const TIE_FACTOR = 50;

/** Distance alone cannot separate causes of the same factor; where they act in the chain can. */
function separatingMeasurement(first: RankedFault | undefined, ranked: readonly RankedFault[]): string | null {
  const rivals = ranked.filter((item) => first && item !== first && item.chance * TIE_FACTOR > first.chance);
  if (!first || rivals.length === 0) return null;
  return lookBetween([first, ...rivals].map(({ fault }) => fault));
}

/** What tells such causes apart by looking where they act in the chain, as a sentence. */
export function lookBetween(faults: readonly RatioFault[]): string {
  const sides = new Set(faults.map(({ side }) => side));
  if (sides.size > 1 && sides.has('motor'))
    return 'Mark the motor’s shaft and count its turns for a known number of steps: a wrong microstep or step angle shows there, a wrong screw, belt or gear does not.';
  if (sides.has('setting'))
    return 'Read the steps per unit that the controller holds, and compare it with what is entered here.';
  if (sides.has('motor'))
    return 'Count the steps of one turn of the motor with the microsteps set to full steps: that separates step angle from microsteps.';
  if (faults.some(isOfReading))
    return 'Read one long move, or one whole turn, with another rule or scale to see whether the units agree.';
  return 'Count teeth and starts by hand, and measure ten threads or teeth with callipers.';
}
