import { machineKind } from '../kind.js';

/** A wide router for whole sheets: a gantry that two motors push on racks. */
export const sheetRouter = machineKind({
  name: 'sheet router',
  one: 'a sheet router',
  planners: ['gantry', 'frame', 'hold-down', 'table', 'cutting', 'coolant', 'loop'],
  cautions: [
    'A gantry reaches over the whole bed: keep everybody out of its way, also behind it.',
    'The cutter cuts fingers as it cuts work: stop the spindle before you reach in.',
    'Dust of wood and board harms lungs and can burn: draw it off.',
  ],
  axes: [
    {
      letter: 'X',
      name: 'across',
      transmission: 'rack',
      mass: '14 kg',
      job: { travel: '1300 mm', speed: '150 mm/s', acceleration: '600 mm/s²', load: '80 N', friction: '20 N' },
    },
    {
      letter: 'Y',
      name: 'along',
      transmission: 'rack',
      motors: 2,
      mass: '45 kg',
      job: { travel: '2500 mm', speed: '150 mm/s', acceleration: '500 mm/s²', load: '80 N', friction: '40 N' },
    },
    {
      letter: 'Z',
      name: 'up and down',
      transmission: 'screw',
      mass: '7 kg',
      job: {
        travel: '150 mm',
        speed: '40 mm/s',
        acceleration: '300 mm/s²',
        load: '60 N',
        friction: '8 N',
        incline: '90 °',
      },
    },
  ],
});
