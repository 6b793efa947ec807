import { coverageFactor } from './student-t.js';

/**
 * Grubbs' critical value for the farthest of n values from their mean in standard deviations, either side
 * (ISO 5725-2:2019, 8.3.4, from memory: the one-outlier test).
 * @param chance that it is passed by chance @throws RangeError for fewer than three values
 */
export function grubbsCritical(n: number, chance: number): number {
  if (n < 3) throw new RangeError(`Grubbs’ test wants three values, got ${n}`);
  const t = coverageFactor(1 - chance / n, n - 2);
  return ((n - 1) / Math.sqrt(n)) * Math.sqrt(t ** 2 / (n - 2 + t ** 2));
}

/**
 * The one value that stands off the others.
 * @param least deviation that can be seen at all: values that differ by the digit alone are never wild
 * @returns its place in the list; null where none stands off, or too few are there to tell
 */
export function grubbsOutlier(values: readonly number[], chance: number, least = 0): number | null {
  const n = values.length;
  if (n < 3) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const deviation = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const farthest = values.reduce(
    (found, value, index) => (Math.abs(value - mean) > Math.abs((values[found] as number) - mean) ? index : found),
    0,
  );
  const off = Math.abs((values[farthest] as number) - mean);
  return off > least && deviation > 0 && off / deviation > grubbsCritical(n, chance) ? farthest : null;
}
