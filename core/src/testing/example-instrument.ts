import { usualMeasuring, type Measuring } from '../checks/index.js';
import type { InstrumentTypeName } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';

type Shown<K extends Measuring['kind']> = Extract<Measuring, { kind: K }>;
export type LengthInstrument = Shown<'length'>;

/** What of its type is usual, but for what only a guess would say. */
const known = (type: InstrumentTypeName): Measuring => ({ ...usualMeasuring(type), error: null, range: null });

/** A dial indicator of hundredths along an indicated edge, of which nothing else is said. */
export function exampleInstrument(said: Partial<LengthInstrument> = {}): LengthInstrument {
  return {
    ...(known('plunger-indicator') as LengthInstrument),
    name: 'dial indicator',
    digit: quantityOf('0.01 mm'),
    square: 'indicated',
    ...said,
  };
}

/** A ring of tenths of a degree, of which nothing else is said. */
export function exampleRing(said: Partial<Shown<'angle'>> = {}): Shown<'angle'> {
  return { ...(known('angle-ring') as Shown<'angle'>), name: 'ring', digit: quantityOf('0.1 °'), ...said };
}
