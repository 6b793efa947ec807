import { notNegative, positive } from '../parts/index.js';
import { quantity, text } from '../shape/index.js';

/** A tank of coolant, its pump, and what comes back when that stops. */
export const coolantWork = {
  /** Inside it. */
  long: quantity('length', positive, 'Tank, long inside'),
  wide: quantity('length', positive, 'Tank, wide inside'),
  high: quantity('length', positive, 'Tank, high inside'),
  level: quantity('length', positive, 'Level while it stands'),
  /** Below it the pump draws air. */
  least: quantity('length', notNegative, 'Level that the pump needs'),
  flow: quantity('liquid-flow', positive, 'Pump moves'),
  /** Mist, chips and drops that do not come back. */
  lost: quantity('liquid-flow', positive, 'Lost while it runs'),
  /** From tank to nozzle. */
  hose: quantity('length', notNegative, 'Hose'),
  bore: quantity('length', positive, 'Hose bore'),
  /** What is on table and in trays goes on coming back for so long. */
  drains: quantity('time', notNegative, 'Runs back afterwards for'),
  /** Letter of the axis that carries the tank; empty where it stands on the floor. */
  rides: text(3),
};
