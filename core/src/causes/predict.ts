import { factorTogether } from '../diagnosis/index.js';
import type { Bearings } from './bearings.js';
import { turnedBy, type Effect } from './cause.js';
import { cholesky, dot, forward, halfLogDeterminant } from './gaussian.js';
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
  rows: readonly Row[],
  asked: readonly AskedRow[],
  bearings: Bearings,
): Forecast {
  const { hypothesis, best } = weighed;
  const [travel, shaft] = [factorTogether(hypothesis.ratios), shaftFactor(hypothesis.ratios)];
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
  return conditioned(covariance, left, asked.map(meanOf));
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
 * How far two forecasts are told apart by the readings: the mean logarithm of their odds, either being true (Jeffreys'
 * divergence of two normal distributions, halved: any textbook of information theory).
 */
export function apart(one: Forecast, other: Forecast): number {
  return (towards(one, other) + towards(other, one)) / 2;
}

/** Mean logarithm of the odds for the first, where the first is true (Kullback-Leibler). */
function towards(one: Forecast, other: Forecast): number {
  const [lower, own] = [cholesky(other.covariance), cholesky(one.covariance)];
  const between = forward(
    lower,
    Float64Array.from(one.mean, (value, place) => value - (other.mean[place] as number)),
  );
  let trace = 0;
  for (let column = 0; column < own.length; column += 1) {
    const of = forward(
      lower,
      Float64Array.from(own, (row) => row[column] as number),
    );
    trace += dot(of, of);
  }
  return (trace - own.length + dot(between, between)) / 2 + halfLogDeterminant(lower) - halfLogDeterminant(own);
}
