import { notNegative, positive } from '../parts/index.js';
import { choice, nullable, quantity, whole } from '../shape/index.js';

/** Insulation cut by two V blades. */
export const strippingWork = {
  outer: quantity('length', positive, 'Over the insulation'),
  /** Null: by the gauge number. */
  conductor: nullable(quantity('length', positive, 'Conductor')),
  gauge: whole(10, 40, 'Wire gauge'),
  strands: choice('solid', 'stranded'),
  opening: quantity('angle', { least: Math.PI / 6, most: (5 * Math.PI) / 6 }, 'V opens by'),
  guard: quantity('length', notNegative, 'Kept clear of the conductor'),
  /** From the wire's middle to the tip of each V; null: as near as the guard lets it. */
  tip: nullable(quantity('length', positive, 'Tips stand off the middle')),
};
