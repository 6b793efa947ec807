import { advice, placeOn } from '../../finding/index.js';
import { COMPUTER } from '../../machine/index.js';
import { railVoltage } from '../../supply-plan/index.js';
import { valueOf } from '../../shape/index.js';
import { HOOKUP_LABELS } from '../labels.js';
import { isFedPastRegulator, logicRailOf, outputLevel } from '../levels.js';
import { axisRule, rewired, type WiringRule } from '../rule.js';

/** What a small linear regulator sheds without a sink (common practice, no source) [W]. */
const HOT = 1;
/** What boards usually take where nobody says more (common practice, no source) [V]. */
const USUAL_MOST = 12;

/** Heat of a linear regulator: P = (V − Vout)·I [W]. */
export const regulatorHeat = (volts: number, out: number, current: number): number => (volts - out) * current;

const onComputer = {
  words: 'Feed the controller by the cable of its computer, if it can be.',
  change: <M extends { readonly wiring: object }>(machine: M): M => ({
    ...machine,
    wiring: { ...machine.wiring, logicRail: COMPUTER },
  }),
};

const regulatorRule: WiringRule = {
  id: 'regulator',
  find: ({ machine, say }) => {
    const rail = logicRailOf(machine);
    const { logic } = machine.controller.specification;
    const volts = rail === null ? null : railVoltage(machine, rail);
    if (!logic || rail === null || volts === null || isFedPastRegulator(machine)) return [];
    const place = placeOn('wiring', { field: 'Controller fed by' });
    const most = valueOf(logic.regulatorMost, 'voltage');
    const remedies = [advice('Feed its logic pin from a switching converter.'), onComputer];
    if (volts > (most ?? USUAL_MOST))
      return [
        {
          id: 'regulator-above',
          severity: most === null ? 'caution' : 'stop',
          place,
          sentence: `${say(volts, 'voltage')} is beyond the controller’s own regulator, ${most === null ? `which on many boards stops at ${say(USUAL_MOST, 'voltage')}` : `which takes ${say(most, 'voltage')}`}.`,
          remedies,
        },
      ];
    const [out, current] = [outputLevel(machine), valueOf(logic.draws, 'current')];
    if (logic.regulator === 'switching' || out === null || current === null) return [];
    const heat = regulatorHeat(volts, Math.max(out, 5), current);
    return heat > HOT
      ? [
          {
            id: 'regulator-heat',
            severity: 'caution',
            place,
            sentence: `The controller’s linear regulator burns (${say(volts, 'voltage')} − ${say(Math.max(out, 5), 'voltage')}) × ${say(current, 'current')} = ${say(heat, 'power')}; without a sink about ${say(HOT, 'power')} is what it sheds.`,
            remedies,
          },
        ]
      : [];
  },
};

export const REGULATOR_RULES: readonly WiringRule[] = [
  regulatorRule,
  axisRule('bridge-jumper', (axis, { regulatorJumper }, { machine, say }) => {
    const most = valueOf(axis.driver.specification.logic?.regulatorMost ?? null, 'voltage');
    const volts = axis.supply === null ? null : railVoltage(machine, axis.supply);
    return most !== null && volts !== null && volts > most && regulatorJumper === 'in'
      ? {
          severity: 'stop',
          sentence: `${say(volts, 'voltage')} goes into the board’s own 5 V regulator, which takes ${say(most, 'voltage')}, because its jumper is in.`,
          remedies: [
            rewired(axis, { regulatorJumper: 'out' }, 'Take the jumper out, and feed its 5 V from the logic supply.'),
          ],
          field: HOOKUP_LABELS.regulatorJumper,
        }
      : null;
  }),
];
