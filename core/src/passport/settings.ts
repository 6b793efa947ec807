import { limitInForce, trimmerVoltage, type JudgedAxis, type Say } from '../drive-line/index.js';
import { currentSteps, patternOf, stepFor } from '../driver/index.js';
import { settingsOf } from '../formats/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { countedCurrents, type DriverSpecification } from '../parts/index.js';
import { formatNumber } from '../quantity/index.js';
import { pinRows, type LineState, type WiringPlan } from '../wiring/index.js';
import { heading, table, text, type Block, type Cell, type Section } from './block.js';

const CLOSED = {
  jumpers: { closed: 'jumper in', open: 'jumper out', wire: 'a wire' },
  switches: { closed: 'switch on', open: 'switch off', wire: 'a wire' },
  wires: { closed: 'wired', open: 'left open', wire: 'wired' },
} as const;

/** How the pins of a driver are set for its microsteps; empty where its sheet does not say. */
function jumperWords({ microsteps, specification }: Axis['driver']): string {
  const { microstepTable } = specification;
  const pattern = microstepTable && patternOf(microstepTable, microsteps);
  if (!microstepTable || !pattern) return '';
  return pattern.map(({ name, by }) => `${name} ${CLOSED[microstepTable.set][by]}`).join(', ');
}

function switchWords({ currentSteps: said }: DriverSpecification, limit: number, say: Say): string {
  if (!said) return '';
  const steps = countedCurrents(said);
  const step = stepFor(steps, limit);
  if (step === null) return `no step of its: the least is ${say(currentSteps(steps)[0]?.crest ?? 0, 'current')}`;
  return said.kind === 'switches' ? `switches ${step.setting}` : `number ${step.setting} of ${said.most}`;
}

/** What the meter read at the trimmer, with its day. */
function readAtTrimmer(axis: Axis, states: readonly LineState[]): string {
  const read = states.filter(
    ({ id, axisId, reads }) => id.startsWith('trimmer:') && axisId === axis.id && reads !== '',
  );
  return read.map(({ reads, done }) => (done ? `${reads}, ${done.on}` : reads)).join('; ');
}

function currentRows(
  judged: readonly JudgedAxis[],
  states: readonly LineState[],
  say: Say,
): readonly (readonly (Cell | string)[])[] {
  return judged.map(({ axis, reckoner }) => {
    const [limit, volts] = [reckoner.get(limitInForce), reckoner.get(trimmerVoltage)];
    const value = limit.kind === 'value' ? limit.value : null;
    const how =
      volts.kind === 'value'
        ? `${say(volts.value, 'voltage')} at the trimmer`
        : switchWords(axis.driver.specification, value ?? 0, say);
    return [
      axis.letter,
      value === null
        ? 'not entered'
        : { words: say(value, 'current'), isGuess: limit.kind === 'value' && limit.isAssumed },
      how,
      readAtTrimmer(axis, states),
      axis.driver.microsteps === 1 ? 'full steps' : `1/${axis.driver.microsteps}`,
      jumperWords(axis.driver),
    ];
  });
}

function pinBlocks(machine: Machine, plan: WiringPlan): readonly Block[] {
  const rows = pinRows(machine, plan)
    .filter(({ pin }) => pin !== '')
    .map(({ signal, pin, from, on, clash }): readonly (Cell | string)[] => [
      signal.name,
      pin,
      `${from === 'measured' ? 'found by continuity' : 'as printed'}${on === null ? '' : `, ${on}`}`,
      clash === null ? '' : { words: `also ${clash}`, tone: 'stop' },
    ]);
  return rows.length === 0
    ? [text('No pins entered.', 'quiet')]
    : table([{ words: 'Signal', share: 1 }, { words: 'Pin' }, { words: 'Source' }, { words: 'Clash' }], rows);
}

/** Everything that is set by hand or written into a controller. */
export function settingsSection(
  machine: Machine,
  judged: readonly JudgedAxis[],
  plan: WiringPlan,
  states: readonly LineState[],
  say: Say,
): Section {
  return {
    title: 'Settings',
    isOnItsOwn: true,
    blocks: [
      heading('Current and microsteps'),
      ...table(
        [
          { words: 'Axis' },
          { words: 'Limit, crest', isNumber: true },
          { words: 'Set by', share: 1 },
          { words: 'Measured' },
          { words: 'Microsteps' },
          { words: 'Jumpers or switches', share: 1 },
        ],
        currentRows(judged, states, say),
      ),
      heading('Controller, in millimetres and degrees'),
      ...table(
        [
          { words: 'Axis' },
          { words: 'Setting', share: 1 },
          { words: 'Value', isNumber: true },
          { words: 'Source', share: 1 },
        ],
        settingsOf(machine).map(({ axis, name, value, from }) => [
          axis,
          name.toLowerCase().replaceAll('_', ' '),
          formatNumber(value, { significant: 9 }),
          from,
        ]),
      ),
      heading('Pins of the controller'),
      ...pinBlocks(machine, plan),
    ],
  };
}
