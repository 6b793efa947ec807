import { notNegative, positive } from '../parts/index.js';
import { nullable, quantity, whole } from '../shape/index.js';

/** Turning on a lathe: speeds, feed, a taper, and the spindle as an axis that is indexed. */
export const turningWork = {
  large: quantity('length', positive, 'Large diameter'),
  small: quantity('length', positive, 'Small diameter'),
  length: quantity('length', positive, 'Length between them'),
  surface: quantity('surface-speed', positive, 'Surface speed'),
  spindleMost: quantity('spindle-speed', positive, 'Spindle, at most'),
  chuckMost: nullable(quantity('spindle-speed', positive, 'Chuck, at most')),
  feed: quantity('length', positive, 'Feed per turn'),
  lines: whole(1, 100_000, 'Encoder lines'),
  /** The pulse that comes once a turn comes within so much time. */
  jitter: quantity('time', notNegative, 'Index pulse wanders by, ±'),
  seekSpeed: quantity('spindle-speed', positive, 'Turned at for its zero'),
};
