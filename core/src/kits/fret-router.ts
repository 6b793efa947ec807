import { a, kit, transmissionPart } from './kit.js';
import { BELT, CONTROLLER, LONG_MOTOR, SMALL_DRIVER, SMALL_MOTOR, SUPPLY_24, fineScrew } from './stock.js';

const screw = transmissionPart('Lead screw, 12 mm, 4 mm pitch, 2-start', 'screw', {
  pitch: a('4 mm'),
  starts: 2,
  diameter: a('12 mm'),
  length: a('460 mm'),
});

/** Slots for frets across a finger board. */
export const fretRouter = kit({
  name: 'Fret-slotting router',
  about:
    'A small bench router that slots finger boards: a fret slide on a screw, a bed that two belted motors pull, a falling head.',
  kind: 'router',
  axes: {
    X: {
      name: 'fret slide',
      motor: LONG_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.4 A',
      transmission: screw,
      mass: '2.2 kg',
      job: {
        travel: '420 mm',
        speed: '40 mm/s',
        acceleration: '250 mm/s²',
        load: '20 N',
        friction: '8 N',
        tolerance: '0.05 mm',
      },
    },
    Y: {
      name: 'bed, two motors, belted',
      motor: LONG_MOTOR,
      motors: 2,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.4 A',
      transmission: BELT,
      mass: '4 kg',
      job: {
        travel: '520 mm',
        speed: '60 mm/s',
        acceleration: '300 mm/s²',
        load: '15 N',
        friction: '8 N',
        tolerance: '0.1 mm',
      },
    },
    Z: {
      name: 'falling head',
      motor: SMALL_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.3 A',
      transmission: fineScrew('140 mm'),
      mass: '1.8 kg',
      job: {
        travel: '70 mm',
        speed: '8 mm/s',
        acceleration: '100 mm/s²',
        load: '25 N',
        friction: '4 N',
        tolerance: '0.05 mm',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
  training: {
    letter: 'X',
    complaint:
      'It stands by the window of the boat shed. Since it was last apart, frets sit where they should not, and nobody wrote down what was touched.',
    hides: [],
  },
});
