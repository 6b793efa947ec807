import { choiceInput, columnsOf, rowsInput } from '../form/index.js';
import { EASES, ease, keyframeMoves, keySteps, profileOf, type Keyframe } from '../motion/index.js';
import { formatNumber, type Dimension } from '../quantity/index.js';
import { askedOf, readQuantity, type Quantity } from '../shape/index.js';
import { keyAngle, keyPlace, type WorkOf } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, plannedAxis, slides, turns, type PlannedAxis } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

type Keyed = WorkOf<'keyed'>;
interface Key {
  readonly time: Quantity;
  readonly place: Quantity;
}
/** Times that a show is gone through to see that it comes back. */
const CYCLES = 10_000;

/** Shares of a travel and of a time that a show begins with: there, a rest, and back. */
const BEGUN = [
  [0, 0],
  [0.4, 0.5],
  [0.6, 0.5],
  [1, 0],
] as const;
/** A show goes half of a travel at half of what an axis can. */
const GENTLE = 2;
const [USUAL_WAY, USUAL_TIME] = [{ length: 0.4, angle: Math.PI }, 10] as const;

/** Keys to begin with that an axis keeps up with, in whole tenths of a second. */
function begunKeys(axis: PlannedAxis | null, way: 'length' | 'angle'): readonly Key[] {
  const travel = axis?.travel ?? USUAL_WAY[way];
  const move = travel / 2;
  const { speed, acceleration } = EASES.quintic;
  const time =
    axis?.speed && axis.acceleration
      ? GENTLE * Math.max((speed * move) / axis.speed, Math.sqrt((acceleration * move) / axis.acceleration))
      : 0.4 * USUAL_TIME;
  const whole = Math.ceil(time / 0.4);
  const place = (share: number): string =>
    way === 'angle'
      ? `${Number(((share * travel * 180) / Math.PI).toPrecision(3))} °`
      : `${Number((share * travel * 1000).toPrecision(3))} mm`;
  return BEGUN.map(([at, share]) => ({
    time: guess(`${Number((at * whole).toFixed(1))} s`),
    place: guess(place(share)),
  }));
}

const keysOf = (work: Keyed, isTurning: boolean): readonly Key[] => (isTurning ? work.angles : work.places);

/** How far a show that is gone through many times stands from where it began, in steps: rounded places come back. */
function offAfter(steps: readonly number[]): number {
  let stands = steps[0] ?? 0;
  const moves = steps.slice(1).map((to, index) => to - (steps[index] as number));
  const back = (steps[0] ?? 0) - (steps.at(-1) ?? 0);
  for (let cycle = 0; cycle < CYCLES; cycle += 1) {
    for (const move of moves) stands += move;
    stands += back;
  }
  return stands - (steps[0] ?? 0);
}

