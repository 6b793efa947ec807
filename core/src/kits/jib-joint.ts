import { kit } from './kit.js';
import { CONTROLLER, PLANETARY_MOTOR, SMALL_DRIVER, SUPPLY_24, TABLE } from './stock.js';

/** The jib of a model harbour crane. */
export const jibJoint = kit({
  name: 'Jib joint of a model harbour crane',
  about: 'The joint that lifts the jib of a model crane: a motor with a planetary head of two like stages.',
  kind: 'arm',
  axes: {
    A: {
      name: 'jib',
      motor: PLANETARY_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 16,
      limit: '1.2 A',
      transmission: TABLE,
      inertia: '400 kg·cm²',
      job: {
        travel: '90 °',
        speed: '20 °/s',
        acceleration: '40 °/s²',
        tolerance: '0.5 °',
        load: '0.1 N·m',
        friction: '0.1 N·m',
        imbalance: '1.5 N·m',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
});
