import { guideFriction, limitInForce, type Say } from '@crisp-notch/core/drive-line';
import type { Instrument } from '@crisp-notch/core/line-port';
import type { Dimension } from '@crisp-notch/core/quantity';
import { valueOf } from '@crisp-notch/core/shape';
import type { AxisView } from '../data/design-store';

const DIMENSIONS: Readonly<Record<Instrument, readonly [linear: Dimension, rotary: Dimension]>> = {
  indicator: ['length', 'angle'],
  rule: ['length', 'angle'],
  angle: ['angle', 'angle'],
  ammeter: ['current', 'current'],
  scale: ['force', 'torque'],
  'motor-temperature': ['temperature', 'temperature'],
  'driver-temperature': ['temperature', 'temperature'],
  'supply-volts': ['voltage', 'voltage'],
  'supply-current': ['current', 'current'],
};

/** What the design has in place of what an instrument shows; null where it says nothing of it. */
function expected(instrument: Instrument, view: AxisView): number | null {
  const { axis, reckoner } = view;
  if (instrument === 'ammeter') return reckoner.value(limitInForce);
  if (instrument === 'scale') return axis.job.kind === 'linear' ? reckoner.value(guideFriction) : null;
  if (instrument !== 'supply-volts') return null;
  const supply = reckoner.context.supply;
  return supply
    ? ((supply.set && valueOf(supply.set, 'voltage')) ?? valueOf(supply.specification.voltage, 'voltage'))
    : null;
}

/** What an instrument shows, in words, beside what the design says. */
export function instrumentWords(instrument: Instrument, value: number, view: AxisView | null, say: Say): string {
  const [linear, rotary] = DIMENSIONS[instrument];
  const dimension = view?.axis.job.kind === 'rotary' ? rotary : linear;
  const shown = say(instrument === 'ammeter' ? Math.abs(value) : value, dimension);
  const design = view && expected(instrument, view);
  if (design == null) return shown;
  // One coil shows anything from nothing to the crest, by where the rotor rests.
  return instrument === 'ammeter'
    ? `${shown} in this coil; the limit is ${say(design, dimension)}`
    : `${shown}; the design says ${say(design, dimension)}`;
}
