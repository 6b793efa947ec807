import { isStepper, type Fault } from './fault.js';

/** The two leads of one coil changed for one another. */
export const reversedCoil: Fault = {
  id: 'reversed-coil',
  name: 'one coil’s leads are swapped',
  of: 'axis',
  fits: isStepper,
  patch: (axis) => (axis.motor.kind === 'stepper' ? { ...axis, motor: { ...axis.motor, coils: 'reversed' } } : axis),
};
