import { machineKind } from '../kind.js';

/** A drum that takes up a rope. */
export const hoist = machineKind({
  name: 'drum hoist',
  one: 'a hoist',
  planners: ['drum', 'keyed', 'loop'],
  cautions: [
    'What hangs on a rope falls when the power goes or the rope breaks: nobody stands under it.',
    'It is not for lifting people, whatever it can carry.',
  ],
  axes: [
    {
      letter: 'Z',
      name: 'hoist',
      transmission: 'drum',
      mass: '0.3 kg',
      job: {
        travel: '1500 mm',
        speed: '100 mm/s',
        acceleration: '200 mm/s²',
        tolerance: '5 mm',
        load: '0 N',
        friction: '1 N',
        incline: '90 °',
      },
    },
  ],
});
