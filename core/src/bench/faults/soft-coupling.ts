import type { Fault } from './fault.js';

/** Lost motion that friction winds up in it [m], [rad]. */
const WOUND = { length: 0.3e-3, angle: 0.008 } as const;

export const softCoupling: Fault = {
  id: 'soft-coupling',
  name: 'the coupling or belt is soft and winds up',
  of: 'axis',
  trained: {
    look: 'reversal',
    isSeenBeside: true,
    repair: { words: 'Change the coupling for a stiff one', minutes: 25, part: 'a coupling' },
  },
  // Without friction nothing winds it up.
  fits: ({ sliding }) => sliding > 0,
  patch: (axis) => ({ ...axis, stiffness: (2 * axis.sliding) / (axis.isTurning ? WOUND.angle : WOUND.length) }),
};
