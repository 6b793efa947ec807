import { kit } from './kit.js';
import { BATTERY_12, BRIDGE_DRIVER, BRUSHED_MOTOR, CONTROLLER, TABLE } from './stock.js';

/** Model boats shown all round, off a battery. */
export const displayPlate = kit({
  name: 'Display plate for model boats',
  about:
    'A plate that turns a model boat all round at a show: a brushed motor with a small encoder, silent, off a battery.',
  kind: 'dividing-table',
  axes: {
    A: {
      name: 'plate',
      motor: BRUSHED_MOTOR,
      driver: BRIDGE_DRIVER,
      microsteps: 1,
      transmission: TABLE,
      inertia: '200 kg·cm²',
      job: { speed: '12 °/s', acceleration: '20 °/s²', tolerance: '1 °', load: '0.02 N·m', friction: '0.02 N·m' },
    },
  },
  supply: BATTERY_12,
  controller: CONTROLLER,
});
