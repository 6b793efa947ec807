import { isBrushed, axisContext } from '../drive-line/index.js';
import { quantityInput, wholeInput } from '../form/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { coastOf } from '../mechanics/index.js';
import { brushedNoLoadSpeed, brushedTorque, gainsFor, loopLimits, runLoop, type LoopedMotor } from '../motor/index.js';
import { formatNumber } from '../quantity/index.js';
import { askedOf, readQuantity, valueOf, type Quantity } from '../shape/index.js';
import { WORK_FIELDS, type WorkOf } from '../work/index.js';
import { axisInput, begun, guess, letterOf } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.brushed });
/** A speed that stays within so much of what is wanted has settled. */
const SETTLED = 0.02;
const GRAM_CM2 = 1e-7;
/** Mechanical time constants that a run of the loop is looked at for, and rows of its table. */
const LOOKED_AT = 6;
const ROWS = 12;
/** Periods that are stepped through at most: a loop that reads a slow motor too often is only begun. */
const PERIODS_MOST = 4000;

const brushedAxis =
  (machine: Machine) =>
  ({ id }: Axis): boolean => {
    const context = axisContext(machine, id);
    return context !== null && isBrushed(context);
  };

/** Rotor and what it carries, as felt at the motor, as far as the design says; a small rotor's where it says nothing. */
function feltInertia(axis: Axis | undefined): Quantity {
  const motor = axis?.motor.specification;
  const ratio = valueOf(motor?.gearhead?.nominal ?? null, 'ratio') ?? 1;
  const rotor = valueOf(motor?.rotorInertia ?? null, 'inertia') ?? 0;
  const carried = valueOf(axis?.carriage.inertia ?? null, 'inertia') ?? 0;
  const felt = (rotor + carried / ratio ** 2) / GRAM_CM2;
  return guess(`${felt > 0 ? Number(felt.toPrecision(3)) : 2} g·cm²`);
}

/** The motor as its loop meets it. */
function motorOf(work: WorkOf<'brushed'>): LoopedMotor {
  return {
    torqueConstant: readQuantity(work.constant, 'torque-constant').value,
    resistance: readQuantity(work.resistance, 'resistance').value,
    noLoadCurrent: readQuantity(work.noLoad, 'current').value,
    voltage: readQuantity(work.voltage, 'voltage').value,
    currentLimit: Infinity,
    inductance: readQuantity(work.inductance, 'inductance').value,
    inertia: readQuantity(work.inertia, 'inertia').value,
    load: readQuantity(work.friction, 'torque').value,
  };
}

