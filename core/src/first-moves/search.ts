/** One try at a speed. */
export interface Try {
  readonly value: number;
  readonly held: boolean;
}

/** How far a search has come. */
export interface Search {
  /** The greatest that held three times of three, and the least that did not hold once. */
  readonly held: number | null;
  readonly lost: number | null;
  /** What to try next; null: it is found. */
  readonly next: number | null;
  /** Tries at that value that held already. */
  readonly times: number;
}

/** Tries that have to hold, all of them. */
export const TIMES = 3;
/** It begins well below what is reckoned, goes up by a quarter, and ends where one value is so close to the other. */
const FIRST_SHARE = 0.7;
const UP = 1.25;
const DOWN = 0.6;
const CLOSE = 1.07;

/**
 * Where something lets go, by bisection: a value holds that held three of three, and does not that failed once.
 * @param reckoned where it should be; what to begin with is a share of it
 */
export function searchOf(tries: readonly Try[], reckoned: number): Search {
  const lost = tries.reduce<number | null>(
    (least, { value, held }) => (held ? least : Math.min(least ?? Infinity, value)),
    null,
  );
  const times = (value: number): number => tries.filter((item) => item.held && item.value === value).length;
  const held = tries.reduce<number | null>(
    (most, { value }) => (times(value) >= TIMES && (lost === null || value < lost) ? Math.max(most ?? 0, value) : most),
    null,
  );
  const last = tries.at(-1);
  if (last?.held && times(last.value) < TIMES && (lost === null || last.value < lost))
    return { held, lost, next: last.value, times: times(last.value) };
  const next =
    lost === null
      ? held === null
        ? FIRST_SHARE * reckoned
        : UP * held
      : held === null
        ? DOWN * lost
        : lost / held <= CLOSE
          ? null
          : Math.sqrt(held * lost);
  return { held, lost, next, times: 0 };
}

/** What is seen so much below or above what is reckoned wants an explanation. */
const GAP = 0.2;

/** How what was found stands to what was reckoned. */
export function gapOf(held: number, reckoned: number): 'less' | 'as-reckoned' | 'more' {
  if (held < (1 - GAP) * reckoned) return 'less';
  return held > (1 + GAP) * reckoned ? 'more' : 'as-reckoned';
}

/** What lies between the greatest and the least. */
export function spreadOf(values: readonly number[]): number {
  return values.length === 0 ? 0 : Math.max(...values) - Math.min(...values);
}
