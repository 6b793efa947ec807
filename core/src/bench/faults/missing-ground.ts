import { always, type Fault } from './fault.js';

/** One pulse in eighty never arrives. */
const LOST = 1 / 80;

export const missingGround: Fault = {
  id: 'missing-ground',
  name: 'the signals have no ground between controller and driver',
  of: 'axis',
  trained: {
    look: 'short',
    isSeenBeside: false,
    repair: { words: 'Run the missing ground wire between controller and driver', minutes: 10, part: null },
  },
  fits: always,
  patch: (axis) => ({ ...axis, pulsesLost: LOST, signalGround: null }),
};
