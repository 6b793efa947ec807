import { chiSquare, coverageFactor, gauss, seeded } from '../statistics/index.js';
import type { CheckFigure, CheckFindings } from './findings.js';

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

/** A row of readings as far as it was taken: how many, their mean, and their squared distances from it. */
interface Row {
  readonly count: number;
  readonly mean: number;
  readonly squares: number;
}

/**
 * Goes on with a row until the interval of its mean no longer holds the limit, looked at after each reading as a builder
 * does (decision rule of ISO 14253-1:2017, from memory). @returns how many it has then; Infinity where too many
 */
function decidedAt(row: Row, drawn: () => number, fixed: number, tolerance: number): number {
  let { mean, squares } = row;
  for (let n = row.count + 1; n <= MOST; n += 1) {
    const value = drawn();
    const off = value - mean;
    mean += off / n;
    squares += off * (value - mean);
    if (n < 2) continue;
    if (Math.abs(Math.abs(mean) - tolerance) >= meanHalf(n, Math.sqrt(squares / (n - 1)), fixed)) return n;
  }
  return Infinity;
}

/** The middle of many rows; null where hardly any of them comes to an end. */
function middleOf(ends: readonly number[]): number | null {
  const middle = [...ends].sort((a, b) => a - b)[(ROWS - 1) / 2] as number;
  return middle === Infinity ? null : middle;
}

/**
 * How many readings it takes until it is decided, in the middle of many rows of readings that are gone through.
 * @returns null where hardly any number of them does
 */
export function readingsToDecide({ scatter, fixed, deviation, tolerance }: Expected): number | null {
  const gap = Math.abs(Math.abs(deviation) - tolerance);
  if (NORMAL * fixed >= gap) return null;
  if (scatter === 0) return 1;
  const random = seeded(SEED);
  return middleOf(
    Array.from({ length: ROWS }, () =>
      decidedAt({ count: 0, mean: 0, squares: 0 }, () => deviation + scatter * gauss(random), fixed, tolerance),
    ),
  );
}

/**
 * How many readings it takes in all, from a row that left it open: the true mean and scatter are drawn as that row tells
 * them, and each time it is gone on with.
 * @returns null where hardly any number of them does
 */
export function readingsInAll(row: Row, fixed: number, tolerance: number): number | null {
  const freedom = row.count - 1;
  if (freedom < 1 || row.squares <= 0) return null;
  const random = seeded(SEED);
  return middleOf(
    Array.from({ length: ROWS }, () => {
      const scatter = Math.sqrt(row.squares / chiSquare(random, freedom));
      const mean = row.mean + (scatter / Math.sqrt(row.count)) * gauss(random);
      return decidedAt(row, () => mean + scatter * gauss(random), fixed, tolerance);
    }),
  );
}

/** What is taken for an example before anything is read [shares of what is asked] (common practice, no source). */
const OFF = 0.5;
const SCATTER = 0.25;

/**
 * How many readings of a mean decide, before any is taken.
 * @param limit that a single reading is held against [SI]; null where nothing is asked @param fixed standard uncertainty
 *   by the instrument alone @param spread by how much the scatter of readings grows in what is held against it
 * @param of what there are so many of
 */
export function decidesWords(
  limit: number | null,
  fixed: number,
  planned: number,
  { spread = 1, of = 'times' }: { readonly spread?: number; readonly of?: 'times' | 'places' } = {},
): string {
  if (limit === null) return 'Nothing is asked, so it is told and not judged.';
  const need = readingsToDecide({
    scatter: spread * SCATTER * limit,
    fixed: spread * fixed,
    deviation: OFF * limit,
    tolerance: limit,
  });
  return need === null
    ? 'No number of readings decides with this instrument, even where it is off by half of what is asked only.'
    : `For example, off by half of what is asked and scattering by a quarter of it: reading ${of === 'times' ? `it about ${need} times` : `about ${need} places`} decides${planned < need ? `; this plan has ${planned}` : ''}.`;
}

/**
 * What would decide a figure that is left open by its mean, in one sentence; empty where it is none, or is decided.
 * @param countedCount readings that it rests on
 */
export function nextByBudget(
  figures: readonly CheckFigure[],
  budget: CheckFindings['budget'],
  countedCount: number,
): string {
  const open = figures.find(({ symbol, conformity }) => conformity === 'undecided' && symbol === budget?.of);
  if (!open || !budget || open.value === null || open.asked === null) return '';
  const scatter = budget.rows.rows.filter(({ kind }) => kind === 'A');
  const fixed = Math.hypot(...budget.rows.rows.filter(({ kind }) => kind === 'B').map(({ standard }) => standard));
  const byInstrument = `${open.name} cannot be told from what is asked: what decides is the instrument, not the number of readings. Take one that is closer.`;
  const freedom = Math.min(...scatter.map((row) => row.freedom));
  if (!Number.isFinite(freedom)) return byInstrument;
  const count = freedom + 1;
  const random = Math.hypot(...scatter.map(({ standard }) => standard));
  const need = readingsInAll({ count, mean: open.value, squares: random ** 2 * count * freedom }, fixed, open.asked);
  const more = need === null ? Infinity : Math.ceil(((need - count) * countedCount) / count);
  if (more <= MOST)
    return `${open.name} cannot be told from what is asked yet: about ${more} more ${more === 1 ? 'reading' : 'readings'} like these would.`;
  return fixed > random
    ? byInstrument
    : `${open.name} lies so near to what is asked that more readings hardly tell: ask for more room, or correct it.`;
}
