import type { Fault } from './fault.js';

/** It closes within ±0.2 mm or 0.3°, never twice at the same place. */
const SPREAD = { length: 0.1e-3, angle: 2.6e-3 } as const;

export const bouncingSwitch: Fault = {
  id: 'bouncing-switch',
  name: 'the home switch closes now here, now there',
  of: 'axis',
  fits: (axis) => axis.home !== null,
  patch: (axis) =>
    axis.home ? { ...axis, home: { ...axis.home, spread: axis.isTurning ? SPREAD.angle : SPREAD.length } } : axis,
};