/** A brushed motor over its encoder: what it can, how its loop is set, and where it comes to rest. */
export const brushed = planner({
  kind: 'brushed',
  name: 'Brushed motor and encoder',
  question: 'Is the motor quick and strong enough, how is its speed loop set, and how far does it coast?',
  caution:
    'A loop set too high swings at full voltage: try it with the load off, a current limit set and a hand on the switch.',
  applies: (machine) => machine.axes.some(brushedAxis(machine)),
  misfit: () => null,
  first: (machine) => {
    const axis = machine.axes.find(brushedAxis(machine));
    const motor = axis?.motor.specification;
    const supply = machine.supplies.find(({ id }) => id === axis?.supply);
    return {
      kind: 'brushed',
      axis: letterOf(machine, brushedAxis(machine)),
      speed: begun(axis?.job.kind === 'rotary' ? axis.job.speed : null, guess('12 rpm')),
      voltage: begun(supply?.specification.voltage, guess('6 V')),
      constant: begun(motor?.torqueConstant, guess('0.01 N·m/A')),
      resistance: begun(motor?.resistance, guess('4 Ω')),
      inductance: begun(motor?.inductance, guess('2 mH')),
      noLoad: begun(motor?.noLoadCurrent, guess('60 mA')),
      ratio: begun(motor?.gearhead?.nominal, guess('50')),
      lines: Math.max(1, Math.round((motor?.encoder?.counts ?? 48) / 4)),
      inertia: feltInertia(axis),
      friction: guess('0.5 mN·m'),
      period: guess('5 ms'),
      turn: guess('90 °'),
    };
  },
  inputs: (machine, work) => [
    axisInput(machine, work, brushedAxis(machine)),
    quantityInput(work, 'speed', asked.speed),
    quantityInput(work, 'voltage', asked.voltage),
    quantityInput(work, 'constant', asked.constant, 'The same number as volts for a radian a second.'),
    quantityInput(work, 'resistance', asked.resistance, 'At the leads, the shaft held still.'),
    quantityInput(work, 'inductance', asked.inductance),
    quantityInput(work, 'noLoad', asked.noLoad, 'Turning free at its voltage.'),
    quantityInput(work, 'ratio', asked.ratio),
    wholeInput(work, 'lines', asked.lines, 'On the motor’s shaft; it counts four times as many.'),
    quantityInput(work, 'inertia', asked.inertia),
    quantityInput(work, 'friction', asked.friction, 'What its no-load current does not say.'),
    quantityInput(work, 'period', asked.period),
    quantityInput(work, 'turn', asked.turn),
  ],
  plan: (machine, work, say) => {
    const motor = motorOf(work);
    const ratio = readQuantity(work.ratio, 'ratio').value;
    const [table, period] = [readQuantity(work.speed, 'angular-speed').value, readQuantity(work.period, 'time').value];
    const speed = table * ratio;
    const drag = motor.load + motor.noLoadCurrent * motor.torqueConstant;
    const most = brushedNoLoadSpeed(motor);
    const torque = brushedTorque(motor, speed);
    const limits = loopLimits(motor, period);
    // A loop quicker than six times the motor itself only meets its supply's end.
    const crossover = Math.min(limits.sound, LOOKED_AT / limits.mechanical);
    const gains = gainsFor(motor, crossover);
    const run = runLoop(motor, gains, {
      target: speed,
      period,
      duration: Math.min(LOOKED_AT * limits.mechanical + 20 * period, PERIODS_MOST * period),
    });
    const overshoot = Math.max(0, Math.max(...run.speeds) / speed - 1);
    const settled = run.speeds.reduce(
      (last, item, index) => (Math.abs(item / speed - 1) > SETTLED ? index + 1 : last),
      0,
    );
    const settles = settled < run.times.length ? (run.times[settled] ?? null) : null;
    const lag = (run.times.at(-1) ?? 0) - run.angle / speed;
    const counts = 4 * work.lines * ratio;
    const coast = coastOf(speed, motor.inertia, drag);
    const shorted = (speed * motor.inertia * motor.resistance) / motor.torqueConstant ** 2;
    const way = readQuantity(work.turn, 'angle').value;
    const tolerance = machine.axes.find(({ letter }) => letter === work.axis)?.job.tolerance ?? null;
    const every = Math.max(1, Math.ceil(run.times.length / ROWS));
    return {
      figures: [
        planFigure(
          {
            name: 'Speed with no load',
            symbol: 'ω₀',
            dimension: 'angular-speed',
            least: table,
            working: '(V − R · I₀)/K over the ratio: the end of its torque-speed line, at the table.',
          },
          most / ratio,
        ),
        planFigure(
          {
            name: 'Torque left at that speed',
            symbol: 'T',
            dimension: 'torque',
            least: motor.load,
            working: 'K · ((V − K · ω)/R − I₀) at the motor, against its friction.',
          },
          torque,
        ),
        planFigure(
          { name: 'Counts a turn of the table', symbol: '', dimension: 'count', working: '4 · lines · ratio.' },
          counts,
        ),
        planFigure(
          {
            name: 'One count',
            symbol: '',
            dimension: 'angle',
            most: tolerance && readQuantity(tolerance, 'angle').value,
            working: 'The finest that the encoder tells of the table; the gear’s play is not in it.',
          },
          (2 * Math.PI) / counts,
        ),
        planFigure(
          { name: 'Mechanical time constant', symbol: 'τ_m', dimension: 'time', working: 'R · J/K².' },
          limits.mechanical,
        ),
        planFigure(
          { name: 'Electrical time constant', symbol: 'τ_e', dimension: 'time', working: 'L/R.' },
          limits.electrical,
        ),
        planFigure(
          {
            name: 'Proportional gain, V for a rad/s',
            symbol: 'K_p',
            dimension: 'ratio',
            most: motor.torqueConstant * limits.mechanical * limits.swings,
            working:
              'K · τ_m · ω_c at the crossover that leaves a phase margin of 60°. At the most the margin 90° − atan(ω_c · τ_e) − ω_c · 1.5 periods is 0: it keeps swinging.',
          },
          gains.proportional,
        ),
        planFigure(
          {
            name: 'Integral gain, V for a radian',
            symbol: 'K_i',
            dimension: 'ratio',
            working: 'K_p/τ_m: its zero lies on the motor’s own time constant.',
          },
          gains.integral,
        ),
        planFigure(
          {
            name: 'Within 2 % of its speed after',
            symbol: '',
            dimension: 'time',
            working: 'By stepping through coil, shaft, friction, supply and loop.',
          },
          settles,
        ),
        planFigure(
          {
            name: 'Overshoots by',
            symbol: '',
            dimension: 'ratio',
            isShare: true,
            working: 'The greatest speed of the same run.',
          },
          overshoot,
        ),
        planFigure(
          {
            name: 'Coasts, leads open',
            symbol: '',
            dimension: 'angle',
            working:
              'ω² · J/2T at the motor over the ratio: only friction brakes it. The gear’s own friction makes it less.',
          },
          Number.isFinite(coast.angle) ? coast.angle / ratio : null,
        ),
        planFigure(
          {
            name: 'Coasts, leads shorted',
            symbol: '',
            dimension: 'angle',
            working:
              'ω · τ_m over the ratio at the most: the motor brakes itself as it did speed up, friction left out.',
          },
          shorted / ratio,
        ),
        planFigure(
          {
            name: `Shorted at, for ${work.turn.text}`,
            symbol: '',
            dimension: 'angle',
            working:
              'The move less what it coasts with its leads shorted; what is left over is measured, and gone slowly.',
          },
          way - shorted / ratio,
        ),
        planFigure(
          {
            name: 'Switched off for it after',
            symbol: '',
            dimension: 'time',
            working: '(move − coast)/speed, and what the same run lags behind its speed while it comes to it.',
          },
          way > shorted / ratio ? (way - shorted / ratio) / table + lag : null,
        ),
      ],
      warnings: [
        ...(torque <= motor.load
          ? [
              stop(
                `At ${say(table, 'angular-speed')} no torque is left over its friction: more voltage, less ratio or a slower table.`,
              ),
            ]
          : []),
        ...(way <= shorted / ratio
          ? [stop('It coasts further than the move: go slower, or let the loop bring it in.')]
          : []),
        ...(period > limits.mechanical / 4
          ? [
              caution(
                `The loop reads only ${formatNumber(limits.mechanical / period, { significant: 2 })} times in a time constant: read it oftener than four times.`,
              ),
            ]
          : []),
        ...(settles === null ? [caution('It has not come to its speed in the time that was looked at.')] : []),
        caution(
          'An exact angle comes from the count where it stands, never from the time: after the stop read the encoder, and bring in what is left.',
        ),
      ],
      tables: [
        {
          name: 'How it comes to its speed',
          head: ['After', 'Speed of the table', 'Of what is wanted'],
          rows: run.times.flatMap((time, index) =>
            index % every === 0
              ? [
                  [
                    say(time, 'time'),
                    say((run.speeds[index] as number) / ratio, 'angular-speed'),
                    `${formatNumber(((run.speeds[index] as number) / speed) * 100, { decimals: 1 })} %`,
                  ],
                ]
              : [],
          ),
        },
      ],
      drawing: null,
      files: [],
    };
  },
});
