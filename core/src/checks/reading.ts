import { parseQuantity, unitsOf, type Dimension } from '../quantity/index.js';

/** A reading as it was entered: text with its unit, under its place in the plan. */
export interface EnteredReading {
  readonly index: number;
  readonly text: string;
  /** Why it is left out of the judgement; null if it counts. The value is kept either way. */
  readonly excluded: string | null;
}

/** The value [SI] of a reading's text; null if it is not a reading of that dimension. */
export function readingValue(text: string, dimension: Dimension): number | null {
  const fallback = unitsOf(dimension)[0];
  const parsed = fallback && parseQuantity(text, dimension, fallback, 'kept');
  return parsed?.ok && parsed.value.hasUnit && Number.isFinite(parsed.value.value) ? parsed.value.value : null;
}
