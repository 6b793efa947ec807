import type { Fault } from './fault.js';

/** 12°: it reads 2 % too little, whatever the machine does. */
const TILT = (12 * Math.PI) / 180;

export const tiltedIndicator: Fault = {
  id: 'tilted-indicator',
  name: 'the indicator stands aslant',
  of: 'machine',
  patch: (truth) => ({ ...truth, indicator: { ...truth.indicator, tilt: TILT } }),
};
