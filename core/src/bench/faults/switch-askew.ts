import { withSecondSide, type Fault } from './fault.js';

/** So far its switch was put out of square [m]. */
const OUT = 2.3e-3;

export const switchAskew: Fault = {
  id: 'switch-askew',
  name: 'the home switch of side 2 stands 2.3 mm out of square',
  of: 'axis',
  fits: ({ second }) => second !== null,
  patch: (axis) => withSecondSide(axis, ({ switchAt }) => ({ switchAt: switchAt + OUT, ahead: OUT })),
};
