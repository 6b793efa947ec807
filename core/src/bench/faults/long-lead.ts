import { always, type Fault } from './fault.js';

/** A thread that was rolled with a worn die, or a belt that has stretched: it goes 2 % farther than it says. */
const SHARE = 0.02;

export const longLead: Fault = {
  id: 'long-lead',
  name: 'the screw or belt goes 2 % farther than it says',
  of: 'axis',
  trained: {
    look: 'share',
    isSeenBeside: true,
    repair: { words: 'Correct the steps per unit by what was measured', minutes: 5, part: null },
  },
  fits: always,
  patch: (axis) => ({ ...axis, leadError: axis.leadError + SHARE }),
};
