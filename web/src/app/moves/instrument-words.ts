import { guideFriction, limitInForce, restTorque, windingResistance, type Say } from '@crisp-notch/core/drive-line';
import { probePoint, type Instrument } from '@crisp-notch/core/line-port';
import type { Dimension } from '@crisp-notch/core/quantity';
import { valueOf } from '@crisp-notch/core/shape';
import type { AxisView } from '../data/design-store';

const DIMENSIONS: Readonly<Record<Instrument, readonly [linear: Dimension, rotary: Dimension]>> = {
  indicator: ['length', 'angle'],
  'indicator-zero': ['length', 'angle'],
  rule: ['length', 'angle'],
  'fine-scale': ['length', 'angle'],
  'rule-second': ['length', 'angle'],
  'fine-scale-second': ['length', 'angle'],
  angle: ['angle', 'angle'],
  ammeter: ['current', 'current'],
  scale: ['force', 'torque'],
  'torque-arm': ['torque', 'torque'],
  'push-light': ['length', 'angle'],
  'push-heavy': ['length', 'angle'],
  'motor-temperature': ['temperature', 'temperature'],
  'driver-temperature': ['temperature', 'temperature'],
  'supply-volts': ['voltage', 'voltage'],
  'supply-current': ['current', 'current'],
};

/** What each is called, in the order in which they are reached for. */
export const INSTRUMENT_NAMES: Readonly<Record<Instrument, string>> = {
  indicator: 'Indicator at the carriage',
  'indicator-zero': 'Indicator, set to nothing here',
  rule: 'Rule at the carriage',
  'fine-scale': 'Callipers at the carriage, or a fine ring',
  'rule-second': 'Rule at side 2 of the gantry',
  'fine-scale-second': 'Callipers at side 2 of the gantry',
  angle: 'Ring on the motor’s shaft',
  scale: 'Scale that pulls the carriage, power off',
  'torque-arm': 'Scale on an arm of the shaft, until it gives',
  'push-light': 'Swing at a light push of the carriage both ways',
  'push-heavy': 'Swing at a heavy push of the carriage both ways',
  ammeter: 'Ammeter in coil A',
  'supply-volts': 'Volts of the supply',
  'supply-current': 'Current of the supply',
  'motor-temperature': 'Thermometer at the motor',
  'driver-temperature': 'Thermometer at the driver',
};

/** What the design has in place of what an instrument shows; null where it says nothing of it. */
function expected(instrument: Instrument, view: AxisView): number | null {
  const { axis, reckoner } = view;
  if (instrument === 'ammeter') return reckoner.value(limitInForce);
  if (instrument === 'torque-arm') return reckoner.value(restTorque);
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

/** What a meter between two points should show by the design, in words; empty where the design says nothing of them. */
export function probeExpected(
  from: string,
  to: string,
  what: 'volts' | 'ohms',
  views: readonly AxisView[],
  say: Say,
): string {
  const [one, other] = [from, to].map((name) => probePoint(name));
  if (!one || !other) return '';
  const points = [one.point, other.point].sort().join(' ');
  if (points === 'ground ground')
    return what === 'ohms' ? 'Less than 1 Ω where they are joined' : 'Next to nothing where they are joined';
  const view = views.find(({ axis }) => axis.letter === one.letter);
  if (!view || one.letter !== other.letter) return '';
  const isCoil = points === 'A+ A-' || points === 'B+ B-';
  if (what === 'ohms') {
    const coil = view.reckoner.value(windingResistance);
    if (isCoil)
      return coil === null ? '' : `The design says ${say(coil, 'resistance')}, and 0.2 Ω of the meter’s leads`;
    return points.includes('V+') ? '' : 'Open, where the leads are in their places';
  }
  const volts = expected('supply-volts', view);
  return points === 'V+ ground' && volts !== null ? `The design says ${say(volts, 'voltage')}` : '';
}
