import { isStepper, type Fault } from './fault.js';

/** A lead of each coil changed for the other. */
export const crossedPair: Fault = {
  id: 'crossed-pair',
  name: 'a lead of one coil and a lead of the other are crossed',
  of: 'axis',
  fits: isStepper,
  patch: (axis) => (axis.motor.kind === 'stepper' ? { ...axis, motor: { ...axis.motor, coils: 'crossed' } } : axis),
};
