import type { Fault } from './fault.js';

/** Six tenths of its volts, and softer. */
const SHARE = 0.6;
const SOFTER = 4;

export const saggingSupply: Fault = {
  id: 'sagging-supply',
  name: 'the supply gives too little and sags',
  of: 'machine',
  patch: (truth) => ({
    ...truth,
    supplies: truth.supplies.map((supply) => ({
      ...supply,
      voltage: supply.voltage * SHARE,
      resistance: supply.resistance * SOFTER,
    })),
  }),
};
