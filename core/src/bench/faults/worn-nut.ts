import { always, type Fault } from './fault.js';

/** Play of a nut that has worn [m], [rad]. */
const PLAY = { length: 0.35e-3, angle: 0.01 } as const;

export const wornNut: Fault = {
  id: 'worn-nut',
  name: 'the nut, belt or gear has worn: there is play',
  of: 'axis',
  trained: {
    look: 'reversal',
    isSeenBeside: true,
    repair: { words: 'Change the nut for a new one with less play', minutes: 45, part: 'a nut' },
  },
  fits: always,
  patch: (axis) => ({ ...axis, backlash: axis.backlash + (axis.isTurning ? PLAY.angle : PLAY.length) }),
};
