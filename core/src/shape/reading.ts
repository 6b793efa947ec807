import { exactToNumber, parseQuantity, type Dimension, type Exact } from '../quantity/index.js';
import { bareUnit, type Provenance, type Quantity } from './shape.js';

/** The value of a document's quantity: exact and as a double, in SI. */
export interface QuantityReading {
  readonly exact: Exact;
  readonly value: number;
}

// Documents are immutable, so a quantity object always reads the same; parsing it once keeps recomputation cheap.
const readings = new WeakMap<Quantity, { readonly dimension: Dimension; readonly reading: QuantityReading }>();

/**
 * Value of a quantity of a checked document.
 * @throws RangeError if the text is not a quantity of the dimension (a checked document never holds one)
 */
export function readQuantity(item: Quantity, dimension: Dimension): QuantityReading {
  const known = readings.get(item);
  if (known?.dimension === dimension) return known.reading;
  const parsed = parseQuantity(item.text, dimension, bareUnit(dimension), 'kept');
  if (!parsed.ok) throw new RangeError(`quantity must be ${dimension}, got “${item.text}”`);
  const reading = { exact: parsed.value.exact, value: exactToNumber(parsed.value.exact) };
  readings.set(item, { dimension, reading });
  return reading;
}

/** Value of a quantity in SI; null while it is not known. */
export const valueOf = (item: Quantity | null, dimension: Dimension): number | null =>
  item ? readQuantity(item, dimension).value : null;

/** A quantity with its provenance, for building documents. */
export function quantityOf(text: string, from: Provenance = 'typed', on: string | null = null): Quantity {
  return { text, from, on, plusMinus: null };
}
