import { notNegative, positive } from '../parts/index.js';
import { choice, list, quantity, record, text, whole } from '../shape/index.js';

/** Pieces of one kind. */
export const cutRow = record({
  count: whole(1, 100_000, 'Pieces'),
  length: quantity('length', positive, 'Length'),
  left: quantity('length', notNegative, 'Strip left'),
  right: quantity('length', notNegative, 'Strip right'),
  tag: text(40),
  batch: text(40),
});

/** What is cut off a spool, in which order. */
export const cutListWork = {
  axis: text(3),
  order: choice('as listed', 'by batch', 'longest first'),
  spool: quantity('length', positive, 'On the spool'),
  /** Between blade and roller: it can be fed no more. */
  tail: quantity('length', notNegative, 'Cannot be fed'),
  kerf: quantity('length', notNegative, 'Lost by a cut'),
  blade: quantity('time', notNegative, 'A cut takes'),
  dwell: quantity('time', notNegative, 'Rests after a move'),
  rows: list(cutRow, 60),
};
