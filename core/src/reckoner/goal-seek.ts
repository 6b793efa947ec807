import type { Field, Figure } from './figure.js';
import type { Reckoner } from './reckoner.js';

/** What a search for an input ended with. */
export type GoalSeek =
  | { readonly kind: 'found'; readonly value: number }
  /** No sign change between the least and the greatest value tried. */
  | { readonly kind: 'none' };

/** Factor below and above the present value that is searched. */
const SPAN = 1e4;
const PROBE_COUNT = 80;
const RELATIVE_TOLERANCE = 1e-12;

/**
 * What value of one field would bring a figure to a target, all else as it is. Probes the field geometrically from
 * 1/10 000 to 10 000 times its present value and bisects the bracket nearest to it; the field must be positive.
 */
export function goalSeek<C>(reckoner: Reckoner<C>, figure: Figure<C>, field: Field<C>, target: number): GoalSeek {
  const present = reckoner.reading(field)?.value ?? 0;
  if (!(present > 0)) return { kind: 'none' };
  const difference = (value: number): number | null => {
    const result = reckoner.valueWith(figure, new Map([[field, value]]));
    return result === null || !Number.isFinite(result) ? null : result - target;
  };
  const probes = Array.from(
    { length: PROBE_COUNT + 1 },
    (_, index) => present * SPAN ** ((2 * index) / PROBE_COUNT - 1),
  );
  const differences = probes.map(difference);
  let best: { low: number; high: number } | null = null;
  for (let index = 0; index < PROBE_COUNT; index += 1) {
    const [a, b] = [differences[index], differences[index + 1]];
    if (a === null || b === null || a === undefined || b === undefined || a * b > 0) continue;
    const bracket = { low: probes[index] as number, high: probes[index + 1] as number };
    if (!best || Math.abs(Math.log(bracket.low / present)) < Math.abs(Math.log(best.low / present))) best = bracket;
  }
  return best ? { kind: 'found', value: bisect(difference, best.low, best.high) } : { kind: 'none' };
}

function bisect(difference: (value: number) => number | null, low: number, high: number): number {
  let [a, b] = [low, high];
  const signAtA = Math.sign(difference(a) ?? 0);
  if (signAtA === 0) return a;
  while (b - a > RELATIVE_TOLERANCE * b) {
    const middle = (a + b) / 2;
    if (middle === a || middle === b) break;
    if (Math.sign(difference(middle) ?? 0) === signAtA) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}
