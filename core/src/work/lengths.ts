import { positive } from '../parts/index.js';
import { choice, list, quantity, record, text } from '../shape/index.js';

/** A piece that was fed, and what it measured. */
export const measuredLength = record({
  told: quantity('length', positive, 'Told'),
  measured: quantity('length', positive, 'Measured'),
});

/** What a feed roller really feeds, by pieces that were measured. */
export const lengthsWork = {
  axis: text(3),
  /** Something stands between the roller and the cut that each piece begins with. */
  dead: choice('none', 'same for each'),
  /** How well one piece is measured. */
  rule: quantity('length', positive, 'A measurement is good to'),
  pieces: list(measuredLength, 60),
  next: quantity('length', positive, 'Next pieces of'),
};
