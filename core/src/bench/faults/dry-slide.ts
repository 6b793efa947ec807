import { always, type Fault } from './fault.js';

/** Friction of a dry slide over what the design says; and what starts it over what it slides with. */
const TIMES = 4;
const LEAST = { force: 20, torque: 0.1 } as const;
const STICKS = 1.6;

export const drySlide: Fault = {
  id: 'dry-slide',
  name: 'the slide runs dry and sticks',
  of: 'axis',
  fits: always,
  patch: (axis) => {
    const sliding = Math.max(TIMES * axis.sliding, axis.isTurning ? LEAST.torque : LEAST.force);
    const more = ((sliding - axis.sliding) * axis.travelPerTurn) / (2 * Math.PI);
    const rubbed = <T extends { readonly friction: number }>(load: T): T => ({
      ...load,
      friction: load.friction + more,
    });
    return {
      ...axis,
      sliding,
      breakaway: STICKS * sliding,
      motor:
        axis.motor.kind === 'stepper'
          ? { ...axis.motor, setup: { ...axis.motor.setup, load: rubbed(axis.motor.setup.load) } }
          : rubbed(axis.motor),
    };
  },
};
