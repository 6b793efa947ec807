import { positive } from '../parts/index.js';
import { nullable, quantity, text, whole } from '../shape/index.js';

/** A table that turns on and on. */
export const rotationWork = {
  axis: text(3),
  rate: quantity('spindle-speed', positive, 'Turns'),
  /** Null: what the controller's sheet says. */
  clock: nullable(quantity('frequency', positive, 'Timer clock')),
  bits: whole(8, 64, 'Timer bits'),
  /** Null: it turns on. */
  stops: nullable(quantity('time', positive, 'Stops after')),
};
