import { machineKind } from '../kind.js';

/** A spindle carried across a bed by three slides. */
export const router = machineKind({
  name: 'router or milling table',
  one: 'a router',
  planners: ['cutting', 'frame', 'hold-down', 'table', 'coolant', 'gantry', 'loop'],
  cautions: [
    'The cutter cuts fingers as it cuts work: stop the spindle before you reach in.',
    'Dust of wood and board harms lungs and can burn: draw it off.',
  ],
  axes: [
    {
      letter: 'X',
      name: 'across',
      transmission: 'screw',
      mass: '4 kg',
      job: { travel: '400 mm', speed: '40 mm/s', acceleration: '300 mm/s²', load: '40 N', friction: '8 N' },
    },
    {
      letter: 'Y',
      name: 'along',
      transmission: 'screw',
      mass: '8 kg',
      job: { travel: '600 mm', speed: '40 mm/s', acceleration: '300 mm/s²', load: '40 N', friction: '12 N' },
    },
    {
      letter: 'Z',
      name: 'up and down',
      transmission: 'screw',
      mass: '2.5 kg',
      job: {
        travel: '90 mm',
        speed: '20 mm/s',
        acceleration: '200 mm/s²',
        load: '40 N',
        friction: '4 N',
        incline: '90 °',
      },
    },
  ],
});
