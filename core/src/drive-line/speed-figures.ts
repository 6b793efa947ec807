import { edgeDelayFor, profileOf, timedRate } from '../motion/index.js';
import {
  baseSpeed,
  brushedTorque,
  constantVoltageCrest,
  constantVoltagePullOut,
  lastHolding,
  naturalFrequency as naturalFrequencyOf,
  pullOut,
  riseTime,
  SPEED_END,
  SQUARE_WAVE_CREST,
  startRate as startRateOf,
  type MotorDrive,
} from '../motor/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { coilTime, coilVoltage, driveInputs, pathResistance, torqueConstant, windingInductance } from './electric-figures.js';
import { byJob } from './field-kinds.js';
import * as field from './fields.js';
import { accelerationInForce, loadAtMotor, loadInertia, pathEfficiency, rotatingInertia, torqueNeeded, totalInertia } from './load-figures.js';
import { pulseRate, travelPerMotorTurn } from './step-figures.js';
import { limitInForce, torqueAtLimit } from './torque-figures.js';

type C = AxisContext;

const DQ = 'Two-phase motor in the rotor’s frame within its current and voltage limits (standard derivation); holds for a damped motor';
const speedDimension = byJob('speed', 'angular-speed');
const forceDimension = byJob('force', 'torque');
const accelerationDimension = byJob('acceleration', 'angular-acceleration');

interface DriveValues {
  readonly K: number;
  readonly R: number;
  readonly L: number;
  readonly p: number;
  readonly V: number;
}

/** A constant-voltage drive has no current limit but the coil's own resistance. */
const isConstantVoltage = ({ axis }: C): boolean => axis.motor.specification.type === 'stepper' && axis.driver.specification.type !== 'chopper';
const isBrushed = ({ axis }: C): boolean => axis.motor.specification.type === 'brushed';

const driveOf = ({ K, R, L, p, V }: DriveValues, current: number, crest = 1): MotorDrive => ({
  torqueConstant: K,
  resistance: R,
  inductance: L,
  teeth: p,
  voltage: V * crest,
  current,
});

export const motorSpeed = figure<C>({
  id: 'motor-speed',
  name: 'Motor speed at the speed asked for',
  symbol: 'ω',
  dimension: 'angular-speed',
  law: law({
    formula: '2π · {speed} / {travel}',
    source: 'Definition',
    inputs: { speed: field.speed, travel: travelPerMotorTurn },
    compute: ({ speed, travel }) => (2 * Math.PI * speed) / travel,
  }),
});

const crestLaw = (kind: 'bridge' | 'unipolar', formula: string): Law<C> =>
  law({
    formula,
    source: 'First-order rise of a coil’s current over the half wave of full steps, back-EMF left out (any circuits textbook)',
    inputs: { V: coilVoltage, R: pathResistance, L: windingInductance, p: driveInputs.p, speed: motorSpeed },
    refuse: ({ speed }) => (speed > 0 ? null : 'It stands still.'),
    compute: ({ V, R, L, p, speed }) => constantVoltageCrest(kind, V, R, L, (speed * 4 * p) / (2 * Math.PI)),
  });
const crestLaws = {
  bridge: crestLaw('bridge', '{V} / {R} · tanh(T / 2τ), T = 2 / f, f = 4 · {p} · {speed} / 2π, τ = {L} / R'),
  unipolar: crestLaw('unipolar', '{V} / {R} · (1 − e^(−T/τ)), T = 2 / f, f = 4 · {p} · {speed} / 2π, τ = {L} / R'),
};
const crestRegulated: Law<C> = law({
  formula: '{limit}',
  source: 'A chopper holds the crest at its limit as long as the volts suffice',
  inputs: { limit: limitInForce },
  compute: ({ limit }) => limit,
});

/** The slower a constant-voltage drive turns, the more current it draws; a chopper holds its limit. */
export const crestAtSpeed = figure<C>({
  id: 'crest-at-speed',
  name: 'Crest of a coil’s current at the speed asked for',
  symbol: 'I_v',
  dimension: 'current',
  significant: 3,
  law: (context) => {
    const { type } = context.axis.driver.specification;
    return !isConstantVoltage(context) || type === 'chopper' ? crestRegulated : crestLaws[type];
  },
});

export const riseToLimit = figure<C>({
  id: 'rise-time',
  name: 'Time for the current to rise to the limit',
  symbol: 't_r',
  dimension: 'time',
  significant: 3,
  law: law({
    formula: '−{tau} · ln(1 − {R} · {limit} / {V})',
    source: 'First-order rise of a coil’s current (any circuits textbook)',
    inputs: { tau: coilTime, R: pathResistance, limit: limitInForce, V: coilVoltage, L: windingInductance },
    refuse: ({ R, limit, V }) => (V <= R * limit ? 'The voltage never drives this current through the coil’s resistance.' : null),
    compute: ({ R, limit, V, L }) => riseTime(V, R, L, limit),
  }),
});

