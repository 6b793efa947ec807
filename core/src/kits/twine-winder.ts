import { kit } from './kit.js';
import { CONTROLLER, SMALL_DRIVER, SMALL_MOTOR, SUPPLY_24, TABLE, fineScrew } from './stock.js';

/** Net twine onto bobbins. */
export const twineWinder = kit({
  name: 'Net-twine winder',
  about: 'A winder that lays net twine on bobbins, layer upon layer: one motor turns, one leads the twine.',
  kind: 'winder',
  axes: {
    A: {
      motor: SMALL_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.3 A',
      transmission: TABLE,
      inertia: '0.6 kg·cm²',
      job: { speed: '1200 °/s', acceleration: '1200 °/s²', tolerance: '2 °', load: '0.05 N·m', friction: '0.01 N·m' },
    },
    X: {
      motor: SMALL_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.3 A',
      transmission: fineScrew('140 mm'),
      mass: '0.3 kg',
      job: {
        travel: '80 mm',
        speed: '8 mm/s',
        acceleration: '100 mm/s²',
        load: '3 N',
        friction: '1 N',
        tolerance: '0.05 mm',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
});
