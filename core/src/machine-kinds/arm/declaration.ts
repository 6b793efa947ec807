import { machineKind } from '../kind.js';

/** A joint that holds an arm against its weight. */
export const arm = machineKind({
  name: 'arm joint',
  one: 'an arm joint',
  planners: ['joint', 'planetary', 'keyed', 'loop'],
  cautions: ['An arm falls when the power goes: support it, and keep heads and hands out of its swing.'],
  axes: [
    {
      letter: 'A',
      name: 'joint',
      transmission: 'rotary',
      mass: null,
      job: {
        travel: '180 °',
        speed: '60 °/s',
        acceleration: '180 °/s²',
        load: '0.5 N·m',
        friction: '0.1 N·m',
        imbalance: '2 N·m',
      },
    },
  ],
});
