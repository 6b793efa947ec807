import {
  backlashTotal,
  pathBackward,
  pathEfficiency,
  restTorque,
  stepsPerMotorTurn,
  stepsPerOutputTurn,
} from '../drive-line/index.js';
import { quantityInput } from '../form/index.js';
import { STANDARD_GRAVITY } from '../motor/index.js';
import { around, at, circle, line, type Stroke, type View } from '../picture/index.js';
import { formatNumber } from '../quantity/index.js';
import type { Machine } from '../machine/index.js';
import { askedOf, readQuantity, valueOf, type Quantity } from '../shape/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, plannedAxis, turns } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.joint });
/** Angles of the table and of the curve. */
const ROWS = 12;
const CURVE = 72;

/** What weighs on the joint with the arm level [N·m]. */
const levelTorque = (work: WorkOf<'joint'>): number =>
  STANDARD_GRAVITY *
  (readQuantity(work.arm, 'mass').value * readQuantity(work.middle, 'length').value +
    readQuantity(work.payload, 'mass').value * readQuantity(work.reach, 'length').value);

/** Masses to begin with: half in the arm, half on its hook, of what the design says that weighs off the axis. */
function weights(machine: Machine): { readonly arm: Quantity; readonly payload: Quantity } {
  const job = machine.axes.find(turns)?.job;
  const said = job?.kind === 'rotary' ? readQuantity(job.imbalance, 'torque').value : 0;
  const torque = said > 0 ? said : 1;
  const mass = (arm: number): Quantity => guess(`${Number((torque / 2 / STANDARD_GRAVITY / arm).toPrecision(2))} kg`);
  return { arm: mass(0.15), payload: mass(0.3) };
}

/** The angle of the worst torque between two: level if the arm passes through it, at either side; else the nearer end. */
export function worstAngle(from: number, to: number): number {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const level = Math.ceil(low / Math.PI - 1e-12) * Math.PI;
  if (level <= high + 1e-12) return level;
  return Math.abs(Math.cos(low)) > Math.abs(Math.cos(high)) ? low : high;
}

/** The arm at its ends and where it is worst, and round the joint how much it weighs at each angle. */
function drawing(work: WorkOf<'joint'>, from: number, to: number, worst: number): View {
  const reach = readQuantity(work.reach, 'length').value;
  const middle = readQuantity(work.middle, 'length').value;
  const joint = at(0, 0);
  const arm = (ink: Stroke['ink'], angle: number): Stroke => line(ink, joint, around(joint, reach, angle));
  // The further out, the heavier: a circle of half the reach would be level's whole torque.
  const curve = Array.from({ length: CURVE + 1 }, (_, index) => {
    const angle = from + ((to - from) * index) / CURVE;
    return around(joint, (reach / 2) * Math.abs(Math.cos(angle)), angle);
  });
  const tip = around(joint, reach, worst);
  return {
    name: 'From the side',
    strokes: [
      circle('frame', 0, 0, 0.06 * reach),
      line('frame', at(-0.15 * reach, 0.25 * reach), at(0, 0), at(0.15 * reach, 0.25 * reach)),
      arm('rail', from),
      arm('rail', to),
      line('commanded', ...curve),
      arm('moving', worst),
      circle('work', tip.x, tip.y, 0.04 * reach),
      circle('moving', around(joint, middle, worst).x, around(joint, middle, worst).y, 0.02 * reach),
    ],
    measures: [],
    falls: [{ axisId: '', from: tip, to: at(tip.x, tip.y + 0.2 * reach), text: work.payload.text, isGuess: false }],
    traces: [],
  };
}

