import { advice } from '../../finding/index.js';
import { areJoined } from '../plan.js';
import { CONTROLLER_BOX, driverBox, LOGIC_ZERO } from '../build-plan.js';
import { HOOKUP_LABELS } from '../labels.js';
import { axisRule, rewired } from '../rule.js';

export const GROUND_RULES = [
  axisRule('no-logic-ground', (axis, _hookup, { plan }) => {
    const driver = plan.boxes.find(({ id }) => id === driverBox(axis));
    const hasLogicGround = driver?.terminals.some(({ id }) => id === LOGIC_ZERO);
    if (!hasLogicGround || areJoined(plan, [driverBox(axis), LOGIC_ZERO], [CONTROLLER_BOX, '0 V'])) return null;
    return {
      severity: 'stop',
      sentence:
        'its driver’s logic ground has no wire to the controller’s ground. Pulses have no way back: the motor steps at random.',
      remedies: [rewired(axis, { ground: 'one-point' }, 'Join both grounds at one point.')],
      field: HOOKUP_LABELS.ground,
    };
  }),
  axisRule('motor-through-signals', (axis, { ground }, { say }) => {
    if (ground !== 'through-signals') return null;
    const current = axis.driver.currentLimit;
    return {
      severity: 'caution',
      sentence: `the motor’s current${current ? `, up to ${current.text},` : ''} comes back through the ground of the signals. Its drop lifts the logic: at ${say(0.1, 'resistance')} of wire each ampere takes ${say(0.1, 'voltage')} from every pulse.`,
      remedies: [
        rewired(axis, { ground: 'one-point' }, 'Give the motor ground a wire of its own to the one point.'),
        advice('Keep that wire short and as thick as the motor supply’s.'),
      ],
      field: HOOKUP_LABELS.ground,
    };
  }),
];
