import { quantityInput, wholeInput } from '../form/index.js';
import { profileOf, timedRate } from '../motion/index.js';
import { rationalToNumber } from '../quantity/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, plannedAxis, stepsOfTurn, turns } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.rotation });
const FULL_TURN = 2 * Math.PI;
const HOUR = 3600;

/** Half of what it can go, and no more than two turns a minute to begin with. */
const usualRate = (speed: number | null): number =>
  speed === null ? 2 : Math.min(2, Number(((speed / FULL_TURN) * 30).toPrecision(2)));

/** A table that turns on and on: how true its rate is, and where it stops. */
export const rotation = planner({
  kind: 'rotation',
  name: 'Turning on and on',
  question: 'How true is the rate, how far does it drift in an hour, and where does a timed stop end?',
  caution:
    'What turns for hours is forgotten: fix what stands on the plate, and keep cables and curtains away from it.',
  misfit: (machine) => (machine.axes.some(turns) ? null : 'Nothing turns here.'),
  first: (machine) => ({
    kind: 'rotation',
    axis: letterOf(machine, turns),
    rate: guess(`${usualRate(plannedAxis(machine, letterOf(machine, turns), 'rotary')?.speed ?? null)} rpm`),
    clock: null,
    bits: machine.controller.specification.timerBits,
    stops: null,
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, turns),
    quantityInput(work, 'rate', asked.rate),
    quantityInput(work, 'clock', asked.clock, 'Empty: what the controller’s sheet says.'),
    wholeInput(work, 'bits', asked.bits),
    quantityInput(work, 'stops', asked.stops, 'Empty: it turns on until it is stopped.'),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis, 'rotary');
    const turn = axis && stepsOfTurn(axis);
    if (!axis || !turn || axis.acceleration === null || axis.speed === null)
      return unplanned(notReckoned(axis, work.axis));
    const whole = rationalToNumber(turn);
    const speed = readQuantity(work.rate, 'spindle-speed').value;
    const pulses = (speed / FULL_TURN) * whole;
    const clock = valueOf(work.clock ?? machine.controller.specification.timerClock, 'frequency');
    const timed = clock === null ? null : timedRate(clock, work.bits, pulses);
    const real = timed && !timed.overflows ? timed.rate : null;
    const runs = valueOf(work.stops, 'time');
    // A timed run speeds up and brakes within its time: what the ramps lack is one of them at full speed.
    const ramp = speed / axis.acceleration;
    const turned =
      runs === null ? null : runs >= 2 * ramp ? speed * (runs - ramp) : (axis.acceleration * runs ** 2) / 4;
    const rated = turned === null || real === null ? null : turned * (real / pulses);
    const brakes = profileOf((speed * speed) / axis.acceleration, {
      speed,
      acceleration: axis.acceleration,
      jerk: null,
    }).duration;
    return {
      figures: [
        planFigure(
          {
            name: 'Pulses a second',
            symbol: 'f',
            dimension: 'frequency',
            working: 'Turns a second times the steps of a turn.',
          },
          pulses,
        ),
        planFigure(
          {
            name: 'Pulses a second that the timer makes',
            symbol: '',
            dimension: 'frequency',
            working:
              clock === null
                ? 'The timer’s clock is not said.'
                : `The clock over ${timed?.ticks ?? 0} ticks: whole ticks are all that a timer counts.`,
          },
          real,
        ),
        planFigure(
          {
            name: 'Drift in an hour',
            symbol: '',
            dimension: 'angle',
            working: 'What the timer’s rate is out, as an angle of the table after an hour; its crystal is not in it.',
          },
          real === null ? null : ((real - pulses) / whole) * FULL_TURN * HOUR,
        ),
        planFigure(
          {
            name: 'Unevenness of slow turning',
            symbol: '',
            dimension: 'angle',
            most: axis.tolerance,
            working: 'One step: it goes on by that much at each pulse. Finer microsteps or a gear make it less.',
          },
          FULL_TURN / whole,
        ),
        planFigure(
          {
            name: 'Speed of the table',
            symbol: 'ω',
            dimension: 'angular-speed',
            most: axis.speed,
            working: 'The most is what the job asks for and the drive line reaches.',
          },
          speed,
        ),
        ...(runs === null
          ? []
          : [
              planFigure(
                {
                  name: 'Turned by the stop',
                  symbol: '',
                  dimension: 'angle',
                  working:
                    runs >= 2 * ramp
                      ? 'Speed · (time − one ramp): it speeds up and brakes within the time.'
                      : 'a · t²/4: the time is too short to come to speed.',
                },
                rated ?? turned,
              ),
              planFigure(
                {
                  name: 'Told to stop before',
                  symbol: '',
                  dimension: 'time',
                  working: 'Half of both ramps: the braking begins so long before it stands.',
                },
                brakes / 2,
              ),
            ]),
      ],
      warnings: [
        ...(timed?.overflows
          ? [
              stop(
                `So slow a rate does not fit the timer’s ${work.bits} bits: it needs ${timed.ticks} ticks. Take finer microsteps, or a controller that counts on.`,
              ),
            ]
          : []),
        ...(speed > axis.speed * (1 + 1e-9)
          ? [
              stop(
                `The table is not that quick: at most ${say(axis.speed, 'angular-speed')} by its job and drive line.`,
              ),
            ]
          : []),
        ...(turn.denominator === 1n
          ? []
          : [
              caution('A turn is no whole number of steps: for whole turns count on from the exact turn, not by time.'),
            ]),
      ],
      tables: [],
      drawing: null,
      files: [],
    };
  },
});
