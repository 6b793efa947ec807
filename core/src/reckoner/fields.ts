import { exact, rationalToNumber, type Dimension, type Rational } from '../quantity/index.js';
import { readQuantity, toleranceValue, type Quantity } from '../shape/index.js';
import type { Reading } from './figure.js';

/** What a quantity of the design says; null while nobody has said it. */
export function readingOf(item: Quantity | null | undefined, dimension: Dimension): Reading | null {
  if (!item) return null;
  const { value, exact: exactValue } = readQuantity(item, dimension);
  const tolerance = item.plusMinus === null ? null : toleranceValue(item.plusMinus, dimension, value);
  return { value, exact: exactValue, text: item.text, from: item.from, on: item.on, tolerance };
}

/** A count or a train of teeth, exact. */
export function exactReading(item: {
  readonly ratio: Rational;
  readonly text: string;
  readonly isAssumed?: boolean;
}): Reading {
  return {
    ...plainReading(rationalToNumber(item.ratio), item.text, item.isAssumed === true),
    exact: exact(item.ratio),
  };
}

/** A number that follows from the design without being written in it. */
export function plainReading(value: number, text: string, isAssumed: boolean): Reading {
  return { value, exact: null, text, from: isAssumed ? 'assumed' : 'typed', on: null, tolerance: null };
}
