import { isStepper, type Fault } from './fault.js';

/** The first pulse after the turn still goes the old way: two are missing. */
const MISSING = 2;

export const lateDirection: Fault = {
  id: 'late-direction',
  name: 'the direction comes too late for the first pulse when it turns back',
  of: 'axis',
  trained: {
    look: 'drift',
    isSeenBeside: true,
    repair: { words: 'Give the direction a longer set-up time in the controller', minutes: 5, part: null },
  },
  fits: isStepper,
  patch: (axis) => ({ ...axis, pulsesAtReversal: MISSING }),
};
