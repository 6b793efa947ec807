import { isStepper, type Fault } from './fault.js';

/** Current well below what the design says; torque goes with it. */
const SHARE = 0.3;

export const lowTrimmer: Fault = {
  id: 'low-trimmer',
  name: 'the trimmer gives three tenths of the current',
  of: 'axis',
  fits: isStepper,
  patch: (axis) => {
    if (axis.motor.kind !== 'stepper') return axis;
    const { setup } = axis.motor;
    return {
      ...axis,
      motor: { ...axis.motor, setup: { ...setup, drive: { ...setup.drive, current: setup.drive.current * SHARE } } },
    };
  },
};
