import { quantityInput, wholeInput } from '../form/index.js';
import { indexPosition, ringDown, stopTimes } from '../motion/index.js';
import { formatNumber, rationalToNumber } from '../quantity/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, plannedAxis, stepsOfTurn, turns } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.shots });
const FULL_TURN = 2 * Math.PI;
/** Neighbouring pictures of a thing seen all round share a half to two thirds (common practice, no source). */
const OVERLAP_WANTED = 0.5;

/** Pictures taken round a thing: how long they take, and how much neighbours share. */
export const shots = planner({
  kind: 'shots',
  name: 'Pictures all round',
  question: 'How long does a round of pictures take, and do neighbouring pictures share enough?',
  caution: 'The plate starts by itself at each stop: keep fingers and sleeves off it and off what stands on it.',
  misfit: (machine) => (machine.axes.some(turns) ? null : 'Nothing turns here that could carry what is pictured.'),
  first: (machine) => ({
    kind: 'shots',
    axis: letterOf(machine, turns),
    count: 36,
    settle: null,
    frequency: guess('4 Hz'),
    damping: guess('5 %'),
    still: guess('2 %'),
    exposure: guess('0.5 s'),
    field: guess('40 °'),
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, turns),
    wholeInput(work, 'count', asked.count),
    quantityInput(work, 'settle', asked.settle, 'Empty: reckoned from how it rings.'),
    ...(work.settle
      ? []
      : [
          quantityInput(work, 'frequency', asked.frequency, 'Push what stands on it and count the swings in a second.'),
          quantityInput(
            work,
            'damping',
            asked.damping,
            'A swing that halves each time has 11 %, one that keeps 9 in 10 has 1.7 %.',
          ),
          quantityInput(work, 'still', asked.still, 'What may be left of the swing that a stop starts.'),
        ]),
    quantityInput(work, 'exposure', asked.exposure, 'And all else that the camera takes for one.'),
    quantityInput(work, 'field', asked.field, 'Of the circle round the thing.'),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis, 'rotary');
    const turn = axis && stepsOfTurn(axis);
    if (!axis || !turn || axis.speed === null || axis.acceleration === null)
      return unplanned(notReckoned(axis, work.axis));
    const { count } = work;
    const settle =
      valueOf(work.settle, 'time') ??
      ringDown(
        readQuantity(work.frequency, 'frequency').value,
        readQuantity(work.damping, 'ratio').value,
        readQuantity(work.still, 'ratio').value,
      );
    const way = FULL_TURN / count;
    const times = stopTimes({
      count,
      way,
      limits: { speed: axis.speed, acceleration: axis.acceleration, jerk: null },
      settle,
      stay: readQuantity(work.exposure, 'time').value,
    });
    const field = readQuantity(work.field, 'angle').value;
    const overlap = 1 - way / field;
    const whole = rationalToNumber(turn);
    return {
      figures: [
        planFigure(
          { name: 'A round takes', symbol: 't', dimension: 'time', working: 'All stops with their moves.' },
          times.round,
        ),
        planFigure(
          { name: 'One picture takes', symbol: '', dimension: 'time', working: 'Move, rest and exposure.' },
          times.stop,
        ),
        planFigure(
          {
            name: 'The move of it',
            symbol: '',
            dimension: 'time',
            working: 'From rest to rest by the speed and acceleration of the job.',
          },
          times.move,
        ),
        planFigure(
          {
            name: 'The rest of it',
            symbol: '',
            dimension: 'time',
            working: work.settle ? 'As it was said.' : 'ln(1/share)/(ζ · 2π · f₀): a swing rings down.',
          },
          settle,
        ),
        planFigure(
          {
            name: 'Neighbours share',
            symbol: '',
            dimension: 'ratio',
            isShare: true,
            least: OVERLAP_WANTED,
            working: '1 − (360°/N)/field; pictures that are put together want half of it and more (common practice).',
          },
          overlap,
        ),
        planFigure(
          {
            name: 'Pictures for half of it',
            symbol: 'N',
            dimension: 'count',
            working: 'The least whole number of pictures whose neighbours share half.',
          },
          Math.ceil(FULL_TURN / ((1 - OVERLAP_WANTED) * field) - 1e-9),
        ),
      ],
      warnings: [
        ...(overlap <= 0
          ? [
              stop(
                `Each picture takes in ${say(field, 'angle')} and the next is ${say(way, 'angle')} on: something is never seen.`,
              ),
            ]
          : []),
        ...(whole % count > 1e-9
          ? [
              caution(
                `The stops are no whole number of steps apart: each is sent to its own place, never ${formatNumber(Math.round(whole / count), { decimals: 0 })} steps on from the last.`,
              ),
            ]
          : []),
      ],
      tables: [
        {
          name: 'Stops',
          head: ['Picture', 'Steps from 0', 'Angle', 'Taken at'],
          rows: Array.from({ length: count }, (_, index) => {
            const at = Number(indexPosition(index, count, turn));
            return [
              (index + 1).toString(),
              at.toString(),
              `${formatNumber((at / whole) * 360, { decimals: 4 })}°`,
              say(index * times.stop, 'time'),
            ];
          }),
        },
      ],
      drawing: null,
      files: [],
    };
  },
});
