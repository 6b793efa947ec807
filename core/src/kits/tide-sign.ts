import { blankStage } from '../parts/index.js';
import { kit } from './kit.js';
import { CONTROLLER, QUIET_DRIVER, SMALL_MOTOR, SUPPLY_24, TABLE } from './stock.js';

/** An arm that shows the tide. */
export const tideSign = kit({
  name: 'Tide sign on the harbour wall',
  about: 'An arm that points to the tide hour by hour: a small motor behind a belt of one to ten, and a light arm.',
  kind: 'sign',
  axes: {
    A: {
      motor: SMALL_MOTOR,
      driver: QUIET_DRIVER,
      microsteps: 16,
      limit: '1.1 A',
      reduction: [blankStage('belt', 12, 120)],
      transmission: TABLE,
      inertia: '10 kg·cm²',
      job: {
        travel: '120 °',
        speed: '40 °/s',
        acceleration: '80 °/s²',
        tolerance: '0.5 °',
        load: '0.05 N·m',
        friction: '0.02 N·m',
        imbalance: '0.06 N·m',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
});
