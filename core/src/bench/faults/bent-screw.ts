import { always, type Fault } from './fault.js';

/** It swings by so much either way with every turn [m], [rad]. */
const SWING = { length: 0.08e-3, angle: 0.004 } as const;

export const bentScrew: Fault = {
  id: 'bent-screw',
  name: 'the screw is bent, or the wheel sits out of the middle',
  of: 'axis',
  trained: {
    look: 'wave',
    isSeenBeside: true,
    repair: { words: 'Take the screw out and straighten it between centres', minutes: 90, part: null },
  },
  fits: always,
  patch: (axis) => ({
    ...axis,
    periodic: { ...axis.periodic, amplitude: axis.isTurning ? SWING.angle : SWING.length },
  }),
};
