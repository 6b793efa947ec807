import { readQuantity, type Bounds, type Quantity } from '@crisp-notch/core/shape';
import type { Dimension } from '@crisp-notch/core/quantity';

/** Bounds of the lower end of a window: at most its upper end, where that is known. */
export function belowEnd(upper: Quantity | null, dimension: Dimension, bounds: Bounds = { isPositive: true }): Bounds {
  return upper ? { ...bounds, most: readQuantity(upper, dimension).value } : bounds;
}

/** Bounds of the upper end of a window: at least its lower end, where that is known. */
export function aboveEnd(lower: Quantity | null, dimension: Dimension): Bounds {
  return lower ? { isPositive: true, least: readQuantity(lower, dimension).value } : { isPositive: true };
}
