import { coverageFactor } from '../statistics/index.js';

/** One figure as a check found it, among others over time. */
export interface TrendPoint {
  /** Moment [s], on any clock. */
  readonly at: number;
  readonly value: number;
  /** Half-width of its interval at 95 %. */
  readonly half: number;
  /** The most that was asked, either way; null where nothing was. */
  readonly asked: number | null;
  readonly revision: number;
}

/** How a figure goes over time. */
export interface Drift {
  /** A second [SI]. */
  readonly slope: number;
  /** Half-width of its interval at 95 %. */
  readonly half: number;
  /** Whether it goes anywhere at all. */
  readonly isShown: boolean;
  /** When it reaches what is asked if it goes on so; null where it does not, or nothing is asked. */
  readonly reaches: number | null;
}

/** Fewest points through which a line says anything. */
const LEAST = 3;
const CONFIDENCE = 0.95;

/**
 * A straight line through figures by their own intervals (weighted least squares, any statistics textbook). Where they
 * scatter more than their intervals say, the line's interval grows with that scatter and takes Student's t.
 * @param points of one state of the machine
 * @returns null for fewer than three moments
 */
export function driftOf(points: readonly TrendPoint[]): Drift | null {
  const sound = points.filter(({ half }) => half > 0);
  if (new Set(sound.map(({ at }) => at)).size < LEAST) return null;
  const normal = coverageFactor(CONFIDENCE, Infinity);
  const weights = sound.map(({ half }) => (normal / half) ** 2);
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = (of: (point: TrendPoint) => number): number =>
    sound.reduce((sum, point, place) => sum + (weights[place] as number) * of(point), 0) / whole;
  const [middle, level] = [mean(({ at }) => at), mean(({ value }) => value)];
  const sum = (of: (point: TrendPoint) => number): number =>
    sound.reduce((total, point, place) => total + (weights[place] as number) * of(point), 0);
  const spread = sum(({ at }) => (at - middle) ** 2);
  const slope = sum(({ at, value }) => (at - middle) * (value - level)) / spread;
  const freedom = sound.length - 2;
  const excess = sum(({ at, value }) => (value - level - slope * (at - middle)) ** 2) / freedom;
  const half = Math.max(normal, Math.sqrt(excess) * coverageFactor(CONFIDENCE, freedom)) / Math.sqrt(spread);
  const isShown = Math.abs(slope) > half;
  const last = sound.reduce((latest, point) => (point.at > latest.at ? point : latest));
  const now = level + slope * (last.at - middle);
  const { asked } = last;
  const isOutward = asked !== null && Math.abs(now) < asked;
  const reaches = isShown && isOutward ? last.at + ((slope > 0 ? asked : -asked) - now) / slope : null;
  return { slope, half, isShown, reaches };
}

/** What changed between two checks. */
export interface Change {
  readonly difference: number;
  readonly half: number;
  readonly isShown: boolean;
}

/** A figure before and after something was changed: shown only where the two intervals together do not explain it. */
export function changeBetween(before: TrendPoint, after: TrendPoint): Change {
  const [difference, half] = [after.value - before.value, Math.hypot(before.half, after.half)];
  return { difference, half, isShown: Math.abs(difference) > half };
}
