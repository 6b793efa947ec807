import { backlashTotal, loadLag, speedMargin, stepsPerMotorTurn, travelPerMotorTurn } from '../drive-line/index.js';
import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import { motionOf, type Axis } from '../machine/index.js';
import { askedOf, isGuessed, readQuantity, valueOf } from '../shape/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { axisInput, begun, guess, letterOf, notReckoned, plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.loop });
const FULL_TURN = 2 * Math.PI;
/** A stepper that is overrun falls by whole electrical cycles. */
const CYCLE = 4;

const steps = ({ motor }: Axis): boolean => motor.specification.type === 'stepper';

/** Whether an axis is worth a loop over an encoder: what each way promises here, and what neither cures. */
export const loop = planner({
  kind: 'loop',
  name: 'Open or closed loop',
  question: 'What does an open drive promise on this axis, what would a closed one, and what does neither cure?',
  caution:
    'After an alarm a closed loop has lost its place: switch it off and on, and home it again before anything moves.',
  applies: (machine) => machine.axes.some(steps),
  misfit: () => null,
  first: (machine) => {
    const encoder = machine.axes.find(steps)?.motor.specification.encoder ?? null;
    return {
      kind: 'loop',
      axis: letterOf(machine, steps),
      lines: encoder && !isGuessed(encoder, 'counts') ? Math.max(1, Math.round(encoder.counts / 4)) : 1000,
      following: begun(encoder?.followingLimit, guess('1.8 °')),
      open: null,
      closed: null,
      watched: 'watched',
      alarm: 'read',
    };
  },
  inputs: (machine, work) => [
    axisInput(machine, work, steps),
    wholeInput(work, 'lines', asked.lines, 'On the motor’s shaft; it counts four times as many.'),
    quantityInput(work, 'following', asked.following, 'How far the shaft may hang behind, of the motor.'),
    quantityInput(work, 'open', asked.open, 'Motor and driver.'),
    quantityInput(work, 'closed', asked.closed, 'Motor with encoder, its driver and its cable.'),
    choiceInput(work, 'watched', 'It works', { watched: 'while somebody watches', alone: 'alone' }),
    choiceInput(work, 'alarm', 'Its alarm', {
      read: 'stops the controller',
      'not read': 'is not connected',
    }),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis, 'any');
    const { reckoner } = axis ?? {};
    const [perMotor, travel] = [
      reckoner?.value(stepsPerMotorTurn) ?? null,
      reckoner?.value(travelPerMotorTurn) ?? null,
    ];
    if (!axis || !reckoner || perMotor === null || travel === null) return unplanned(notReckoned(axis, work.axis));
    const dimension = motionOf(axis.axis.job).travel;
    const way = dimension === 'angle' ? 'angle' : 'length';
    const following = readQuantity(work.following, 'angle').value;
    const microsteps = axis.axis.driver.microsteps;
    const lost = (CYCLE * microsteps * travel) / perMotor;
    const margin = reckoner.value(speedMargin);
    const wanted = axis.axis.job.margin && readQuantity(axis.axis.job.margin, 'ratio').value;
    const counts = 4 * work.lines;
    const kept = (following / FULL_TURN) * travel;
    const lag = reckoner.value(loadLag);
    const [open, closed] = [valueOf(work.open, 'price'), valueOf(work.closed, 'price')];
    const play = reckoner.value(backlashTotal);
    const isAlone = work.watched === 'alone';
    return {
      figures: [
        planFigure(
          {
            name: 'Open: torque margin at speed',
            symbol: '',
            dimension: 'ratio',
            least: wanted,
            working:
              'By the drive line of the design. As long as it is never overrun, an open drive is where it was told to be.',
          },
          margin,
        ),
        planFigure(
          {
            name: 'Open: lost in one slip, at least',
            symbol: '',
            dimension: way,
            working: 'Four full steps, an electrical cycle of the rotor, and whole multiples of it; nobody is told.',
          },
          lost,
        ),
        planFigure(
          {
            name: 'Both: hangs behind under its load',
            symbol: '',
            dimension: way,
            working: 'A rotor pulls only where it stands off its place; a closed loop that only watches does so too.',
          },
          lag,
        ),
        planFigure(
          { name: 'Closed: counts a turn of the motor', symbol: '', dimension: 'count', working: '4 · lines.' },
          counts,
        ),
        planFigure(
          {
            name: 'Closed: one count',
            symbol: '',
            dimension: way,
            working: 'Travel of a turn of the motor over its counts.',
          },
          travel / counts,
        ),
        planFigure(
          {
            name: 'Closed: back in place within ±',
            symbol: '',
            dimension: way,
            working: 'Its following limit; beyond it the drive alarms and lets go.',
          },
          kept,
        ),
        planFigure(
          {
            name: 'Neither: play behind the motor',
            symbol: '',
            dimension: way,
            most: axis.tolerance,
            working: 'An encoder on the motor does not see belt, screw, nut and gears.',
          },
          play,
        ),
        ...(open !== null && closed !== null
          ? [
              planFigure(
                { name: 'Closed costs more by', symbol: '', dimension: 'price', working: 'One less the other.' },
                closed - open,
              ),
            ]
          : []),
      ],
      warnings: [
        ...(following / FULL_TURN >= CYCLE / (perMotor / microsteps) / 2
          ? [
              caution(
                'Half an electrical cycle and more behind, a stepper pulls the wrong way: an alarm that comes later comes too late.',
              ),
            ]
          : []),
        ...(margin !== null && wanted !== null && margin < wanted
          ? [
              caution(
                'The torque margin is short. A closed loop tells that, it does not mend it: it needs the same torque, and alarms instead of losing steps.',
              ),
            ]
          : []),
        ...(isAlone && work.alarm === 'not read'
          ? [
              stop(
                'Alone, with an alarm that is not connected, the job goes on in the wrong place: wire the alarm to the controller first.',
              ),
            ]
          : []),
        caution(verdict(margin, wanted, isAlone)),
        caution(
          'Neither cures a wrong ratio, the screw’s own error, stretch of a belt, or play. Check with an indicator, whichever it is. An encoder’s cable wants its shield, away from the motor’s.',
        ),
      ],
      tables: [
        {
          name: 'What each promises here',
          head: ['', 'Open', 'Closed'],
          rows: [
            ['Overrun once', `at least ${say(lost, way)} off, silently`, `back within ${say(kept, way)}, or an alarm`],
            ['A wrong ratio', 'stays', 'stays'],
            ['Play and the screw’s error', 'stay', 'stay'],
            ['At rest', 'holds with the current at rest', 'holds, and hums while it looks for its place'],
            ['To wire', 'two coils', 'two coils, encoder, alarm'],
          ],
        },
      ],
      drawing: null,
      files: [],
    };
  },
});

/** What speaks for either, in one sentence. */
function verdict(margin: number | null, wanted: number | null, isAlone: boolean): string {
  if (margin === null) return 'What the motor can is not known yet: choose it first, and then ask again.';
  const isRich = wanted === null || margin >= wanted;
  if (isRich && !isAlone)
    return 'With the margin that is there and somebody watching, open is enough here: spend the difference on a better screw or supply.';
  return isRich
    ? 'It works alone: a closed loop is worth its price for the alarm, if the controller reads it.'
    : 'Worth it for heavy axes, threads and what works alone; here more torque or less speed comes first.';
}
