import { machineKind } from '../kind.js';

/** A roller that pushes stock forward by a length. */
export const feeder = machineKind({
  name: 'stock feeder',
  one: 'a feeder',
  planners: ['cut-list', 'lengths', 'stripping', 'head-zero', 'loop'],
  cautions: ['The blade moves by itself: keep its cover on and hands out, and switch the power off to clear a jam.'],
  axes: [
    {
      letter: 'U',
      name: 'feed',
      transmission: 'roller',
      mass: '0.5 kg',
      job: {
        travel: '500 mm',
        speed: '100 mm/s',
        acceleration: '500 mm/s²',
        tolerance: '0.5 mm',
        load: '10 N',
        friction: '3 N',
      },
    },
  ],
});
