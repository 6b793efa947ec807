import { machineKind } from '../kind.js';

/** A tool carried along and across work that a spindle turns. */
export const lathe = machineKind({
  name: 'lathe',
  one: 'a lathe',
  planners: ['thread', 'turning', 'loop'],
  turnsWork: true,
  cautions: [
    'Take the chuck key out before the spindle turns.',
    'No gloves, loose sleeves or long hair near a turning spindle.',
    'Long work whips, and work out of balance shakes loose: support it and turn slowly first.',
  ],
  axes: [
    {
      letter: 'X',
      name: 'cross slide',
      isReadInDiameters: true,
      transmission: 'screw',
      mass: '3 kg',
      job: {
        travel: '80 mm',
        speed: '10 mm/s',
        acceleration: '100 mm/s²',
        tolerance: '0.01 mm',
        load: '60 N',
        friction: '15 N',
      },
    },
    {
      letter: 'Z',
      name: 'carriage',
      transmission: 'screw',
      mass: '7 kg',
      job: {
        travel: '250 mm',
        speed: '15 mm/s',
        acceleration: '100 mm/s²',
        tolerance: '0.02 mm',
        load: '100 N',
        friction: '25 N',
      },
    },
  ],
});
