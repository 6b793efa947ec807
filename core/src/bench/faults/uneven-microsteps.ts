import { isStepper, type Fault } from './fault.js';

/** Share of its crest that one coil has too much of, always. */
const OFFSET = 0.35;

export const unevenMicrosteps: Fault = {
  id: 'uneven-microsteps',
  name: 'one coil’s current has its zero in the wrong place, and the microsteps are uneven',
  of: 'axis',
  fits: isStepper,
  patch: (axis) => ({
    ...axis,
    motor:
      axis.motor.kind === 'stepper'
        ? {
            ...axis.motor,
            setup: { ...axis.motor.setup, drive: { ...axis.motor.setup.drive, offset: OFFSET } },
          }
        : axis.motor,
  }),
};
