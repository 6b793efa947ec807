import { blankStage } from '../parts/index.js';
import { kit } from './kit.js';
import { CONTROLLER, SMALL_DRIVER, SMALL_MOTOR, SUPPLY_24, TABLE } from './stock.js';

/** Wheels of clocks, tooth by tooth. */
export const clockTable = kit({
  name: 'Clock-wheel dividing table',
  about: 'A dividing table for clock wheels: a worm of 60 behind a belt, so that any count of teeth closes.',
  kind: 'dividing-table',
  axes: {
    A: {
      name: 'wheel arbor',
      motor: SMALL_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 16,
      limit: '1.3 A',
      reduction: [blankStage('belt', 16, 32), blankStage('worm', 1, 60)],
      transmission: TABLE,
      inertia: '9 kg·cm²',
      job: { speed: '8 °/s', acceleration: '30 °/s²', tolerance: '0.05 °', load: '0.5 N·m', friction: '0.1 N·m' },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
});
