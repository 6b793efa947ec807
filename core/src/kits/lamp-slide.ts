import { kit } from './kit.js';
import { BELT, CONTROLLER, QUIET_DRIVER, SMALL_MOTOR, SUPPLY_24 } from './stock.js';

/** A lamp that goes along a model quay. */
export const lampSlide = kit({
  name: 'Lamp carriage along a model quay',
  about: 'A carriage that brings a lamp to each ship at its time: a belt, a quiet driver, and keyed moves.',
  kind: 'slide',
  axes: {
    X: {
      motor: SMALL_MOTOR,
      driver: QUIET_DRIVER,
      microsteps: 16,
      limit: '1.1 A',
      transmission: BELT,
      mass: '0.9 kg',
      job: {
        travel: '900 mm',
        speed: '120 mm/s',
        acceleration: '250 mm/s²',
        load: '2 N',
        friction: '3 N',
        tolerance: '0.5 mm',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
});
