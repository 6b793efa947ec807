import { always, type Fault } from './fault.js';

/** So far for each kelvin of the motor [m/K], [rad/K]. */
const GROWTH = { length: 6e-6, angle: 1e-4 } as const;

export const warmScrew: Fault = {
  id: 'warm-screw',
  name: 'the motor’s warmth creeps into the screw and the carriage drifts',
  of: 'axis',
  fits: always,
  patch: (axis) => ({ ...axis, growth: axis.isTurning ? GROWTH.angle : GROWTH.length }),
};
