import { always, type Fault } from './fault.js';

/** Torque that a loose grub screw still carries, over what the axis needs to slide. */
const OVER_FRICTION = 1.5;
const LEAST = 0.004;

export const loosePulley: Fault = {
  id: 'loose-pulley',
  name: 'a pulley or coupling slips on the motor’s shaft',
  of: 'axis',
  trained: {
    look: 'slip',
    isSeenBeside: false,
    repair: { words: 'Tighten the grub screw on a flat of the shaft', minutes: 10, part: null },
  },
  fits: always,
  patch: (axis) => {
    const { friction, standing } = axis.motor.kind === 'stepper' ? axis.motor.setup.load : axis.motor;
    return { ...axis, slipTorque: Math.max(LEAST, OVER_FRICTION * (friction + Math.abs(standing))) };
  },
};