/** An arm on a joint: what weighs on it at each angle, and whether motor and gearbox bear that. */
export const joint = planner({
  kind: 'joint',
  name: 'Arm on its joint',
  question: 'What weighs on the joint at each angle, do motor and gearbox bear it, and how steady is the hook?',
  caution:
    'An arm falls when the power goes: support it, keep heads and hands out of its swing, and never stand under what it lifts.',
  misfit: (machine) => (machine.axes.some(turns) ? null : 'Nothing turns here that could lift an arm.'),
  first: (machine) => ({
    kind: 'joint',
    axis: letterOf(machine, turns),
    ...weights(machine),
    middle: guess('150 mm'),
    reach: guess('300 mm'),
    from: guess('-20 °'),
    to: guess('70 °'),
    limit: null,
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, turns),
    quantityInput(work, 'arm', asked.arm, 'Weighed without what hangs on it.'),
    quantityInput(work, 'middle', asked.middle, 'Where it balances on a finger.'),
    quantityInput(work, 'payload', asked.payload),
    quantityInput(work, 'reach', asked.reach),
    quantityInput(work, 'from', asked.from, 'From level, upwards; below level it is negative.'),
    quantityInput(work, 'to', asked.to),
    quantityInput(
      work,
      'limit',
      asked.limit,
      'The greatest torque at its output, by its sheet; empty: it is not judged.',
    ),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis, 'rotary');
    const { reckoner } = axis ?? {};
    const [perTurn, perMotor] = [
      reckoner?.value(stepsPerOutputTurn) ?? null,
      reckoner?.value(stepsPerMotorTurn) ?? null,
    ];
    const angle = (key: 'from' | 'to'): number => readQuantity(work[key], 'angle').value;
    const [from, to] = [angle('from'), angle('to')];
    const level = levelTorque(work);
    const worst = worstAngle(from, to);
    const torque = level * Math.abs(Math.cos(worst));
    const ratio = perTurn !== null && perMotor !== null ? perTurn / perMotor : null;
    const forward = reckoner?.value(pathEfficiency) ?? null;
    const backward = reckoner?.value(pathBackward) ?? null;
    const holding = reckoner?.value(restTorque) ?? null;
    // At rest the losses help to hold; nothing is relied on where they are only guessed.
    const atMotor = ratio === null ? null : torque / ratio;
    const lifting = ratio === null || forward === null ? null : torque / (ratio * forward);
    const margin = axis?.axis.job.margin ?? null;
    const limit = valueOf(work.limit, 'torque');
    const play = reckoner?.value(backlashTotal) ?? null;
    const reach = readQuantity(work.reach, 'length').value;
    const bears = holding === null || ratio === null || forward === null ? null : holding * ratio * forward;
    const degrees = (value: number): string => `${formatNumber((value * 180) / Math.PI, { decimals: 1 })}°`;
    return {
      figures: [
        planFigure(
          {
            name: `Greatest torque at the joint, at ${degrees(worst)}`,
            symbol: 'T',
            dimension: 'torque',
            most: limit,
            working: 'g · (m_arm · its middle + payload · reach) · cos θ, worst nearest to level.',
          },
          torque,
        ),
        planFigure(
          {
            name: 'Of the motor, to lift it',
            symbol: '',
            dimension: 'torque',
            working: 'Over ratio and efficiency of the whole train, at no acceleration.',
          },
          lifting,
        ),
        planFigure(
          {
            name: 'Of the motor, to hold it',
            symbol: '',
            dimension: 'torque',
            working: 'Over the ratio alone: friction is not relied on.',
          },
          atMotor,
        ),
        planFigure(
          {
            name: 'Motor’s torque at rest over what it lifts',
            symbol: '',
            dimension: 'ratio',
            least: margin && readQuantity(margin, 'ratio').value,
            working: 'With the current in force at rest. At speed a motor has less: see the drive line’s curve.',
          },
          holding !== null && lifting !== null && lifting > 0 ? holding / lifting : null,
        ),
        planFigure(
          {
            name: 'Joint’s torque from the motor',
            symbol: '',
            dimension: 'torque',
            most: limit,
            working: 'Motor at rest · i · η. Near its own limit a gearbox gives less than this, and breaks.',
          },
          bears,
        ),
        planFigure(
          {
            name: 'Ratio from motor to joint',
            symbol: 'i',
            dimension: 'ratio',
            working: 'Of all its gears, by their teeth.',
          },
          ratio,
        ),
        planFigure(
          {
            name: 'Speed of the joint',
            symbol: 'ω',
            dimension: 'angular-speed',
            working: 'As its job asks and its drive line reaches: the motor’s over the ratio.',
          },
          axis?.speed ?? null,
        ),
        planFigure(
          {
            name: 'Play at the hook',
            symbol: '',
            dimension: 'length',
            working: 'Play of the joint times the reach.',
          },
          play === null ? null : play * reach,
        ),
        planFigure(
          {
            name: 'Passes on when it is driven back',
            symbol: '',
            dimension: 'ratio',
            isShare: true,
            working: 'At the most, from the joint to the motor: above 0 % the arm turns the motor when the power goes.',
          },
          backward,
        ),
      ],
      warnings: [
        ...(!axis || ratio === null ? [stop(notReckoned(axis, work.axis))] : []),
        ...(to <= from ? [stop('The highest angle lies below the lowest.')] : []),
        ...(limit !== null && torque > limit
          ? [stop(`The arm alone weighs ${say(torque, 'torque')} on a gearbox that bears ${say(limit, 'torque')}.`)]
          : []),
        ...(limit !== null && torque <= limit && bears !== null && bears > limit
          ? [
              caution(
                `The motor can turn with ${say(bears, 'torque')} where the gearbox bears ${say(limit, 'torque')}: against a stop it strips teeth. Lower the current limit, or keep the arm off its stops.`,
              ),
            ]
          : []),
        ...(backward !== null && backward > 0 && torque > 0
          ? [
              caution(
                'It is driven back: it falls when the power goes, and without current at rest. Support it, or fit a brake.',
              ),
            ]
          : []),
        ...(holding !== null && lifting !== null && lifting > holding
          ? [stop('The motor does not lift it where it is worst: more ratio, more current, or a counterweight.')]
          : []),
      ],
      tables: [
        {
          name: 'Torque through the angle',
          head: ['Angle', 'At the joint', 'Of the motor, to lift'],
          rows: Array.from({ length: ROWS + 1 }, (_, index) => {
            const here = from + ((to - from) * index) / ROWS;
            const weighs = level * Math.abs(Math.cos(here));
            return [
              degrees(here),
              say(weighs, 'torque'),
              ratio === null || forward === null ? 'open' : say(weighs / (ratio * forward), 'torque'),
            ];
          }),
        },
      ],
      drawing: to > from ? drawing(work, from, to, worst) : null,
      files: [],
    };
  },
});
