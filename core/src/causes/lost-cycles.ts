import { dot } from './gaussian.js';
import type { Row } from './row.js';
import { Spread, type Part, type Scene, type Step } from './scene.js';

/** A cycle is told from scatter where it is worth so much; the variance of a step in units of its own. */
const TOLD_APART = 16;
/** Rounds in which lost cycles are looked for. */
const ROUNDS = 60;
const MOST_CYCLES = 1e5;
/** How often cycles are lost for all one knows while they are looked for. */
const LOOKED_FOR = 0.03;

/** Chance that a step has lost so many cycles. */
export const logOfCycles = (count: number, rate: number): number => {
  const none = Math.exp(-rate);
  // Few are likelier than many, but once out of step it may stay so for the rest of its way.
  const size = Math.abs(count);
  return count === 0 ? -rate : Math.log(Math.max(1e-300, 1 - none)) - Math.log(2 * size * (size + 1));
};

/** Lost cycles that were looked for, and the square of what they leave. */
interface FoundCycles {
  readonly counts: readonly number[];
  readonly square: number;
}

/**
 * Whole cycles that explain what is left: from a first guess on, the most telling change first.
 * @param guess cycles at each step, as one reads them off the readings
 * @returns null where scatter is not small against a cycle: chance passes for cycles too often then
 */
export function cyclesIn(
  scene: Scene,
  spread: Spread,
  left: readonly Part[],
  guess: readonly number[],
): FoundCycles | null {
  const { cycles, steps } = scene;
  const taken = cycles.map((cycle) => spread.taken([cycle]));
  const ofLeft = spread.taken(left);
  const between = cycles.map((one, a) =>
    Float64Array.from(cycles, (other, b) =>
      b > a ? 0 : one[1] * scene.against(one[0], [other]) - dot(taken[a] as Float64Array, taken[b] as Float64Array),
    ),
  );
  between.forEach((row, a) => {
    for (let b = a + 1; b < between.length; b += 1) row[b] = between[b]?.[a] as number;
  });
  const worth = between.map((row, place) => row[place] as number);
  const sorted = [...worth].sort((a, b) => a - b);
  if ((sorted[Math.floor(sorted.length / 2)] ?? 0) < TOLD_APART) return null;
  const along = cycles.map(
    ([unit, size], place) => size * scene.against(unit, left) - dot(taken[place] as Float64Array, ofLeft),
  );
  const begins = scene.square(left) - dot(ofLeft, ofLeft);
  const rates = steps.map(({ row, before }) => LOOKED_FOR * (row.moves - (before?.moves ?? 0)));
  const ends = [cycles.map(() => 0), guess].map((start) => {
    const counts = [...start];
    const pull = along.map(
      (value, place) =>
        value - counts.reduce((sum, count, other) => sum + count * (between[place]?.[other] as number), 0),
    );
    let square = counts.reduce(
      (sum, count, place) => sum - count * ((along[place] as number) + (pull[place] as number)),
      begins,
    );
    for (let round = 0; round < ROUNDS; round += 1) {
      let [most, at, by] = [1e-6, -1, 0];
      for (let place = 0; place < cycles.length; place += 1) {
        const [value, now] = [worth[place] as number, counts[place] as number];
        const wanted =
          Math.max(-MOST_CYCLES, Math.min(MOST_CYCLES, now + Math.round((pull[place] as number) / value))) - now;
        if (wanted === 0) continue;
        const rate = rates[place] as number;
        const gain =
          wanted * (pull[place] as number) -
          (wanted * wanted * value) / 2 +
          logOfCycles(now + wanted, rate) -
          logOfCycles(now, rate);
        if (gain > most) [most, at, by] = [gain, place, wanted];
      }
      if (at < 0) break;
      counts[at] = (counts[at] as number) + by;
      square += by * by * (worth[at] as number) - 2 * by * (pull[at] as number);
      const row = between[at] as Float64Array;
      for (let place = 0; place < cycles.length; place += 1)
        pull[place] = (pull[place] as number) - by * (row[place] as number);
    }
    const log = counts.reduce((sum, count, place) => sum + logOfCycles(count, rates[place] as number), -square / 2);
    return { counts, square, log };
  });
  return ends.reduce((best, end) => (end.log > best.log ? end : best));
}

/** Once it has fallen out of step it rests anywhere within its friction: so much of a cycle. */
const RESTS_WITHIN = 0.04;

/** How well lost cycles fit, by the place at which a rotor comes to rest after each. */
export function fitOf(
  scene: Scene,
  spread: Spread,
  columns: readonly Part[],
  left: readonly Part[],
  { counts, square }: FoundCycles,
): number {
  const jumped = scene.cycles.filter((_, place) => counts[place] !== 0);
  if (jumped.length === 0) return spread.logOf(square);
  const rests = jumped.map(([unit, size]): Part => [unit, RESTS_WITHIN * size]);
  const lost = scene.cycles.map(([unit, size], place): Part => [unit, -size * (counts[place] as number)]);
  return new Spread(scene, [...columns, ...rests]).logLikelihood([...left, ...lost]);
}

/** Cycles that are missing at each row, all that were lost before it in its check. */
export function jumpsByRow(rows: readonly Row[], steps: readonly Step[], counts: readonly number[]): readonly number[] {
  const sums = rows.map(() => 0);
  for (const [place, step] of steps.entries())
    for (const at of step.from) sums[at] = (sums[at] as number) + (counts[place] as number);
  return sums;
}
