import { notNegative, positive } from '../parts/index.js';
import { choice, quantity, whole } from '../shape/index.js';

/** Inserts in a bed that hold work down. */
export const holdDownWork = {
  by: choice('pitch', 'count'),
  pitch: quantity('length', positive, 'Pitch, about'),
  across: whole(1, 60, 'Count across'),
  along: whole(1, 60, 'Count along'),
  /** The far row lands exactly on the edge, or what is left over is shared by both edges. */
  ends: choice('exact', 'centred'),
  edge: quantity('length', notNegative, 'From the ends of the travel'),
  tool: quantity('length', positive, 'Drill diameter'),
  /** What the dust hood needs beyond the far row. */
  hood: quantity('length', notNegative, 'Kept free for the dust hood'),
  /** Beams below the bed, across its length, that are not drilled into. */
  beams: whole(0, 40, 'Beams below'),
  beamFirst: quantity('length', notNegative, 'First beam at'),
  beamEvery: quantity('length', positive, 'One every'),
  beamWidth: quantity('length', positive, 'Beam width'),
  depth: quantity('length', positive, 'Depth'),
  peck: quantity('length', positive, 'Peck'),
  feed: quantity('feed', positive, 'Drilling feed'),
  spindle: quantity('spindle-speed', positive, 'Spindle'),
  safe: quantity('length', positive, 'Height above the bed'),
};
