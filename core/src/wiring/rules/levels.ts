import { advice } from '../../finding/index.js';
import { readQuantity, valueOf, quantityOf } from '../../shape/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import {
  DIODE,
  highFrom,
  hookupOf,
  optoCurrent,
  optoMadeFor,
  optoVolts,
  outputLevel,
  seriesResistorFor,
  USUAL_OPTO_CURRENT,
} from '../levels.js';
import { axisRule, rewired } from '../rule.js';

/** Below this an opto input is too slow for fast pulses (common practice, no source) [A]. */
const SLOW = 7e-3;
/** What of a level an output may lack when it is warm and loaded (common practice, no source). */
const OUTPUT_SHARE = 0.9;
/** How far above what it is made for an opto input may be driven. */
const ABOVE = 1.1;

export const LEVEL_RULES = [
  axisRule('level-too-low', (axis, { logicRail }, { machine, say }) => {
    const [level, wanted] = [outputLevel(machine), highFrom(machine, axis)];
    if (level === null || wanted === null || OUTPUT_SHARE * level >= wanted * (1 - 1e-9)) return null;
    const { logicPin } = axis.driver.specification.logic ?? { logicPin: 'no' };
    return {
      severity: level < wanted ? 'stop' : 'caution',
      sentence: `the controller’s outputs give ${say(level, 'voltage')}; the driver takes ${say(wanted, 'voltage')} and more for high. It misses pulses, more when it is warm.`,
      remedies: [
        ...(logicPin === 'yes' && logicRail !== null
          ? [rewired(axis, { logicRail: null }, 'Feed its logic supply pin with the controller’s own logic volts.')]
          : []),
        advice('Put a level shifter between them that is made for pulses.'),
      ],
      field: HOOKUP_LABELS.logicRail,
    };
  }),
  axisRule('opto-current', (axis, _hookup, { machine, say }) => {
    const { logic } = axis.driver.specification;
    const [volts, current] = [optoVolts(machine, axis), optoCurrent(machine, axis)];
    if (logic?.inputs !== 'opto' || volts === null || current === null) return null;
    const needed = valueOf(logic.inputCurrent, 'current') ?? SLOW;
    if (current >= needed * (1 - 1e-9)) return null;
    const { inputResistor } = hookupOf(axis);
    return {
      severity: 'caution',
      sentence: `${say(volts, 'voltage')} drives ${say(current, 'current')} through its opto inputs; ${say(needed, 'current')} is wanted${logic.inputCurrent ? ' by the sheet' : ''}. They answer too slowly for fast pulses.`,
      remedies:
        inputResistor === null
          ? [advice('Drive them with more volts: a buffer or a transistor from the logic supply.')]
          : [rewired(axis, { inputResistor: null }, 'Take the resistor at the inputs out, or a smaller one.')],
      field: HOOKUP_LABELS.inputResistor,
    };
  }),
  axisRule('opto-volts', (axis, { inputResistor }, { machine, say }) => {
    const { logic } = axis.driver.specification;
    const volts = optoVolts(machine, axis);
    if (logic?.inputs !== 'opto' || volts === null) return null;
    const madeFor = optoMadeFor(axis);
    const current = optoCurrent(machine, axis) ?? 0;
    const aimed = valueOf(logic.inputCurrent, 'current') ?? USUAL_OPTO_CURRENT;
    const allowed = inputResistor === null ? volts <= madeFor * ABOVE : current <= 2.5 * aimed;
    if (allowed) return null;
    const fit = seriesResistorFor(volts, aimed, axis);
    const ohms = fit === null ? null : say(fit, 'resistance');
    return {
      severity: 'stop',
      sentence: `its opto inputs are made for ${say(madeFor, 'voltage')}; ${say(volts, 'voltage')} drives ${say(current, 'current')} through them${inputResistor ? ` over ${say(readQuantity(inputResistor, 'resistance').value, 'resistance')}` : ''}. They burn.`,
      remedies:
        fit === null
          ? [advice('Put a resistor in front of each.')]
          : [
              rewired(
                axis,
                { inputResistor: quantityOf(`${fit} Ω`) },
                `Put ${ohms} in front of each: that leaves ${say(aimed, 'current')}.`,
              ),
            ],
      field: HOOKUP_LABELS.inputResistor,
    };
  }),
  axisRule('common-mixed', (axis, { common, logicRail }, { machine, say }) => {
    const { logic } = axis.driver.specification;
    const outputs = machine.controller.specification.logic?.outputs;
    if (logic?.inputs !== 'opto' || outputs === undefined) return null;
    const field = HOOKUP_LABELS.common;
    if (common === 'cathode')
      return outputs === 'open-collector'
        ? {
            severity: 'stop',
            sentence:
              'its inputs share their cathodes, and the controller’s open collectors only pull to ground: nothing lights them.',
            remedies: [rewired(axis, { common: 'anode' }, 'Join the anodes to the logic supply instead.')],
            field,
          }
        : null;
    const [level, anode] = [outputLevel(machine), optoVolts(machine, axis)];
    if (outputs === 'push-pull' && logicRail !== null && level !== null && anode !== null && anode - level > DIODE / 2)
      return {
        severity: 'stop',
        sentence: `its anodes stand on ${say(anode, 'voltage')} and the controller’s high is ${say(level, 'voltage')}: ${say(anode - level, 'voltage')} stay across each input, and it never goes quite dark.`,
        remedies: [rewired(axis, { logicRail: null }, 'Join the anodes to the controller’s own logic volts.')],
        field,
      };
    return outputs === 'push-pull'
      ? {
          severity: 'caution',
          sentence:
            'its inputs share their anodes, so a low output lights them: step, direction and enable work inverted, and the edge that counts is the falling one.',
          remedies: [
            rewired(axis, { common: 'cathode' }, 'Join the cathodes to ground instead.'),
            advice('Or tell the controller that step and enable are active low.'),
          ],
          field,
        }
      : null;
  }),
];
