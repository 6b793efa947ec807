import type { Fault } from './fault.js';

/** 12°: its plunger slides along the face it rests on and reads 2 % too much, whatever the machine does. */
const TILT = (12 * Math.PI) / 180;

export const tiltedIndicator: Fault = {
  id: 'tilted-indicator',
  name: 'the indicator stands aslant',
  of: 'machine',
  trained: {
    look: 'share',
    isSeenBeside: true,
    repair: { words: 'Set the indicator square to the face it rests on', minutes: 3, part: null },
  },
  patch: (truth) => ({ ...truth, indicator: { ...truth.indicator, tilt: TILT } }),
};
