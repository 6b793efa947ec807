import { notNegative } from '../parts/index.js';
import { choice, list, quantity, record, text } from '../shape/index.js';

/** A key of a slide, and one of what turns. */
export const keyPlace = record({
  time: quantity('time', notNegative, 'At the time'),
  place: quantity('length', {}, 'Stands at'),
});
export const keyAngle = record({
  time: quantity('time', notNegative, 'At the time'),
  place: quantity('angle', {}, 'Stands at'),
});

/** Places to be at at their times, eased between. */
export const keyedWork = {
  axis: text(3),
  ease: choice('cubic', 'quintic'),
  /** A controller without a clock of its own goes from stop to stop. */
  controller: choice('eases', 'stops'),
  places: list(keyPlace, 40),
  angles: list(keyAngle, 40),
};