const baseOfChopper: Law<C> = law({
  formula: 'ω_b · {travel} / 2π, ω_b the root of (p²L²I² + K²)ω² + 2RIKω + R²I² − V² = 0; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}',
  source: DQ,
  inputs: { ...driveInputs, limit: limitInForce, travel: travelPerMotorTurn },
  compute: ({ limit, travel, ...values }) => (baseSpeed(driveOf(values, limit)) * travel) / (2 * Math.PI),
});
const baseOfBrushed: Law<C> = law({
  formula: '({V} − {R} · {limit}) / {K} · {travel} / 2π',
  source: 'Motor with permanent magnets: back-EMF in proportion to speed (any electric-machines textbook)',
  inputs: { K: torqueConstant, R: pathResistance, V: coilVoltage, limit: limitInForce, travel: travelPerMotorTurn },
  compute: ({ K, R, V, limit, travel }) => (Math.max(0, V - R * limit) / K) * (travel / (2 * Math.PI)),
});
const baseOfVoltage: Law<C> = law({ formula: '0', source: 'Constant volts bind from rest', inputs: { V: coilVoltage }, compute: () => 0 });

/** Carriage speed up to which the full current flows. */
export const bindingSpeed = figure<C>({
  id: 'binding-speed',
  name: 'Speed from which the volts bind',
  symbol: 'v_b',
  dimension: speedDimension,
  significant: 3,
  law: (context) => (isBrushed(context) ? baseOfBrushed : isConstantVoltage(context) ? baseOfVoltage : baseOfChopper),
});

const availableOfChopper = (crest: number, words: string): Law<C> =>
  law({
    formula: 'K · i_q at {speed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}',
    source: `${DQ}; ${words}`,
    inputs: { ...driveInputs, limit: limitInForce, speed: motorSpeed },
    compute: ({ limit, speed, ...values }) => pullOut(driveOf(values, limit, crest), speed).torque,
  });
const availableOfVoltage = (crest: number, words: string): Law<C> =>
  law({
    formula: 'K · V/Z − K² · ω · R/Z², ω = {speed}, Z² = R² + (pωL)²; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}',
    source: `${DQ}; ${words}`,
    inputs: { ...driveInputs, speed: motorSpeed },
    compute: ({ speed, ...values }) => constantVoltagePullOut(driveOf(values, Infinity, crest), speed),
  });
const availableOfBrushed: Law<C> = law({
  formula: '{K} · (min({limit}, ({V} − {K} · {speed}) / {R}) − {idle})',
  source: 'Motor with permanent magnets (any electric-machines textbook)',
  inputs: { K: torqueConstant, R: pathResistance, V: coilVoltage, limit: limitInForce, speed: motorSpeed, idle: field.noLoadCurrent },
  compute: ({ K, R, V, limit, speed, idle }) => brushedTorque({ torqueConstant: K, resistance: R, voltage: V, currentLimit: limit, noLoadCurrent: idle }, speed),
});
const SINE = 'the supply’s voltage taken as the crest of a sine, the careful edge of the band';
const SQUARE = 'the bridge switched fully, a fundamental of 4/π of the voltage, the hopeful edge of the band';
const lowLaws = { chopper: availableOfChopper(1, SINE), voltage: availableOfVoltage(1, SINE) };
const highLaws = { chopper: availableOfChopper(SQUARE_WAVE_CREST, SQUARE), voltage: availableOfVoltage(SQUARE_WAVE_CREST, SQUARE) };
const pick =
  (laws: typeof lowLaws) =>
  (context: C): Law<C> =>
    isBrushed(context) ? availableOfBrushed : isConstantVoltage(context) ? laws.voltage : laws.chopper;

export const torqueAvailable = figure<C>({
  id: 'torque-available',
  name: 'Torque at the speed asked for, careful',
  symbol: 'T_p',
  dimension: 'torque',
  significant: 3,
  law: pick(lowLaws),
});
export const torqueAvailableHigh = figure<C>({
  id: 'torque-available-high',
  name: 'Torque at the speed asked for, hopeful',
  symbol: 'T_p+',
  dimension: 'torque',
  significant: 3,
  law: pick(highLaws),
});

