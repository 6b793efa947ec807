import { advice } from '../../finding/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import { axisRule, rewired } from '../rule.js';

export const CARRIER_RULES = [
  axisRule('carrier-turned', (axis, { carrier }) => {
    if (axis.driver.specification.logic?.form !== 'carrier' || carrier === 'right') return null;
    const field = HOOKUP_LABELS.carrier;
    return carrier === 'turned'
      ? {
          severity: 'stop',
          sentence: 'its carrier sits end for end: power kills it at once, and often the board under it.',
          remedies: [
            rewired(axis, { carrier: 'right' }, 'Turn it, with the power off, and look again at its supply pin.'),
          ],
          field,
        }
      : {
          severity: 'caution',
          sentence:
            'nobody has looked yet which way its carrier sits. The trimmer is no guide: it is at either end of boards that look alike.',
          remedies: [
            advice('Find the motor supply pin on the carrier and on the socket: the two must meet. Then say so here.'),
          ],
          field,
        };
  }),
  axisRule('sink-touches', (axis, { sink }) =>
    axis.driver.specification.logic?.form === 'carrier' && sink === 'touching'
      ? {
          severity: 'stop',
          sentence: 'its heat sink touches pins or parts: it shorts them.',
          remedies: [rewired(axis, { sink: 'clear' }, 'Place it by the chip’s outline, clear of all pins, insulated.')],
          field: HOOKUP_LABELS.sink,
        }
      : null,
  ),
];
