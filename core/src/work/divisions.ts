import { notNegative } from '../parts/index.js';
import { choice, nullable, quantity, text, whole } from '../shape/index.js';

/** A circle divided into equal parts. */
export const divisionsWork = {
  axis: text(3),
  count: whole(1, 2000, 'Divisions'),
  approach: choice('forward', 'backward', 'either'),
  takeUp: quantity('angle', notNegative, 'Take-up'),
  /** Null: what the design says. */
  play: nullable(quantity('angle', notNegative, 'Play measured')),
  stay: quantity('time', notNegative, 'Stays at each'),
};
