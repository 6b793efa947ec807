import { positive } from '../parts/index.js';
import { choice, quantity, text, whole } from '../shape/index.js';

/** Wire or twine wound on a bobbin, layer upon layer. */
export const windingWork = {
  /** What turns the bobbin, and what leads the wire. */
  axis: text(3),
  guide: text(3),
  turns: whole(1, 1_000_000, 'Turns'),
  wire: quantity('length', positive, 'Over its insulation'),
  copper: quantity('length', positive, 'Copper in it'),
  material: choice('copper', 'none'),
  core: quantity('length', positive, 'Bobbin’s core'),
  width: quantity('length', positive, 'Between the flanges'),
  flange: quantity('length', positive, 'Flanges'),
  speed: quantity('spindle-speed', positive, 'Winds at'),
  /** Stopped there. */
  done: whole(0, 1_000_000, 'Turns wound so far'),
};
