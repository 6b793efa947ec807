import { notNegative, positive } from '../parts/index.js';
import { choice, nullable, quantity, text, whole } from '../shape/index.js';

/** Whether an axis is worth a loop over an encoder. */
export const loopWork = {
  axis: text(3),
  lines: whole(1, 100_000, 'Encoder lines'),
  following: quantity('angle', positive, 'Alarms beyond'),
  open: nullable(quantity('price', notNegative, 'Open set costs')),
  closed: nullable(quantity('price', notNegative, 'Closed set costs')),
  watched: choice('watched', 'alone'),
  alarm: choice('read', 'not read'),
};
