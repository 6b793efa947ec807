import { notNegative, positive } from '../parts/index.js';
import { choice, nullable, quantity, text } from '../shape/index.js';

/** What lies on the table, and what it does to who carries it. */
export const tableWork = {
  /** Letter of the axis that carries the table; empty for a bed that stands still. */
  rides: text(3),
  work: quantity('mass', notNegative, 'Work on it'),
  fixtures: quantity('mass', notNegative, 'Vice, clamps, spoil board'),
  /** What it lies on between two bearers; null: it is not judged. */
  span: nullable(quantity('length', positive, 'Board between bearers')),
  board: choice('fibreboard', 'plywood', 'aluminium', 'steel'),
  thickness: quantity('length', positive, 'Board thickness'),
  width: quantity('length', positive, 'Board width'),
};
