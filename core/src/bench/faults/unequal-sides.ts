import { withSecondSide, type Fault } from './fault.js';

/** A pinion that was ground deeper, or a belt of another make: it goes so much farther for a turn. */
const SHARE = 2.5e-3;

export const unequalSides: Fault = {
  id: 'unequal-sides',
  name: 'side 2 goes 0.25 % farther than side 1: pinion or belt',
  of: 'axis',
  fits: ({ second }) => second !== null,
  patch: (axis) => withSecondSide(axis, ({ gains }) => ({ gains: gains + SHARE })),
};
