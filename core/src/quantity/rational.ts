/**
 * A rational number in lowest terms with a positive denominator.
 * Tooth counts, starts and inch sizes are exact in the world, so they stay exact until shown.
 */
export interface Rational {
  readonly numerator: bigint;
  readonly denominator: bigint;
}

function greatestCommonDivisor(a: bigint, b: bigint): bigint {
  let x = a < 0n ? -a : a;
  let y = b < 0n ? -b : b;
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

/**
 * @param numerator any integer (a `number` must be a safe integer)
 * @param denominator any integer but zero
 * @throws RangeError if the denominator is zero or a number is not an integer
 * @example rational(6, -4) // -3/2
 */
export function rational(numerator: bigint | number, denominator: bigint | number = 1n): Rational {
  const n = BigInt(numerator);
  const d = BigInt(denominator);
  if (d === 0n) throw new RangeError('denominator must not be zero');
  const divisor = greatestCommonDivisor(n, d) * (d < 0n ? -1n : 1n);
  return { numerator: n / divisor, denominator: d / divisor };
}

export const ZERO = rational(0);
export const ONE = rational(1);

export function addRational(a: Rational, b: Rational): Rational {
  return rational(a.numerator * b.denominator + b.numerator * a.denominator, a.denominator * b.denominator);
}

export function subtractRational(a: Rational, b: Rational): Rational {
  return addRational(a, rational(-b.numerator, b.denominator));
}

export function multiplyRational(a: Rational, b: Rational): Rational {
  return rational(a.numerator * b.numerator, a.denominator * b.denominator);
}

/** @throws RangeError if `b` is zero */
export function divideRational(a: Rational, b: Rational): Rational {
  return rational(a.numerator * b.denominator, a.denominator * b.numerator);
}

export function equalRational(a: Rational, b: Rational): boolean {
  return a.numerator === b.numerator && a.denominator === b.denominator;
}

/** Negative, zero or positive as `a` is less than, equal to or greater than `b`. */
export function compareRational(a: Rational, b: Rational): number {
  const difference = a.numerator * b.denominator - b.numerator * a.denominator;
  return difference < 0n ? -1 : difference > 0n ? 1 : 0;
}

/** Nearest integer, halves upward (toward plus infinity), so that index positions are the same on every turn. */
export function roundRational(a: Rational): bigint {
  const twice = 2n * a.numerator + a.denominator;
  const divisor = 2n * a.denominator;
  const quotient = twice / divisor;
  return twice < 0n && twice % divisor !== 0n ? quotient - 1n : quotient;
}

/** Nearest double; safe for numerators and denominators far beyond 2^53. */
export function rationalToNumber(a: Rational): number {
  const n = Number(a.numerator);
  const d = Number(a.denominator);
  if (
    Number.isFinite(n) &&
    Number.isFinite(d) &&
    Math.abs(n) <= Number.MAX_SAFE_INTEGER &&
    d <= Number.MAX_SAFE_INTEGER
  )
    return n / d;
  // Scale the quotient to some 60 significant bits before leaving BigInt, so that nothing overflows or cancels.
  const magnitude = a.numerator < 0n ? -a.numerator : a.numerator;
  if (magnitude === 0n) return 0;
  const shift = BigInt(64 - magnitude.toString(2).length + a.denominator.toString(2).length);
  const scaled = shift >= 0n ? (magnitude << shift) / a.denominator : magnitude / (a.denominator << -shift);
  const value = Number(scaled) * 2 ** -Number(shift);
  return a.numerator < 0n ? -value : value;
}

/** `80000/127`, or `800` for a whole number. */
export function rationalToText(a: Rational): string {
  return a.denominator === 1n ? a.numerator.toString() : `${a.numerator}/${a.denominator}`;
}

/** Longest run of digits accepted in a typed number, so that hostile input cannot make huge integers. */
const DIGIT_LIMIT = 30;
const EXPONENT_LIMIT = 30;

/**
 * Exact value of a decimal, fraction or mixed number as a builder writes it.
 * @param text `12`, `0.05`, `,5`, `1.2e-3`, `3/16`, `1 3/16` or `1-3/16`; decimal point or comma
 * @returns null if it is none of these, is longer than 30 digits, or divides by zero
 * @example parseRational('1-3/16') // 19/16
 */
export function parseRational(text: string): Rational | null {
  const trimmed = text.trim().replace(/−/g, '-');
  const decimal = /^([+-]?)(\d*)(?:[.,](\d*))?(?:e([+-]?\d{1,3}))?$/i.exec(trimmed);
  if (decimal) return parseDecimal(decimal[1] === '-', decimal[2] ?? '', decimal[3] ?? '', Number(decimal[4] ?? 0));
  const mixed = /^([+-]?)(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*[/⁄]\s*(\d+)$/.exec(trimmed);
  if (!mixed) return null;
  const [, sign, whole = '0', top = '', bottom = ''] = mixed;
  if ([whole, top, bottom].some((digits) => digits.length > DIGIT_LIMIT) || BigInt(bottom) === 0n) return null;
  const value = addRational(rational(BigInt(whole)), rational(BigInt(top), BigInt(bottom)));
  return sign === '-' ? subtractRational(ZERO, value) : value;
}

function parseDecimal(isNegative: boolean, whole: string, part: string, exponent: number): Rational | null {
  const digits = whole + part;
  if (digits === '' || digits.length > DIGIT_LIMIT || Math.abs(exponent) > EXPONENT_LIMIT) return null;
  const magnitude = BigInt(digits) * (isNegative ? -1n : 1n);
  const shift = exponent - part.length;
  return shift >= 0 ? rational(magnitude * 10n ** BigInt(shift)) : rational(magnitude, 10n ** BigInt(-shift));
}

/** Exact rational equal to a finite double's shortest decimal form, so that 0.1 becomes 1/10. */
export function rationalFromNumber(value: number): Rational {
  if (!Number.isFinite(value)) throw new RangeError(`value must be finite, got ${value}`);
  const [mantissa = '0', exponent = '0'] = value.toExponential().split('e');
  const [whole = '0', part = ''] = mantissa.replace('-', '').split('.');
  const magnitude = BigInt(whole + part) * (value < 0 ? -1n : 1n);
  const shift = Number(exponent) - part.length;
  return shift >= 0 ? rational(magnitude * 10n ** BigInt(shift)) : rational(magnitude, 10n ** BigInt(-shift));
}