export const speedMargin = figure<C>({
  id: 'speed-margin',
  name: 'Torque in hand at speed',
  symbol: 'M_v',
  dimension: 'ratio',
  significant: 2,
  law: law({
    formula: '{available} / {needed}',
    source: 'Definition: what the motor gives at the speed asked for, over what load and acceleration take',
    inputs: { available: torqueAvailable, needed: torqueNeeded },
    compute: ({ available, needed }) => available / needed,
  }),
});

/** What the motors can push at the carriage at the speed asked for. */
export const pushAtSpeed = figure<C>({
  id: 'push-at-speed',
  name: 'What the carriage can push at the speed asked for',
  symbol: 'F_p',
  dimension: forceDimension,
  significant: 3,
  law: law({
    formula: '{available} · {motors} · 2π · {efficiency} / {travel}',
    source: 'Work in equals work out over the losses',
    inputs: { available: torqueAvailable, motors: field.motorCount, efficiency: pathEfficiency, travel: travelPerMotorTurn },
    compute: ({ available, motors, efficiency, travel }) => (available * motors * 2 * Math.PI * efficiency) / travel,
  }),
});

const topOfStepper = (current: 'limit' | 'free'): Law<C> =>
  law({
    formula: 'greatest v with T(v) ≥ {margin} · {needed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}, l_m = {travel}',
    source: DQ,
    inputs: { ...driveInputs, limit: limitInForce, margin: field.marginWanted, needed: torqueNeeded, travel: travelPerMotorTurn },
    compute: ({ limit, margin, needed, travel, ...values }) => {
      const drive = driveOf(values, current === 'free' ? Infinity : limit);
      return (lastHolding((speed) => pullOut(drive, speed).torque - margin * needed, SPEED_END) * travel) / (2 * Math.PI);
    },
  });
const topLaws = { limit: topOfStepper('limit'), free: topOfStepper('free') };
const topOfBrushed: Law<C> = law({
  formula: 'greatest v with T(v) ≥ {margin} · {needed}; K = {K}, R = {R}, V = {V}, I = {limit}, I_0 = {idle}, l_m = {travel}',
  source: 'Motor with permanent magnets (any electric-machines textbook)',
  inputs: {
    K: torqueConstant,
    R: pathResistance,
    V: coilVoltage,
    limit: limitInForce,
    idle: field.noLoadCurrent,
    margin: field.marginWanted,
    needed: torqueNeeded,
    travel: travelPerMotorTurn,
  },
  compute: ({ K, R, V, limit, idle, margin, needed, travel }) => {
    const motor = { torqueConstant: K, resistance: R, voltage: V, currentLimit: limit, noLoadCurrent: idle };
    return (lastHolding((speed) => brushedTorque(motor, speed) - margin * needed, SPEED_END * 10) * travel) / (2 * Math.PI);
  },
});

export const recommendedSpeed = figure<C>({
  id: 'recommended-speed',
  name: 'Highest speed with the margin wanted',
  symbol: 'v_max',
  dimension: speedDimension,
  significant: 2,
  law: (context) => (isBrushed(context) ? topOfBrushed : topLaws[isConstantVoltage(context) ? 'free' : 'limit']),
});

export const recommendedAcceleration = figure<C>({
  id: 'recommended-acceleration',
  name: 'Highest acceleration with the margin wanted, at the speed asked for',
  symbol: 'a_max',
  dimension: accelerationDimension,
  significant: 2,
  law: law({
    formula: '({available} / {margin} − {load}) / ({rotating} + {inertia} / {efficiency}) · {travel} / 2π',
    source: 'Newton’s second law with what torque is left',
    inputs: {
      available: torqueAvailable,
      margin: field.marginWanted,
      load: loadAtMotor,
      rotating: rotatingInertia,
      inertia: loadInertia,
      efficiency: pathEfficiency,
      travel: travelPerMotorTurn,
    },
    refuse: ({ available, margin, load }) => (available / margin <= load ? 'Nothing is left to accelerate with at this speed.' : null),
    compute: ({ available, margin, load, rotating, inertia, efficiency, travel }) => ((available / margin - load) / (rotating + inertia / efficiency)) * (travel / (2 * Math.PI)),
  }),
});

export const naturalFrequency = figure<C>({
  id: 'natural-frequency',
  name: 'Natural frequency about a step',
  symbol: 'f_0',
  dimension: 'frequency',
  significant: 3,
  law: law({
    formula: '√({p} · {torque} / {inertia}) / 2π',
    source: 'Small swing about a held step of a sinusoidal torque curve (standard derivation); the load taken as rigid',
    inputs: { p: driveInputs.p, torque: torqueAtLimit, inertia: totalInertia },
    compute: ({ p, torque, inertia }) => naturalFrequencyOf(p, torque, inertia),
  }),
});

