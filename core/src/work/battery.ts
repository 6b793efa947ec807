import { notNegative, positive, share } from '../parts/index.js';
import { list, nullable, quantity, record, whole } from '../shape/index.js';

/** A converter of a chain that hangs on a battery. */
export const batteryLink = record({
  voltage: quantity('voltage', positive, 'Gives'),
  moving: quantity('current', notNegative, 'Drawn moving'),
  resting: quantity('current', notNegative, 'Drawn resting'),
  efficiency: quantity('ratio', share, 'Efficiency'),
  most: nullable(quantity('current', positive, 'Takes in at most')),
});

/** How long a battery runs a machine through its converters. */
export const batteryWork = {
  series: whole(1, 40, 'Cells in a row'),
  parallel: whole(1, 100, 'Rows side by side'),
  charge: quantity('charge', positive, 'Charge of a cell'),
  mean: quantity('voltage', positive, 'Voltage of a cell, on the mean'),
  low: quantity('voltage', positive, 'Voltage of a cell, nearly empty'),
  most: nullable(quantity('current', positive, 'A cell gives at most')),
  usable: quantity('ratio', share, 'Of it usable'),
  moves: quantity('ratio', { least: 0, most: 1 }, 'Moves for'),
  links: list(batteryLink, 6, 1),
};
