import { rmsFromPeak } from '../../driver/index.js';
import { advice } from '../../finding/index.js';
import type { Axis } from '../../machine/index.js';
import { wireCurrentMost } from '../../power/index.js';
import { valueOf } from '../../shape/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import { axisRule, rewired } from '../rule.js';

/** Cores that a motor takes: two for a brushed one, its ends and its tap or taps on a switch array, else two a phase. */
function coresWanted({ motor: { specification, wiring } }: Axis): number {
  if (specification.type === 'brushed') return 2;
  if (wiring !== 'unipolar') return 4;
  return specification.leads === 5 ? 5 : 6;
}

/** From here on what lies together matters (common practice, no source) [m]. */
const LONG = 0.5;

/** What cores of one cable bear of what a single wire does (common practice, no source). */
const BUNDLED = 0.6;
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
  axisRule('core-thin', (axis, { cable }, { say }) => {
    const [area, limit] = [valueOf(cable.core, 'area'), valueOf(axis.driver.currentLimit, 'current')];
    if (area === null || limit === null) return null;
    const [carried, most] = [rmsFromPeak(limit), BUNDLED * wireCurrentMost(area)];
    return carried > most
      ? {
          severity: 'stop',
          sentence: `${say(carried, 'current')} run through cores of ${say(area, 'area')}, which are good for ${say(most, 'current')} in a cable.`,
          remedies: [advice('Take a cable of thicker cores, or two cores for each lead.')],
          field: HOOKUP_LABELS.cable,
        }
      : null;
  }),
  axisRule('cores-few', (axis, { cable }) => {
    const wanted = coresWanted(axis);
    return cable.cores !== null && cable.cores < wanted
      ? {
          severity: 'stop',
          sentence: `its motor cable has ${cable.cores} cores; this motor is wired with ${wanted}.`,
          remedies: [advice('Take a cable with a core for every lead that is wired.')],
          field: HOOKUP_LABELS.cable,
        }
      : null;
  }),
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
