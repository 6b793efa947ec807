import { always, type Fault } from './fault.js';

/** So far for each kelvin of the motor [m/K], [rad/K]. */
const GROWTH = { length: 6e-6, angle: 1e-4 } as const;

export const warmScrew: Fault = {
  id: 'warm-screw',
  name: 'the motor’s warmth creeps into the screw and the carriage drifts',
  of: 'axis',
  trained: {
    look: 'drift',
    isSeenBeside: false,
    repair: {
      words: 'Fit an insulating washer and a fan at the motor',
      minutes: 40,
      part: 'a fan with a washer',
    },
  },
  fits: always,
  patch: (axis) => ({ ...axis, growth: axis.isTurning ? GROWTH.angle : GROWTH.length }),
};
