import { notNegative, positive } from '../parts/index.js';
import { nullable, quantity, text } from '../shape/index.js';

const within = { least: -Math.PI, most: 2 * Math.PI };

/** An arm that a joint lifts. Angles from level, upwards. */
export const jointWork = {
  axis: text(3),
  arm: quantity('mass', notNegative, 'Arm'),
  middle: quantity('length', positive, 'Its middle from the joint'),
  payload: quantity('mass', notNegative, 'On its hook'),
  reach: quantity('length', positive, 'Hook from the joint'),
  from: quantity('angle', within, 'Lowest'),
  to: quantity('angle', within, 'Highest'),
  /** Null: its sheet does not say. */
  limit: nullable(quantity('torque', positive, 'Gearbox bears')),
};
