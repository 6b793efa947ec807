import { factorTogether } from '../diagnosis/index.js';
import type { Bearings } from './bearings.js';
import { turnedBy, type Effect } from './cause.js';
import { cholesky, dot, forward, halfLogDeterminant } from './gaussian.js';
import { asRead, besideEntries, entryFactor, isEntered } from './entry.js';
import { alwaysThere, designed, scatterTogether } from './ground.js';
import type { AskedRow, Row } from './row.js';
import { shaftFactor, type Weighed } from './weigh.js';

/** How readings that are still to be taken would lie: a normal distribution of all of them together. */
export interface Forecast {
  readonly mean: Float64Array;
  readonly covariance: readonly Float64Array[];
}

/** What a hypothesis in its likeliest way expects of readings, by what was read before. */
export function forecast(
  weighed: Weighed,
  entered: readonly Row[],
  asked: readonly AskedRow[],
  bearings: Bearings,
): Forecast {
  const { hypothesis, best } = weighed;
  const entry = entryFactor(hypothesis.ratios);
  const rows = asRead(entered, entry);
  const others = besideEntries(hypothesis.ratios);
  const [travel, shaft] = [factorTogether(others), shaftFactor(others)];
  const all: readonly AskedRow[] = [...rows, ...asked];
  const own = designed(bearings);
  const means = best.ways.map(({ mean, isProportional }) => ({ mean, grows: isProportional ? travel : 1 }));
  const meanOf: Effect = (row) =>
    own(row) +
    (row.of === 'travel' ? (travel - 1) * row.expected : row.of === 'shaft' ? (shaft - 1) * row.expected : 0) +
    means.reduce((sum, { mean, grows }) => sum + (mean ? grows * mean(row) : 0), 0);
  const effects: Effect[] = [
    ...alwaysThere(bearings, all).map(
      ({ effect, isProportional }): Effect =>
        (row) =>
          (isProportional ? travel : 1) * effect(row),
    ),
    ...best.ways.flatMap(({ spread = [], isProportional, turns }) =>
      spread.map((effect): Effect => {
        const turned = turnedBy(effect, turns ? shaft : 1);
        return (row) => (isProportional ? travel : 1) * turned(row);
      }),
    ),
  ];
  const size = all.length;
  const covariance = scatterTogether(all, best.scatter);
  const add = (column: readonly number[]): void => {
    for (let a = 0; a < size; a += 1) {
      const [into, value] = [covariance[a] as Float64Array, column[a] as number];
      if (value === 0) continue;
      for (let b = 0; b <= a; b += 1) into[b] = (into[b] as number) + value * (column[b] as number);
    }
  };
  for (const effect of effects) add(all.map(effect));
  for (const column of wandering(weighed, all, rows.length, bearings)) add(column);
  const left = Float64Array.from(rows, (row, place) => {
    const cycle = row.of === 'shaft' ? bearings.cycleAngle : bearings.cycle;
    return row.off - meanOf(row) - (best.jumps?.[place] ?? 0) * cycle;
  });
  return asEntered(conditioned(covariance, left, asked.map(meanOf)), asked, entry);
}

/** The same as it would be entered, so many times what is read. */
function asEntered({ mean, covariance }: Forecast, asked: readonly AskedRow[], factor: number): Forecast {
  const times = asked.map((row) => (isEntered(row) ? factor : 1));
  return {
    mean: mean.map((off, place) => {
      const [by, expected] = [times[place] ?? 1, asked[place]?.expected ?? 0];
      return by * (expected + off) - expected;
    }),
    covariance: covariance.map((row, a) => row.map((value, b) => value * (times[a] ?? 1) * (times[b] ?? 1))),
  };
}

/** What wanders from reading to reading; lost cycles as far as they are not known yet. */
function wandering(
  { best }: Weighed,
  all: readonly AskedRow[],
  known: number,
  bearings: Bearings,
): readonly (readonly number[])[] {
  return all.flatMap((row, place) => {
    if (row.of === 'push') return [];
    const isSame = (other: AskedRow): boolean => other.check === row.check && other.of === row.of;
    const before = all.slice(0, place).filter(isSame).at(-1) ?? null;
    const moves = row.moves - (before?.moves ?? 0);
    const cycle = row.of === 'shaft' ? bearings.cycleAngle : bearings.cycle;
    const variance = best.ways.reduce(
      (sum, { wander, jumps }) =>
        sum +
        (wander?.(row, before) ?? 0) +
        (jumps && (place >= known || best.jumps === null) ? jumps.perMove(row.pace) * moves * cycle ** 2 : 0),
      0,
    );
    return variance > 0 ? [all.map((other, at) => (at >= place && isSame(other) ? Math.sqrt(variance) : 0))] : [];
  });
}

/** The last of a normal distribution once the first are known. */
function conditioned(covariance: readonly Float64Array[], left: Float64Array, mean: readonly number[]): Forecast {
  const known = left.length;
  const lower = cholesky(covariance.slice(0, known));
  const taken = forward(lower, left);
  const inner = mean.map((_, place) => forward(lower, (covariance[known + place] as Float64Array).slice(0, known)));
  return {
    mean: Float64Array.from(mean, (value, place) => value + dot(inner[place] as Float64Array, taken)),
    covariance: mean.map((_, a) =>
      Float64Array.from(mean, (_value, b) => {
        const [one, other] = a >= b ? [a, b] : [b, a];
        return (
          ((covariance[known + one] as Float64Array)[known + other] as number) -
          dot(inner[one] as Float64Array, inner[other] as Float64Array)
        );
      }),
    ),
  };
}

/**
 * How far two forecasts are one: 1 where they are the same, 0 where no reading could be of both. Whichever is true, it is
 * mistaken for the other no oftener than that. (Bhattacharyya's coefficient of two normal distributions; for the choice
 * of what to measure: Kailath, The divergence and Bhattacharyya distance measures in signal selection, 1967.)
 */
export function overlap(one: Forecast, other: Forecast): number {
  const between = one.covariance.map((row, place) =>
    row.map((value, column) => (value + (other.covariance[place]?.[column] ?? 0)) / 2),
  );
  const middle = cholesky(between);
  const off = forward(
    middle,
    one.mean.map((value, place) => value - (other.mean[place] ?? 0)),
  );
  const wider =
    halfLogDeterminant(middle) -
    (halfLogDeterminant(cholesky(one.covariance)) + halfLogDeterminant(cholesky(other.covariance))) / 2;
  return Math.exp(-dot(off, off) / 8 - wider);
}