/** Carriage speed of so many full steps a second. */
const carriageSpeed = (fullSteps: number, p: number, travel: number): number => (fullSteps * travel) / (4 * p);

const startLaw = (kind: 'friction' | 'standing', words: string): Law<C> =>
  law({
    formula: `½ J ω² < ${kind === 'friction' ? '[T(1 + cos a) − T_l(π − a)]/p' : '[2T cos a − T_l(π − 2a)]/p'}, a = asin(T_l/T); T = {torque}, T_l = {load}, J = {inertia}, p = {p}, l_m = {travel}`,
    source: `Energy while the field runs ahead (standard derivation; microstepped, current following, no abrupt stop); ${words}`,
    inputs: { torque: torqueAtLimit, load: loadAtMotor, inertia: totalInertia, p: driveInputs.p, travel: travelPerMotorTurn },
    compute: ({ torque, load, inertia, p, travel }) => carriageSpeed(startRateOf(p, torque, inertia, load, kind), p, travel),
  });
const startUnderFriction = startLaw('friction', 'the load only opposes');
const startUnderWeight = startLaw('standing', 'a weight hangs on it');

export const startSpeed = figure<C>({
  id: 'start-speed',
  name: 'Speed to start at without a ramp',
  symbol: 'v_s',
  dimension: speedDimension,
  significant: 2,
  law: ({ axis }) => (axis.job.kind === 'linear' && (field.incline.read({ axis } as C)?.value ?? 0) !== 0 ? startUnderWeight : startUnderFriction),
});

const moveTrapezoid: Law<C> = law({
  formula: 't: {travel}/{speed} + {speed}/{acceleration}, or 2·√({travel}/{acceleration}) when short',
  source: 'Trapezoid of speed (standard kinematics)',
  inputs: { travel: field.travel, speed: field.speed, acceleration: accelerationInForce },
  compute: ({ travel, speed, acceleration }) => profileOf(travel, { speed, acceleration, jerk: null }).duration,
});
const moveWithJerk: Law<C> = law({
  formula: 't of the seven stretches over {travel} at {speed}, {acceleration}, {jerk}',
  source: 'Jerk-limited profile (Biagiotti and Melchiorri, Trajectory Planning, ch. 3, from memory)',
  inputs: { travel: field.travel, speed: field.speed, acceleration: accelerationInForce, jerk: field.jerk },
  compute: ({ travel, speed, acceleration, jerk }) => profileOf(travel, { speed, acceleration, jerk }).duration,
});

export const moveDuration = figure<C>({
  id: 'move-duration',
  name: 'Time for the whole travel',
  symbol: 't',
  dimension: 'time',
  significant: 3,
  law: ({ axis }) => (axis.job.jerk ? moveWithJerk : moveTrapezoid),
});

export const rampTravel = figure<C>({
  id: 'ramp-travel',
  name: 'Travel to come up to speed',
  symbol: 's_r',
  dimension: byJob('length', 'angle'),
  significant: 3,
  law: law({
    formula: '{speed}² / (2 · {acceleration})',
    source: 'Standard kinematics, without a jerk limit',
    inputs: { speed: field.speed, acceleration: accelerationInForce },
    compute: ({ speed, acceleration }) => speed ** 2 / (2 * acceleration),
  }),
});

export const edgeDelay = figure<C>({
  id: 'edge-delay',
  name: 'Wait after each edge in a plain loop',
  symbol: 'd',
  dimension: 'time',
  law: law({
    formula: '1 / (2 · {rate})',
    source: 'Two edges make a pulse; what the loop itself takes comes off',
    inputs: { rate: pulseRate },
    compute: ({ rate }) => edgeDelayFor(rate),
  }),
});

const timerLaws = new Map<number, Law<C>>();

/** How far off the timer's nearest rate is. */
export const timerError = figure<C>({
  id: 'timer-error',
  name: 'Error of the speed by the timer’s grain',
  symbol: 'ε_t',
  dimension: 'ratio',
  significant: 2,
  law: ({ machine }) => {
    const { timerBits } = machine.controller.specification;
    const known = timerLaws.get(timerBits);
    if (known) return known;
    const made: Law<C> = law({
      formula: '{clock} / round({clock} / {rate}) / {rate} − 1',
      source: `A timer of ${timerBits} bits counts whole ticks`,
      inputs: { clock: field.timerClock, rate: pulseRate },
      refuse: ({ clock, rate }) => (timedRate(clock, timerBits, rate).overflows ? `Slower than the timer’s ${timerBits} bits can count.` : null),
      compute: ({ clock, rate }) => timedRate(clock, timerBits, rate).error,
    });
    timerLaws.set(timerBits, made);
    return made;
  },
});
