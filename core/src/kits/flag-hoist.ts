import { a, kit, transmissionPart } from './kit.js';
import { CONTROLLER, QUIET_DRIVER, SMALL_MOTOR, SUPPLY_24 } from './stock.js';

/** Signal flags, hoisted on two lines. */
export const flagHoist = kit({
  name: 'Signal-flag hoist, two drums',
  about: 'A hoist for a line of signal flags: two like drums on one shaft, so that the yard they carry stays level.',
  kind: 'hoist',
  axes: {
    Z: {
      name: 'flags',
      motor: SMALL_MOTOR,
      driver: QUIET_DRIVER,
      microsteps: 16,
      limit: '1.1 A',
      transmission: transmissionPart('Two drums, 40 mm, on one shaft', 'drum', {
        diameter: a('40 mm'),
        rope: a('2 mm'),
      }),
      mass: '0.25 kg',
      job: {
        travel: '1400 mm',
        speed: '80 mm/s',
        acceleration: '150 mm/s²',
        load: '0 N',
        friction: '1 N',
        tolerance: '3 mm',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
});
