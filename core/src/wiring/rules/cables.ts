import { advice } from '../../finding/index.js';
import { valueOf } from '../../shape/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import { axisRule, rewired } from '../rule.js';

/** From here on what lies together matters (common practice, no source) [m]. */
const LONG = 0.5;

/** Radius over diameter that a flexing cable bears (common practice, no source). */
const BEND_LEAST = 10;
/** Share of a chain's height that a cable may take (common practice, no source). */
const FILL_MOST = 0.9;

export const CABLE_RULES = [
  axisRule('one-loom', (axis, { cable }, { say }) => {
    const length = valueOf(cable.length, 'length');
    return cable.beside === 'together' && cable.shield === 'none' && (length === null || length > LONG)
      ? {
          severity: 'caution',
          sentence: `its motor cable lies unshielded with signal cables${length === null ? '' : ` over ${say(length, 'length')}`}: false steps and false limits come of it.`,
          remedies: [
            rewired(axis, { cable: { ...cable, beside: 'apart' } }, 'Lay them apart, and let them cross squarely.'),
            rewired(axis, { cable: { ...cable, shield: 'one-end' } }, 'Shield the motor cable, grounded at one end.'),
          ],
          field: HOOKUP_LABELS.cable,
        }
      : null;
  }),
  axisRule('shield-both-ends', (axis, { cable }) =>
    cable.shield === 'both-ends'
      ? {
          severity: 'caution',
          sentence:
            'the shield of its motor cable is grounded at both ends: it carries ground current as another wire.',
          remedies: [rewired(axis, { cable: { ...cable, shield: 'one-end' } }, 'Ground it at the driver’s end alone.')],
          field: HOOKUP_LABELS.cable,
        }
      : null,
  ),
  axisRule('plug-live', (axis, { cable }) =>
    cable.plug !== ''
      ? {
          severity: 'caution',
          sentence: `a plug (${cable.plug}) stands between motor and driver: pulled while the driver is live, the spike goes through the driver.`,
          remedies: [
            advice('Write it on the plug: power off, wait, then pull. Lock it so that it cannot shake loose.'),
          ],
          field: HOOKUP_LABELS.cable,
        }
      : null,
  ),
  axisRule('bend-tight', (axis, { cable }, { say }) => {
    const [diameter, bend] = [valueOf(cable.diameter, 'length'), valueOf(cable.bend, 'length')];
    if (!cable.flexes || diameter === null || bend === null || bend >= BEND_LEAST * diameter * (1 - 1e-9)) return null;
    return {
      severity: 'caution',
      sentence: `its chain bends a cable of ${say(diameter, 'length')} to ${say(bend, 'length')}; ${BEND_LEAST} times its diameter, ${say(BEND_LEAST * diameter, 'length')}, is the least that lasts.`,
      remedies: [advice('Take a chain of a larger radius, or a thinner cable made for flexing.')],
      field: HOOKUP_LABELS.cable,
    };
  }),
  axisRule('chain-full', (axis, { cable }, { say }) => {
    const [diameter, inside] = [valueOf(cable.diameter, 'length'), valueOf(cable.inside, 'length')];
    if (!cable.flexes || diameter === null || inside === null || diameter <= FILL_MOST * inside * (1 + 1e-9))
      return null;
    return {
      severity: 'caution',
      sentence: `a cable of ${say(diameter, 'length')} in a chain of ${say(inside, 'length')} inside has no air to move: it twists and breaks.`,
      remedies: [advice(`Take a chain of ${say(diameter / FILL_MOST, 'length')} inside at least.`)],
      field: HOOKUP_LABELS.cable,
    };
  }),
  axisRule('no-relief', (axis, { cable }) =>
    cable.flexes && !cable.isRelieved
      ? {
          severity: 'caution',
          sentence:
            'its cable moves in a chain, and nothing takes the strain at its ends: it breaks there, one core first.',
          remedies: [
            rewired(axis, { cable: { ...cable, isRelieved: true } }, 'Clamp it at both ends of the chain.'),
            advice('Take a cable made for flexing; bend it by ten times its diameter at least.'),
          ],
          field: HOOKUP_LABELS.cable,
        }
      : null,
  ),
];
