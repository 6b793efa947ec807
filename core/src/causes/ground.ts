import type { Bearings } from './bearings.js';
import type { Effect } from './cause.js';
import { cholesky, dot, forward, halfLogDeterminant } from './gaussian.js';
import type { AskedRow, Row } from './row.js';

/** A way pushed or wound up is known to so much of itself, and a play that the design reckons with. */
const PUSH_KNOWN = 0.06;
const PLAY_KNOWN = 0.4;
/** Play that nobody reckons with and nobody minds [shares of the smallest size]. */
const PLAY_LEAST = 0.2;
/** A mark is read to a third of the digit of its ring. */
const MARK_SCATTER = 0.3;

/** What the design reckons with: its own play, and what friction winds up. */
export const designed =
  ({ play, friction, yields }: Bearings): Effect =>
  ({ of, side, push }) =>
    of === 'push'
      ? play + 2 * Math.max(0, push - friction) * yields
      : of === 'travel' && side === 'down'
        ? play + 2 * friction * yields
        : 0;

/** Effects that are always there, each of unit size: the chain, the instruments' scales, the design's own play. */
export function alwaysThere(
  bearings: Bearings,
  rows: readonly AskedRow[],
): readonly { readonly effect: Effect; readonly isProportional: boolean }[] {
  const instruments = [...new Set(rows.filter(({ of }) => of === 'travel').map(({ instrument }) => instrument))];
  const own = designed(bearings);
  const least = PLAY_LEAST * (bearings.sizes[0] ?? 0);
  return [
    ...(bearings.chainSpread > 0
      ? [
          {
            effect: ({ of, expected }: AskedRow) => (of === 'travel' ? bearings.chainSpread * expected : 0),
            isProportional: true,
          },
        ]
      : []),
    ...instruments.map((instrument) => ({
      effect: (row: AskedRow) => (row.of === 'travel' && row.instrument === instrument ? row.scale * row.expected : 0),
      isProportional: true,
    })),
    {
      effect: (row) =>
        row.of === 'shaft' || (row.of === 'travel' && row.side === 'up') ? 0 : Math.max(least, PLAY_KNOWN * own(row)),
      isProportional: false,
    },
  ];
}

/** Whoever holds what is laid along reads it within so many digits; an indicator stands by itself. */
const HAND_SCATTER = 0.7;
const byHand = ({ form, digit }: AskedRow): number => (form === 'indicator' ? 0 : HAND_SCATTER * digit);

/** How readings scatter together where nothing is wrong. @param scatter of one reading of the carriage by the machine */
export function scatterTogether(
  rows: readonly (AskedRow & { readonly off?: number })[],
  scatter: number,
): Float64Array[] {
  const width = Math.min(...rows.filter(({ of }) => of === 'travel').map(({ digit }) => digit));
  return rows.map((row, a) =>
    Float64Array.from(rows, (other, b) => {
      if (b > a) return 0;
      const isSame = a === b;
      const byMachine =
        row.of === 'travel' ? Math.hypot(scatter, byHand(row)) : row.of === 'shaft' ? MARK_SCATTER * row.digit : 0;
      const byPush = row.of === 'push' ? PUSH_KNOWN * (row.off ?? 0) : 0;
      const digit = row.digit / Math.sqrt(12);
      let sum = isSame ? digit ** 2 + byMachine ** 2 + byPush ** 2 + (row.of === 'push' ? digit ** 2 : 0) : 0;
      // The zero of a check goes into all that is read from it.
      if (row.of !== 'push' && row.check === other.check && row.of === other.of) sum += digit ** 2 + byMachine ** 2;
      // What an instrument itself is wrong by at a place, it is wrong by every time, and the less so the farther off.
      if (
        row.of === 'travel' &&
        other.of === 'travel' &&
        row.instrument === other.instrument &&
        Math.min(Math.abs(row.expected), Math.abs(other.expected)) > width
      )
        sum += row.own * other.own * Math.max(0, 1 - Math.abs(row.expected - other.expected) / width);
      return sum;
    }),
  );
}

/** Readings made independent and of one size, with everything that is always there; for one scatter of the machine. */
export class Ground {
  readonly left: Float64Array;
  readonly always: readonly { readonly column: Float64Array; readonly isProportional: boolean }[];
  private readonly lower: readonly Float64Array[];
  private readonly constant: number;

  constructor(
    readonly rows: readonly Row[],
    bearings: Bearings,
    scatter: number,
  ) {
    this.lower = cholesky(scatterTogether(rows, scatter));
    this.constant = -halfLogDeterminant(this.lower) - (rows.length * Math.log(2 * Math.PI)) / 2;
    const own = designed(bearings);
    this.left = this.whitened(rows.map((row) => row.off - own(row)));
    this.always = alwaysThere(bearings, rows)
      .map(({ effect, isProportional }) => ({ column: this.effect(effect), isProportional }))
      .filter(({ column }) => dot(column, column) > 0);
  }

  effect(effect: Effect): Float64Array {
    return this.whitened(this.rows.map(effect));
  }

  whitened(values: ArrayLike<number>): Float64Array {
    return forward(this.lower, Float64Array.from(values));
  }

  /** What all likelihoods on it have in common. */
  get common(): number {
    return this.constant;
  }
}
