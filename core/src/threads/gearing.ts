import {
  compareRational,
  divideRational,
  multiplyRational,
  ONE,
  rational,
  rationalToNumber,
  subtractRational,
  type Rational,
} from '../quantity/index.js';

/** What turns with the spindle and is counted. */
export interface SpindleEncoder {
  /** Lines of it; each is counted four times. */
  readonly lines: number;
  /** Its turns for one of the spindle. */
  readonly turns: Rational;
}

/** Counts for a turn of the spindle. */
export const countsPerTurn = ({ lines, turns }: SpindleEncoder): Rational =>
  multiplyRational(rational(4 * lines), turns);

/**
 * Steps of the carriage for one count of the spindle's encoder, as an exact fraction in lowest terms.
 * @param lead of the thread: pitch times starts [mm] @param stepsPerMillimetre of the carriage in force
 */
export const stepsPerCount = (lead: Rational, stepsPerMillimetre: Rational, encoder: SpindleEncoder): Rational =>
  divideRational(multiplyRational(lead, stepsPerMillimetre), countsPerTurn(encoder));

/**
 * The fraction nearest to a ratio of which neither number is larger than a limit: by its continued fraction, the last
 * convergent and the best of what lies between (Hardy and Wright, An Introduction to the Theory of Numbers, chapter X).
 * @param ratio above zero @param limit a whole number from 1 on
 */
export function nearestFraction(ratio: Rational, limit: number): Rational {
  const most = BigInt(limit);
  const fits = ([top, bottom]: readonly [bigint, bigint]): boolean => top <= most && bottom <= most;
  let [before, last]: [readonly [bigint, bigint], readonly [bigint, bigint]] = [
    [0n, 1n],
    [1n, 0n],
  ];
  let { numerator: top, denominator: bottom } = ratio;
  while (bottom !== 0n) {
    const whole = top / bottom;
    const next = [before[0] + whole * last[0], before[1] + whole * last[1]] as const;
    if (!fits(next)) {
      // As many times the last as still fits.
      const times = [0, 1].map((place) =>
        last[place] === 0n ? whole : (most - (before[place] as bigint)) / (last[place] as bigint),
      );
      const count = times.reduce((least, item) => (item < least ? item : least), whole);
      const between = [before[0] + count * last[0], before[1] + count * last[1]] as const;
      const candidates = [between, last].filter(([, under]) => under !== 0n).filter(([over]) => over !== 0n);
      const off = ([over, under]: readonly [bigint, bigint]): Rational => {
        const apart = subtractRational(rational(over, under), ratio);
        return rational(apart.numerator < 0n ? -apart.numerator : apart.numerator, apart.denominator);
      };
      const [best] = [...candidates].sort((a, b) => compareRational(off(a), off(b)));
      // A ratio beyond what any such fraction reaches has the limit itself, or one part of it.
      if (!best) return compareRational(ratio, ONE) > 0 ? rational(most) : rational(1n, most);
      return rational(best[0], best[1]);
    }
    [before, last] = [last, next];
    [top, bottom] = [bottom, top - whole * bottom];
  }
  return rational(last[0], last[1]);
}

/** How much longer 100 mm of thread come out where a ratio is used in place of the right one [m]. */
export const offOver100 = (right: Rational, used: Rational): number =>
  rationalToNumber(subtractRational(divideRational(used, right), ONE)) * 0.1;
