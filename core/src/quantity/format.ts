import { inUnit, type Unit } from './units.js';

/** A number ready to be shown: the digits apart from the unit, because they are set in different type. */
export interface Shown {
  readonly digits: string;
  readonly unit: string;
}

/** How many digits to show; the first that is given wins. */
export interface Precision {
  /**
   * Standard or expanded uncertainty in SI: two of its digits are kept and the value is rounded to match (JCGM
   * 100:2008, 7.2.6).
   */
  readonly uncertainty?: number;
  /** Fixed decimals. */
  readonly decimals?: number;
  /** Significant digits. Default 4. */
  readonly significant?: number;
}

const MINUS = '−';

/**
 * Formats an SI value in a unit with no more digits than mean something.
 * @example formatQuantity(629921.2598, stepsPerMillimetre, { significant: 7 }) // { digits: '629.9213', unit:
 *   'steps/mm' }
 */
export function formatQuantity(value: number, unit: Unit, precision: Precision = {}): Shown {
  if (!Number.isFinite(value)) return { digits: '–', unit: unit.symbol };
  const shown = inUnit(value, unit);
  const uncertainty =
    precision.uncertainty === undefined || unit.isReciprocal ? undefined : inUnit(precision.uncertainty, unit);
  return {
    digits: formatNumber(shown, { ...precision, ...(uncertainty === undefined ? {} : { uncertainty }) }),
    unit: unit.symbol,
  };
}

/**
 * Formats a plain number; see {@link Precision}. Trailing zeros after the decimal sign are dropped unless decimals are
 * fixed.
 */
export function formatNumber(value: number, precision: Precision = {}): string {
  if (!Number.isFinite(value)) return '–';
  const { uncertainty, decimals, significant = 4 } = precision;
  if (uncertainty !== undefined && uncertainty > 0 && Number.isFinite(uncertainty))
    return fixed(value, decimalsFor(uncertainty, 2));
  if (decimals !== undefined) return fixed(value, decimals);
  if (value === 0) return '0';
  const magnitude = Math.abs(value);
  if (magnitude >= 1e15 || magnitude < 1e-9)
    return value.toExponential(Math.max(0, significant - 1)).replace('-', MINUS);
  const text = fixed(value, decimalsFor(value, significant));
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** Decimals that keep a number of significant digits of a value; never negative. */
function decimalsFor(value: number, digits: number): number {
  const exponent = Number(value.toExponential(digits - 1).split('e')[1]);
  return Math.min(15, Math.max(0, digits - 1 - exponent));
}

function fixed(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals);
  const isNegative = value < 0 && /[1-9]/.test(text);
  return (isNegative ? MINUS : '') + groupDigits(text);
}

/** Thin spaces between thousands from five digits on, as technical drawings write them (ISO 80000-1:2022). */
function groupDigits(text: string): string {
  const [whole = '', part] = text.split('.');
  const grouped = whole.length >= 5 ? whole.replace(/\B(?=(\d{3})+$)/g, '\u202f') : whole;
  return part === undefined ? grouped : `${grouped}.${part}`;
}

/** `12.34 mm` in one string, for sentences and CSV headings. */
export function showQuantity(value: number, unit: Unit, precision: Precision = {}): string {
  const { digits, unit: symbol } = formatQuantity(value, unit, precision);
  if (symbol === '') return digits;
  return symbol === '°' || symbol === '%'
    ? `${digits}${symbol === '%' ? '\u00a0' : ''}${symbol}`
    : `${digits}\u00a0${symbol}`;
}
