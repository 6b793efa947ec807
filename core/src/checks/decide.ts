import { coverageFactor, gauss, seeded } from '../statistics/index.js';

/** Most readings that are thought of. */
const MOST = 200;
/** Rows of readings that are gone through in thought; always the same ones. */
const ROWS = 201;
const SEED = 1531;
/** Normal 97.5 % point. */
const NORMAL = 1.959963984540054;

/** What is expected of readings before they are taken, in SI. */
export interface Expected {
  /** Standard deviation of one reading. */
  readonly scatter: number;
  /** Standard uncertainty that no number of readings makes less. */
  readonly fixed: number;
  /** How far off the mean of many is expected to be, and what is asked, either way. */
  readonly deviation: number;
  readonly tolerance: number;
}

const factors = new Map<number, number>();
/** Student's factor at 95 %, kept once it is known. */
function factorOf(freedom: number): number {
  const known = factors.get(freedom) ?? coverageFactor(0.95, freedom);
  factors.set(freedom, known);
  return known;
}

/** Half-width of the interval of a mean of n readings that scatter by s (JCGM 100:2008, G.4.1 and G.6.4). */
function meanHalf(n: number, s: number, fixed: number): number {
  const random = s / Math.sqrt(n);
  const variance = random ** 2 + fixed ** 2;
  if (random === 0) return NORMAL * fixed;
  return factorOf(Math.max(1, Math.floor(variance ** 2 / (random ** 4 / (n - 1)) + 1e-9))) * Math.sqrt(variance);
}

/**
 * How many readings it takes until the interval of their mean no longer holds the limit (decision rule of
 * ISO 14253-1:2017, from memory), in the middle of many rows of readings that are gone through as a builder does: after
 * each it is looked at whether it is decided.
 * @returns null where hardly any number of them does
 */
export function readingsToDecide({ scatter, fixed, deviation, tolerance }: Expected): number | null {
  const gap = Math.abs(Math.abs(deviation) - tolerance);
  if (NORMAL * fixed >= gap) return null;
  if (scatter === 0) return 1;
  const random = seeded(SEED);
  const taken = Array.from({ length: ROWS }, () => {
    let [mean, squares] = [0, 0];
    for (let n = 1; n <= MOST; n += 1) {
      const value = deviation + scatter * gauss(random);
      const off = value - mean;
      mean += off / n;
      squares += off * (value - mean);
      if (n < 2) continue;
      const half = meanHalf(n, Math.sqrt(squares / (n - 1)), fixed);
      if (Math.abs(Math.abs(mean) - tolerance) >= half) return n;
    }
    return Infinity;
  }).sort((a, b) => a - b);
  const middle = taken[(ROWS - 1) / 2] as number;
  return middle === Infinity ? null : middle;
}
