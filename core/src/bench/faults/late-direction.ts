import { isStepper, type Fault } from './fault.js';

/** The first pulse after the turn still goes the old way: two are missing. */
const MISSING = 2;

export const lateDirection: Fault = {
  id: 'late-direction',
  name: 'the direction comes too late for the first pulse when it turns back',
  of: 'axis',
  fits: isStepper,
  patch: (axis) => ({ ...axis, pulsesAtReversal: MISSING }),
};
