import { a, kit, transmissionPart } from './kit.js';
import { CONTROLLER, LONG_MOTOR, SMALL_DRIVER, SMALL_MOTOR, SUPPLY_24, fineScrew } from './stock.js';

/** Pens and small pins. */
export const penLathe = kit({
  name: 'Pen-turning lathe',
  about: 'A small lathe for pens and pins: cross slide and carriage on screws, an encoder on its spindle for threads.',
  kind: 'lathe',
  axes: {
    X: {
      motor: SMALL_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.3 A',
      transmission: fineScrew('110 mm'),
      mass: '1.6 kg',
      job: {
        travel: '60 mm',
        speed: '6 mm/s',
        acceleration: '60 mm/s²',
        load: '40 N',
        friction: '10 N',
        tolerance: '0.02 mm',
      },
    },
    Z: {
      motor: LONG_MOTOR,
      driver: SMALL_DRIVER,
      microsteps: 8,
      limit: '1.4 A',
      transmission: transmissionPart('Lead screw, 12 mm, 3 mm pitch, single start', 'screw', {
        pitch: a('3 mm'),
        starts: 1,
        diameter: a('12 mm'),
        length: a('300 mm'),
      }),
      mass: '4 kg',
      job: {
        travel: '220 mm',
        speed: '10 mm/s',
        acceleration: '80 mm/s²',
        load: '60 N',
        friction: '20 N',
        tolerance: '0.05 mm',
      },
    },
  },
  supply: SUPPLY_24,
  controller: CONTROLLER,
  training: {
    letter: 'Z',
    complaint:
      'It came back from the net loft next door with a note: “Shoulders do not fit any more.” More is not known.',
    // It starts too gently for a pulley to slip.
    hides: ['loose-pulley'],
  },
});
