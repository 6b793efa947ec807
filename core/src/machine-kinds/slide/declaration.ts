import { machineKind } from '../kind.js';

/** A carriage that goes to places at their times. */
export const slide = machineKind({
  name: 'slide or carriage',
  one: 'a slide',
  planners: ['keyed', 'loop'],
  cautions: ['The carriage starts by itself: keep hands, hair and cables out of its way, also at its ends.'],
  axes: [
    {
      letter: 'X',
      name: 'carriage',
      transmission: 'belt',
      mass: '1.5 kg',
      job: {
        travel: '800 mm',
        speed: '150 mm/s',
        acceleration: '300 mm/s²',
        tolerance: '0.5 mm',
        load: '2 N',
        friction: '3 N',
      },
    },
  ],
});
