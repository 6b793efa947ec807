import { machineKind } from '../kind.js';

/** A bobbin that is turned, and a guide that leads the wire to it. */
export const winder = machineKind({
  name: 'winder',
  one: 'a winder',
  planners: ['winding', 'loop'],
  cautions: [
    'Wire and twine cut and pull fingers in: no gloves, and a stop within reach of the hand that feels the wire.',
  ],
  axes: [
    {
      letter: 'A',
      name: 'bobbin',
      transmission: 'rotary',
      mass: null,
      job: {
        speed: '1200 °/s',
        acceleration: '1200 °/s²',
        tolerance: '1 °',
        load: '0.03 N·m',
        friction: '0.01 N·m',
      },
    },
    {
      letter: 'X',
      name: 'guide',
      transmission: 'screw',
      mass: '0.3 kg',
      job: {
        travel: '80 mm',
        speed: '20 mm/s',
        acceleration: '200 mm/s²',
        tolerance: '0.05 mm',
        load: '3 N',
        friction: '1 N',
      },
    },
  ],
});
