import { advice } from '../../finding/index.js';
import { valueOf } from '../../shape/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import { axisRule } from '../rule.js';

/** Farther than this a capacitor's wires are a coil of their own (common practice, no source) [m]. */
const NEAR = 0.1;

export const BULK_RULES = [
  axisRule('no-bulk', (axis) =>
    axis.supply !== null && axis.driver.specification.type === 'chopper' && axis.feed.capacitance === null
      ? {
          severity: 'caution',
          sentence:
            'no bulk capacitor is said to be at its driver. Braking and long wires make spikes that kill drivers.',
          remedies: [
            advice(
              'Fit 100 µF or more close to its motor supply pins, its minus at the ground pin; mind the polarity.',
            ),
          ],
          at: { page: 'supply', field: 'Capacitor' },
        }
      : null,
  ),
  axisRule('bulk-far', (axis, { capacitorAt }, { say }) => {
    const length = valueOf(capacitorAt, 'length');
    return axis.feed.capacitance !== null && length !== null && length > NEAR * (1 + 1e-9)
      ? {
          severity: 'caution',
          sentence: `its capacitor is ${say(length, 'length')} from the driver; the wire’s inductance lets spikes past it.`,
          remedies: [advice(`Move it within ${say(NEAR, 'length')}, nearer is better.`)],
          field: HOOKUP_LABELS.capacitorAt,
        }
      : null;
  }),
  axisRule('bulk-rating', (axis, _hookup, { busAfter, say }) => {
    const rated = valueOf(axis.feed.capacitorVoltage, 'voltage');
    const bus = axis.supply === null ? null : busAfter(axis.supply);
    return rated !== null && bus !== null && rated < bus
      ? {
          severity: 'stop',
          sentence: `its capacitor is rated ${say(rated, 'voltage')}, and the bus comes to ${say(bus, 'voltage')} after braking.`,
          remedies: [advice(`Fit one rated above ${say(bus, 'voltage')}, with a third in hand.`)],
          at: { page: 'supply', field: 'Voltage rating' },
        }
      : null;
  }),
];
