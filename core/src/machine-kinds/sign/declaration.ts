import { machineKind } from '../kind.js';

/** An arm, flap or hand that points to one place after another. */
export const sign = machineKind({
  name: 'sign or signal',
  one: 'a sign',
  planners: ['keyed', 'joint', 'loop'],
  cautions: ['Its arm moves without a warning, and strikes whoever stands beside it: mount it out of reach.'],
  axes: [
    {
      letter: 'A',
      name: 'arm',
      transmission: 'rotary',
      mass: null,
      job: {
        travel: '90 °',
        speed: '60 °/s',
        acceleration: '120 °/s²',
        tolerance: '0.5 °',
        load: '0.05 N·m',
        friction: '0.02 N·m',
        imbalance: '0.1 N·m',
      },
    },
  ],
});
