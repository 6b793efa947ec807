import { positive } from '../parts/index.js';
import { choice, nullable, quantity, whole } from '../shape/index.js';

/** A cutter in work, for an estimate of what pushes back. */
export const cuttingWork = {
  material: choice('softwood', 'hardwood', 'board', 'plastic', 'aluminium'),
  tool: quantity('length', positive, 'Cutter diameter'),
  teeth: whole(1, 12, 'Cutting edges'),
  spindle: quantity('spindle-speed', positive, 'Spindle'),
  feed: quantity('feed', positive, 'Feed'),
  depth: quantity('length', positive, 'Depth of cut'),
  width: quantity('length', positive, 'Width of cut'),
  power: nullable(quantity('power', positive, 'Spindle power')),
  /** What was measured at the tool, in place of the estimate; null: nobody measured. */
  measured: nullable(quantity('force', positive, 'Push, measured')),
};
