import { coverageFactor, fisherTail, leastSquares, lengthBetween } from '../statistics/index.js';
import type { Interval } from './findings.js';

/** A wave through readings: y = terms before it + c·cos φ + s·sin φ. */
export interface Wave {
  /** Estimates of what stands before the wave, in the order of the columns. */
  readonly before: readonly number[];
  readonly cosine: number;
  readonly sine: number;
  readonly amplitude: number;
  /** Where it is highest, from 0 to 2π. */
  readonly phase: number;
  /** Variance of either of its terms, the mean of both. */
  readonly variance: number;
  /** Standard deviation of what is left; null without a degree of freedom. */
  readonly left: number | null;
  readonly freedom: number;
  /** Chance that readings without a wave fit one so well (F test with 2 and ν degrees of freedom). */
  readonly chance: number;
}

/**
 * Fits a wave by least squares.
 * @param columns of what stands before it, one row a reading @param phases of each reading [rad]
 * @returns null where the readings do not carry it
 */
export function fitWave(
  columns: readonly (readonly number[])[],
  phases: readonly number[],
  values: readonly number[],
): Wave | null {
  const fit = leastSquares(
    columns.map((row, index) => [...row, Math.cos(phases[index] as number), Math.sin(phases[index] as number)]),
    values,
  );
  if (!fit) return null;
  const at = (columns[0] as readonly number[]).length;
  const [cosine, sine] = [fit.estimates[at] as number, fit.estimates[at + 1] as number];
  const scatter = fit.residualDeviation;
  const own = ((fit.unscaledCovariance[at]?.[at] ?? 0) + (fit.unscaledCovariance[at + 1]?.[at + 1] ?? 0)) / 2;
  const amplitude = Math.hypot(cosine, sine);
  const variance = scatter === null ? 0 : scatter ** 2 * own;
  return {
    before: fit.estimates.slice(0, at),
    cosine,
    sine,
    amplitude,
    phase: (Math.atan2(sine, cosine) + 2 * Math.PI) % (2 * Math.PI),
    variance,
    left: scatter,
    freedom: fit.degreesOfFreedom,
    chance:
      scatter === null || variance === 0
        ? amplitude > 0 && scatter === 0
          ? 0
          : 1
        : fisherTail(amplitude ** 2 / (2 * variance), 2, fit.degreesOfFreedom),
  };
}

/** Normal 97.5 % point. */
const NORMAL = 1.959963984540054;

/**
 * Where the true amplitude lies with 95 %: Rice's distribution with the scatter widened as Student's t widens a normal
 * one, and by what else makes it doubtful.
 * @param own standard uncertainty of the amplitude that no scatter shows [SI]
 */
export function amplitudeInterval({ amplitude, variance, freedom }: Wave, own: number): Interval | null {
  if (freedom < 1) return null;
  const deviation = Math.hypot(Math.sqrt(variance) * (coverageFactor(0.95, freedom) / NORMAL), own);
  return deviation === 0 ? [amplitude, amplitude] : lengthBetween(amplitude, deviation, 0.95);
}
