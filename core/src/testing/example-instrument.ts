import type { Instrument } from '../checks/index.js';
import { quantityOf } from '../shape/index.js';

export type LinearInstrument = Extract<Instrument, { kind: 'linear' }>;

/** A dial indicator of hundredths along an indicated edge, of which nothing else is said. */
export function exampleInstrument(said: Partial<LinearInstrument> = {}): LinearInstrument {
  return {
    kind: 'linear',
    name: 'dial indicator',
    form: 'indicator',
    resolution: quantityOf('0.01 mm'),
    tilt: null,
    scaleUncertainty: null,
    error: null,
    square: 'indicated',
    range: null,
    ...said,
  };
}
