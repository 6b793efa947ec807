import type { Fault } from './fault.js';

/** A single jumper that makes no contact: the driver runs four times coarser, so everything goes four times too far. */
export const wrongJumper: Fault = {
  id: 'wrong-jumper',
  name: 'a microstep jumper makes no contact',
  of: 'axis',
  trained: {
    look: 'far',
    isSeenBeside: false,
    repair: { words: 'Seat the microstep jumpers', minutes: 5, part: null },
  },
  fits: (axis) => axis.motor.kind === 'stepper' && axis.motor.setup.drive.microsteps >= 4,
  patch: (axis) => {
    if (axis.motor.kind !== 'stepper') return axis;
    const { setup } = axis.motor;
    return {
      ...axis,
      pulsesPerTurn: axis.pulsesPerTurn / 4,
      motor: { ...axis.motor, setup: { ...setup, drive: { ...setup.drive, microsteps: setup.drive.microsteps / 4 } } },
    };
  },
};