/** Places to be at at their times: what the axis has to bear between them, and that it comes back exactly. */
export const keyed = planner({
  kind: 'keyed',
  name: 'Keyed moves',
  question:
    'Can it be at each place at its time, with what speed and acceleration between, and does it come back exactly?',
  caution: 'A keyed show starts by itself: keep hands and cables out of its way, and a switch within reach.',
  misfit: () => null,
  first: (machine) => ({
    kind: 'keyed',
    axis: letterOf(machine, () => true),
    ease: 'quintic',
    controller: 'eases',
    places: begunKeys(plannedAxis(machine, letterOf(machine, slides)), 'length'),
    angles: begunKeys(plannedAxis(machine, letterOf(machine, turns), 'rotary'), 'angle'),
  }),
  inputs: (machine, work) => {
    const isTurning = machine.axes.find(({ letter }) => letter === work.axis)?.job.kind === 'rotary';
    return [
      axisInput(machine, work, () => true),
      isTurning
        ? rowsInput(work, 'angles', 'Keys', {
            columns: columnsOf(askedOf(keyAngle)),
            blank: work.angles.at(-1) ?? { time: guess('0 s'), place: guess('0 °') },
            most: 40,
          })
        : rowsInput(work, 'places', 'Keys', {
            columns: columnsOf(askedOf(keyPlace)),
            blank: work.places.at(-1) ?? { time: guess('0 s'), place: guess('0 mm') },
            most: 40,
          }),
      choiceInput(work, 'ease', 'Between keys', {
        quintic: 'soft: no jump in acceleration',
        cubic: 'plain: a lower top speed, but acceleration jumps at its ends',
      }),
      choiceInput(work, 'controller', 'The controller', {
        eases: 'follows a curve in time',
        stops: 'only goes from stop to stop',
      }),
    ];
  },
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis, 'any');
    if (axis?.perUnit == null || axis.speed === null || axis.acceleration === null)
      return unplanned(notReckoned(axis, work.axis));
    const isTurning = axis.axis.job.kind === 'rotary';
    const dimension: Dimension = isTurning ? 'angle' : 'length';
    const rateIn: Dimension = isTurning ? 'angular-speed' : 'speed';
    const frames: readonly Keyframe[] = keysOf(work, isTurning).map(({ time, place }) => ({
      time: readQuantity(time, 'time').value,
      position: readQuantity(place, dimension).value,
    }));
    const rises = frames.every(({ time }, index) => index === 0 || time > (frames[index - 1] as Keyframe).time);
    if (frames.length < 2 || !rises)
      return unplanned(
        frames.length < 2 ? 'Two keys at least make a move.' : 'Each key has to come later than the one before.',
      );
    const isEased = work.controller === 'eases';
    const moves = keyframeMoves(frames, work.ease);
    const limits = { speed: axis.speed, acceleration: axis.acceleration, jerk: null };
    // From stop to stop a move takes what it takes; a key that comes sooner is missed.
    const least = moves.map(({ distance }) => (distance === 0 ? 0 : profileOf(Math.abs(distance), limits).duration));
    const steps = keySteps(frames, axis.perUnit);
    const speed = Math.max(...moves.map((move) => move.speed));
    const acceleration = Math.max(...moves.map((move) => move.acceleration));
    const late = moves.flatMap((move, index) => ((least[index] as number) > move.time * (1 + 1e-9) ? [index] : []));
    const eased = EASES[work.ease];
    const most = Math.max(...frames.map(({ position }) => Math.abs(position)));
    const half = ease(0.5, work.ease);
    return {
      figures: [
        ...(isEased
          ? [
              planFigure(
                {
                  name: 'Greatest speed',
                  symbol: 'v',
                  dimension: rateIn,
                  most: axis.speed,
                  working: `${formatNumber(eased.speed, { significant: 4 })} · D/T of the hardest move, half way (${formatNumber(half, { significant: 2 })} of it gone).`,
                },
                speed,
              ),
              planFigure(
                {
                  name: 'Greatest acceleration',
                  symbol: 'a',
                  dimension: isTurning ? 'angular-acceleration' : 'acceleration',
                  most: axis.acceleration,
                  working: `${formatNumber(eased.acceleration, { significant: 4 })} · D/T² of the hardest move.`,
                },
                acceleration,
              ),
            ]
          : []),
        planFigure(
          { name: 'The show takes', symbol: 't', dimension: 'time', working: 'From the first key to the last.' },
          (frames.at(-1) as Keyframe).time - (frames[0] as Keyframe).time,
        ),
        planFigure(
          {
            name: 'Its moves alone take at least',
            symbol: '',
            dimension: 'time',
            working: 'Each from rest to rest by the speed and acceleration of the job.',
          },
          least.reduce((sum, time) => sum + time, 0),
        ),
        planFigure(
          {
            name: `Off its first key after ${CYCLES} times`,
            symbol: '',
            dimension: 'count',
            most: 0,
            working:
              'Steps: each key is rounded by itself to a whole step, so coming back to it is exact, as long as no step is lost.',
          },
          offAfter(steps),
        ),
        planFigure(
          {
            name: 'Furthest key',
            symbol: '',
            dimension,
            most: axis.axis.transmission.specification.kind === 'roller' || isTurning ? null : axis.travel,
            working: 'Within the travel that the job says.',
          },
          most,
        ),
      ],
      warnings: [
        ...(isEased && speed > axis.speed * (1 + 1e-9)
          ? [stop(`The hardest move asks for ${say(speed, rateIn)}: give it more time, or less way.`)]
          : []),
        ...(isEased && acceleration > axis.acceleration * (1 + 1e-9)
          ? [stop('The hardest move accelerates more than the job allows: give it more time.')]
          : []),
        ...(!isEased
          ? late.map((index) =>
              stop(
                `Key ${index + 2} is missed: the move to it takes ${say(least[index] as number, 'time')}, not ${say((moves[index] as { time: number }).time, 'time')}.`,
              ),
            )
          : []),
        ...(isEased
          ? []
          : [
              caution(
                'From stop to stop the times are not kept along the way: what has to be in time with music or light wants a controller that eases.',
              ),
            ]),
      ],
      tables: [
        {
          name: 'Keys',
          head: ['Key', 'Time', 'Stands at', 'Steps', 'Greatest speed to it', 'Takes at least'],
          rows: frames.map(({ time, position }, index) => [
            (index + 1).toString(),
            say(time, 'time'),
            say(position, dimension),
            (steps[index] as number).toString(),
            index === 0 || !isEased ? '' : say((moves[index - 1] as { speed: number }).speed, rateIn),
            index === 0 ? '' : say(least[index - 1] as number, 'time'),
          ]),
        },
      ],
      drawing: null,
      files: [],
    };
  },
});
