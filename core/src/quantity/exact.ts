import {
  divideRational,
  equalRational,
  multiplyRational,
  rational,
  rationalToNumber,
  rationalToText,
  type Rational,
} from './rational.js';

/**
 * An exact number of the form ratio · π^piPower. Degrees against radians, racks by module and rollers bring in π;
 * keeping it apart keeps everything else rational.
 */
export interface Exact {
  readonly ratio: Rational;
  readonly piPower: number;
}

export function exact(ratio: Rational | number, piPower = 0): Exact {
  return { ratio: typeof ratio === 'number' ? rational(ratio) : ratio, piPower };
}

export function multiplyExact(a: Exact, b: Exact): Exact {
  return { ratio: multiplyRational(a.ratio, b.ratio), piPower: a.piPower + b.piPower };
}

/** @throws RangeError if `b` is zero */
export function divideExact(a: Exact, b: Exact): Exact {
  return { ratio: divideRational(a.ratio, b.ratio), piPower: a.piPower - b.piPower };
}

export function equalExact(a: Exact, b: Exact): boolean {
  return a.piPower === b.piPower && equalRational(a.ratio, b.ratio);
}

/** Nearest double. */
export function exactToNumber(a: Exact): number {
  return rationalToNumber(a.ratio) * Math.PI ** a.piPower;
}

/** `80000/127`, `3200/π`, `5π/2`: for the working, where the reader wants to see that nothing was rounded. */
export function exactToText(a: Exact): string {
  if (a.piPower === 0) return rationalToText(a.ratio);
  const power = Math.abs(a.piPower) === 1 ? 'π' : `π^${Math.abs(a.piPower)}`;
  const { numerator, denominator } = a.ratio;
  if (a.piPower > 0)
    return `${numerator === 1n ? '' : numerator}${power}${denominator === 1n ? '' : `/${denominator}`}`;
  return `${numerator}/${denominator === 1n ? power : `(${denominator}${power})`}`;
}
