import { rational, roundRational, type Rational } from '../quantity/index.js';

/**
 * Microstep position of stop k of n on a circle whose whole turn may be a broken count of steps: round(k·S/n), halves
 * up. Rounding the positions, not the moves, is never more than half a step off and closes exactly.
 */
export function indexPosition(k: number, n: number, stepsPerTurn: Rational): bigint {
  return roundRational(rational(stepsPerTurn.numerator * BigInt(k), stepsPerTurn.denominator * BigInt(n)));
}

/** How far the circle fails to close when every move is rounded by itself: n·round(S/n) − S, in microsteps. */
export function closingErrorOfRoundedMoves(n: number, stepsPerTurn: Rational): Rational {
  const move = roundRational(rational(stepsPerTurn.numerator, stepsPerTurn.denominator * BigInt(n)));
  return rational(move * BigInt(n) * stepsPerTurn.denominator - stepsPerTurn.numerator, stepsPerTurn.denominator);
}
