import { advice } from '../../finding/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import { axisRule, rewired } from '../rule.js';

export const OPEN_INPUT_RULES = [
  axisRule('enable-floats', (axis, { enable, enablePull }) => {
    const { logic, type } = axis.driver.specification;
    if (type === 'unipolar' || logic?.inputs === 'opto' || enablePull !== 'none') return null;
    if (enable === 'open') {
      if ((logic?.enableOpen ?? 'unknown') !== 'unknown') return null;
      return {
        severity: 'stop',
        sentence: 'its enable input is left open, and nothing is known to pull it: the motor may hold, drop or jerk.',
        remedies: [
          rewired(axis, { enable: 'controller' }, 'Wire it to the controller.'),
          rewired(axis, { enable: 'fixed' }, 'Tie it to the level that drives.'),
        ],
        field: HOOKUP_LABELS.enable,
      };
    }
    if (enable !== 'controller' || logic?.enableOpen !== 'unknown') return null;
    return {
      severity: 'caution',
      sentence: `enable floats until the controller’s program starts: the driver may hold the motor or drop it.`,
      remedies: [
        rewired(
          axis,
          { enablePull: 'frees' },
          `Pull it ${logic.enabledBy === 'low' ? 'up to the logic supply' : 'down to 0 V'} with 10 kΩ, so that the driver starts off.`,
        ),
      ],
      field: HOOKUP_LABELS.enablePull,
    };
  }),
  axisRule('pulses-open', (axis, { pulses }) =>
    pulses === 'open'
      ? {
          severity: 'stop',
          sentence: 'step and direction are left open: they pick up noise, and the motor drifts.',
          remedies: [rewired(axis, { pulses: 'controller' }, 'Wire both to the controller.')],
          field: HOOKUP_LABELS.pulses,
        }
      : null,
  ),
  axisRule('sleep-floats', (axis, { sleepReset }) => {
    const pins = axis.driver.specification.logic?.sleepReset ?? 'none';
    const isHeld =
      pins === 'none' ||
      pins === 'pulled' ||
      sleepReset === 'high' ||
      (sleepReset === 'joined' && pins === 'one-floats');
    if (isHeld) return null;
    return {
      severity: 'stop',
      sentence:
        pins === 'both-float'
          ? `its sleep and reset pins both float${sleepReset === 'joined' ? ', and joining them holds neither' : ''}: the driver sleeps when it likes.`
          : 'one of its sleep and reset pins floats: the driver sleeps when it likes.',
      remedies:
        pins === 'both-float'
          ? [rewired(axis, { sleepReset: 'high' }, 'Tie both to the logic supply.')]
          : [rewired(axis, { sleepReset: 'joined' }, 'Join the two: the one with a pull holds the other.')],
      field: HOOKUP_LABELS.sleepReset,
    };
  }),
  axisRule('enable-inverted', (axis, { enable, enableSent, common }, { machine }) => {
    const { logic, type } = axis.driver.specification;
    if (logic === null || type === 'unipolar' || enable !== 'controller') return null;
    // An opto input over common anodes is lit by a low output.
    const isInverted = logic.inputs === 'opto' && common === 'anode';
    const wanted = (logic.enabledBy === 'low') !== isInverted ? 'low' : 'high';
    if (enableSent === wanted || machine.controller.specification.logic === null) return null;
    return {
      severity: 'stop',
      sentence: `the program sends ${enableSent} to enable, and this driver is enabled by ${wanted}: the motor is free when you think it holds, and holds when you reach in.`,
      remedies: [
        rewired(axis, { enableSent: wanted }, `Set the program to enable by ${wanted}.`),
        advice('Feel the shaft in both states before anything hangs on it.'),
      ],
      field: HOOKUP_LABELS.enableSent,
    };
  }),
];
