import { notNegative, positive } from '../parts/index.js';
import { choice, nullable, quantity, text } from '../shape/index.js';

/** Rope on one drum, or on two on one shaft. */
export const drumWork = {
  axis: text(3),
  diameter: quantity('length', positive, 'Drum'),
  rope: quantity('length', positive, 'Rope'),
  width: quantity('length', positive, 'Between the flanges'),
  flange: nullable(quantity('length', positive, 'Flanges')),
  lies: choice('rope-on-rope', 'in-grooves'),
  lift: quantity('length', positive, 'Rope taken up'),
  load: quantity('mass', notNegative, 'Hangs on it'),
  /** Null: there is one drum. */
  second: nullable(quantity('length', positive, 'Second drum')),
  apart: quantity('length', positive, 'Drums stand apart'),
};
