import { exactSteps, plannedMoves, plannedReadings, type StepCheckPlan } from '../checks/index.js';
import { travelOfSteps, type AxisContext } from '../drive-line/index.js';
import { motionOf, type Axis } from '../machine/index.js';
import {
  failure,
  inUnit,
  preferredUnit,
  success,
  type Exact,
  type Result,
  type Unit,
  type UnitSystem,
} from '../quantity/index.js';
import { commentWords, isAxisWord, numberWord } from '../program/index.js';
import { Reckoner } from '../reckoner/index.js';
import { readQuantity } from '../shape/index.js';

export interface MoveListOptions {
  /** Word of the axis, e.g. `X`. */
  readonly letter: string;
  readonly stepsPerUnit: Exact;
  /** Unit of the coordinates: millimetres or inches, or degrees for a turning axis. */
  readonly unit: Unit;
  /** Feed in the unit a minute. */
  readonly feed: number;
  /** Travel of the axis in the unit, within which the moves have to stay; null if it is not known. */
  readonly travel: number | null;
  readonly title: string;
}

/** Least decimals, and most that a double coordinate keeps. */
const DECIMALS_LEAST = 4;
const DECIMALS_MOST = 9;

/** Enough decimals for a coordinate to land within a twentieth of a microstep. */
export function coordinateDecimals(stepInUnits: number): number {
  return Math.min(DECIMALS_MOST, Math.max(DECIMALS_LEAST, Math.ceil(-Math.log10(stepInUnits / 10))));
}

/**
 * The moves of a step check as a program: absolute coordinates from a zero set where the indicator is zeroed, a stop at
 * every reading. Only words of NISTIR 6556:2000 (RS274/NGC): G1 G20 G21 G90 G92 G92.1 G94 M0 M2 F.
 * @returns the program, or why the axis has none
 */
export function writeMoveList(plan: StepCheckPlan, options: MoveListOptions): Result<string, string> {
  const { letter, stepsPerUnit, unit, feed } = options;
  if (!isAxisWord(letter))
    return failure(`“${letter}” is not an axis word of standard G-code. Use one of X Y Z A B C U V W.`);
  const coordinate = (steps: number): number => inUnit(travelOfSteps(steps, stepsPerUnit), unit);
  const decimals = coordinateDecimals(Math.abs(coordinate(1)));
  const total = plannedReadings(plan).length;
  const steps = plannedMoves(plan).map(({ to }) => to);
  const [first, last] = [coordinate(Math.min(-plan.takeUp, ...steps)), coordinate(Math.max(...steps))];
  if (options.travel !== null && last - first > options.travel * (1 + 1e-9))
    return failure(
      `These moves take ${numberWord(last - first, 3)} ${unit.symbol} with their take-up; the axis has ${numberWord(options.travel, 3)} ${unit.symbol} of travel. Take nearer targets.`,
    );
  const lines = [
    commentWords(options.title),
    commentWords(
      `${total} readings in ${unit.symbol === '°' ? 'degrees' : unit.symbol}. Begin at the start of its travel. Zero the indicator at the second stop; start again at each stop.`,
    ),
    commentWords('Keep hands clear while it moves and an emergency stop within reach.'),
    ...(unit.symbol === '°' ? [] : [unit.symbol === 'in' ? 'G20' : 'G21']),
    'G90',
    'G94',
    `G92 ${letter}${numberWord(coordinate(-plan.takeUp), decimals)}`,
    `F${numberWord(feed, 3)}`,
    `M0 ${commentWords(`next it moves from ${numberWord(first, 3)} to ${numberWord(last, 3)} at most: clear the way, the indicator too`)}`,
  ];
  let isZeroed = false;
  for (const move of plannedMoves(plan)) {
    if (move.reading && !isZeroed) {
      isZeroed = true;
      lines.push(`M0 ${commentWords('zero the indicator here')}`);
    }
    lines.push(`G1 ${letter}${numberWord(coordinate(move.to), decimals)}`);
    if (move.reading) {
      const { index, target, run, approach, isReturn } = move.reading;
      const what = isReturn ? 'return to zero' : `${target} microsteps, from ${approach === 'up' ? 'below' : 'above'}`;
      lines.push(`M0 ${commentWords(`reading ${index + 1} of ${total}, run ${run}: ${what}`)}`);
    }
  }
  return success([...lines, 'G92.1', 'M2', ''].join('\n'));
}

/** Share of the speed asked for at which a check moves, and the fastest [m/s, rad/s] (common practice, no source). */
const FEED_SHARE = 0.5;
const FASTEST = { linear: 5e-3, rotary: Math.PI / 12 } as const;

/** Half the speed asked for and never fast, in the unit a minute: someone stands beside it with an indicator. */
function checkFeed({ job }: Axis, unit: Unit): number {
  const asked = job.speed && readQuantity(job.speed, motionOf(job).speed).value;
  const speed = asked === null ? FASTEST[job.kind] : Math.min(asked * FEED_SHARE, FASTEST[job.kind]);
  return Math.max(1, Math.round(inUnit(speed * 60, unit)));
}

/**
 * The moves of a step check on its axis as a program, within the axis' travel and slowly; see {@link writeMoveList}.
 * @param title written at its head
 */
export function stepCheckProgram(
  context: AxisContext,
  plan: StepCheckPlan,
  units: UnitSystem,
  title: string,
): Result<string, string> {
  const { axis } = context;
  const { job } = axis;
  const stepsPerUnit = exactSteps(new Reckoner(context));
  if (!stepsPerUnit) return failure('The steps per unit of this axis are not known, so nothing can be commanded.');
  const unit = preferredUnit(motionOf(job).travel, units);
  const travel = job.kind === 'linear' && job.travel ? inUnit(readQuantity(job.travel, 'length').value, unit) : null;
  return writeMoveList(plan, { letter: axis.letter, stepsPerUnit, unit, feed: checkFeed(axis, unit), travel, title });
}
