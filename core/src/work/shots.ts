import { notNegative, positive, share } from '../parts/index.js';
import { nullable, quantity, text, whole } from '../shape/index.js';

/** Pictures taken round a thing on a table. */
export const shotsWork = {
  axis: text(3),
  count: whole(1, 2000, 'Pictures a turn'),
  /** Null: by how it rings. */
  settle: nullable(quantity('time', notNegative, 'Rests after')),
  frequency: quantity('frequency', positive, 'It rings at'),
  damping: quantity('ratio', share, 'Damping'),
  still: quantity('ratio', share, 'Still enough at'),
  exposure: quantity('time', notNegative, 'Exposure'),
  field: quantity('angle', positive, 'A picture takes in'),
};
