import {
  baseSpeed,
  brushedTorque,
  constantVoltageCrest,
  constantVoltagePullOut,
  lastHolding,
  naturalFrequency as naturalFrequencyOf,
  pullOut,
  riseTime,
  fedStartRate,
  SPEED_END,
  SQUARE_WAVE_CREST,
  type MotorDrive,
} from '../motor/index.js';
import { figure, law, type Figure, type Law, type Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import {
  coilTime,
  coilVoltage,
  driveInputs,
  pathResistance,
  torqueConstant,
  windingInductance,
  windingTorque,
} from './electric-figures.js';
import { isBrushed, isConstantVoltage, isRegulated, isStepper } from './axis-kind.js';
import { byJob } from './field-kinds.js';
import * as field from './fields.js';
import {
  loadAtMotor,
  loadInertia,
  pathEfficiency,
  rotatingInertia,
  torqueNeeded,
  totalInertia,
} from './load-figures.js';
import { stepsPerUnit, travelPerMotorTurn } from './step-figures.js';
import { bucklingAcceleration, isScrewKnown, whirlLimit } from './structure-figures.js';
import { WHIRL_SHARE } from './limits.js';
import { limitInForce, torqueAtLimit } from './torque-figures.js';

type C = AxisContext;

/** Source of the closed form. */
export const DQ =
  'Two-phase motor in the rotor’s frame within its current and voltage limits (standard derivation); holds for a damped motor';
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

/** A motor with its drive, its crest raised where the first harmonic of a square wave is meant. */
export const driveOf = ({ K, R, L, p, V }: DriveValues, current: number, crest = 1): MotorDrive => ({
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
    source:
      'First-order rise of a coil’s current over the half wave of full steps, back-EMF left out (any circuits textbook)',
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
  nameIn: (context) =>
    isBrushed(context)
      ? 'Current at the speed asked for'
      : isConstantVoltage(context)
        ? 'Current vector at the speed asked for'
        : null,
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
  applies: isRegulated,
  symbol: 't_r',
  dimension: 'time',
  significant: 3,
  law: law({
    formula: '−{tau} · ln(1 − {R} · {limit} / {V})',
    source: 'First-order rise of a coil’s current (any circuits textbook)',
    inputs: { tau: coilTime, R: pathResistance, limit: limitInForce, V: coilVoltage },
    refuse: ({ R, limit, V }) =>
      V <= R * limit ? 'The voltage never drives this current through the coil’s resistance.' : null,
    compute: ({ tau, R, limit, V }) => riseTime(V, R, tau * R, limit),
  }),
});

const baseOfChopper: Law<C> = law({
  formula:
    'ω_b · {travel} / 2π, ω_b the root of (p²L²I² + K²)ω² + 2RIKω + R²I² − V² = 0; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}',
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
const baseOfVoltage: Law<C> = law({
  formula: '0',
  source: 'Constant volts bind from rest',
  inputs: {},
  compute: () => 0,
});

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
    formula: 'least of {most} and K · i_q at {speed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}',
    source: `${DQ}; ${words}; no more than the sheet’s holding torque, beyond which the iron saturates`,
    inputs: { ...driveInputs, limit: limitInForce, speed: motorSpeed, most: windingTorque },
    compute: ({ limit, speed, most, ...values }) =>
      Math.min(most, pullOut(driveOf(values, limit, crest), speed).torque),
  });
const availableOfVoltage = (crest: number, words: string): Law<C> =>
  law({
    formula:
      'least of {most} and K · V/Z − K² · ω · R/Z², ω = {speed}, Z² = R² + (pωL)²; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}',
    source: `${DQ}; ${words}`,
    inputs: { ...driveInputs, speed: motorSpeed, most: windingTorque },
    compute: ({ speed, most, ...values }) =>
      Math.min(most, constantVoltagePullOut(driveOf(values, Infinity, crest), speed)),
  });
const availableOfBrushed: Law<C> = law({
  formula: '{K} · (min({limit}, ({V} − {K} · {speed}) / {R}) − {idle})',
  source: 'Motor with permanent magnets (any electric-machines textbook)',
  inputs: {
    K: torqueConstant,
    R: pathResistance,
    V: coilVoltage,
    limit: limitInForce,
    speed: motorSpeed,
    idle: field.noLoadCurrent,
  },
  compute: ({ K, R, V, limit, speed, idle }) =>
    brushedTorque({ torqueConstant: K, resistance: R, voltage: V, currentLimit: limit, noLoadCurrent: idle }, speed),
});
const SINE = 'the supply’s voltage taken as the crest of a sine, the sine limit';
const SQUARE = 'the bridge switched fully, a fundamental of 4/π of the voltage, the square-wave limit';
const lowLaws = { chopper: availableOfChopper(1, SINE), voltage: availableOfVoltage(1, SINE) };
const highLaws = {
  chopper: availableOfChopper(SQUARE_WAVE_CREST, SQUARE),
  voltage: availableOfVoltage(SQUARE_WAVE_CREST, SQUARE),
};
const pick =
  (laws: typeof lowLaws) =>
  (context: C): Law<C> =>
    isBrushed(context) ? availableOfBrushed : isConstantVoltage(context) ? laws.voltage : laws.chopper;

export const torqueAvailable = figure<C>({
  id: 'torque-available',
  name: 'Torque at the speed asked for, sine limit',
  symbol: 'T_p',
  dimension: 'torque',
  significant: 3,
  law: pick(lowLaws),
});
export const torqueAvailableHigh = figure<C>({
  id: 'torque-available-high',
  name: 'Torque at the speed asked for, square-wave limit',
  symbol: 'T_p+',
  dimension: 'torque',
  significant: 3,
  law: pick(highLaws),
});

export const speedMargin = figure<C>({
  id: 'speed-margin',
  name: 'Torque margin at speed',
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
    inputs: {
      available: torqueAvailable,
      motors: field.motorCount,
      efficiency: pathEfficiency,
      travel: travelPerMotorTurn,
    },
    compute: ({ available, motors, efficiency, travel }) => (available * motors * 2 * Math.PI * efficiency) / travel,
  }),
});

/** Carriage speed of the motor's; where the search came to its own end, the torque has none. */
const endless = (found: number, end: number, travel: number): number =>
  found >= end ? Infinity : (found * travel) / (2 * Math.PI);

const topOfStepper = (current: 'limit' | 'free'): Law<C> =>
  law({
    formula:
      'greatest v with T(v) ≥ {margin} · {needed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}, l_m = {travel}',
    source: DQ,
    isUnbounded: true,
    inputs: {
      ...driveInputs,
      limit: limitInForce,
      margin: field.marginWanted,
      needed: torqueNeeded,
      travel: travelPerMotorTurn,
    },
    compute: ({ limit, margin, needed, travel, ...values }) => {
      const drive = driveOf(values, current === 'free' ? Infinity : limit);
      return endless(
        lastHolding((speed) => pullOut(drive, speed).torque - margin * needed, SPEED_END),
        SPEED_END,
        travel,
      );
    },
  });
const topLaws = { limit: topOfStepper('limit'), free: topOfStepper('free') };
const topOfBrushed: Law<C> = law({
  formula:
    'greatest v with T(v) ≥ {margin} · {needed}; K = {K}, R = {R}, V = {V}, I = {limit}, I_0 = {idle}, l_m = {travel}',
  source: 'Motor with permanent magnets (any electric-machines textbook)',
  isUnbounded: true,
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
    return endless(
      lastHolding((speed) => brushedTorque(motor, speed) - margin * needed, SPEED_END * 10),
      SPEED_END * 10,
      travel,
    );
  },
});

/** Where the torque with its margin ends; iron losses are not in the model. */
export const torqueSpeedTop = figure<C>({
  id: 'torque-speed-top',
  name: 'Speed up to which the torque has the margin wanted',
  symbol: 'v_T',
  dimension: speedDimension,
  significant: 2,
  law: (context) => (isBrushed(context) ? topOfBrushed : topLaws[isConstantVoltage(context) ? 'free' : 'limit']),
});
const pulseSpeedTop = figure<C>({
  id: 'pulse-speed-top',
  name: 'Speed up to which the controller’s pulses reach',
  symbol: 'v_f',
  dimension: speedDimension,
  significant: 3,
  law: law({
    formula: '{rate} / {steps}',
    source: 'Definition',
    inputs: { rate: field.pulseRateMost, steps: stepsPerUnit },
    compute: ({ rate, steps }) => rate / steps,
  }),
  applies: isStepper,
});
const whirlSpeedTop = figure<C>({
  id: 'whirl-speed-top',
  name: 'Speed up to which the screw keeps clear of whip',
  symbol: 'v_80',
  dimension: speedDimension,
  significant: 3,
  law: law({
    formula: '80 % · {whirl}',
    source: 'Common practice, no source',
    inputs: { whirl: whirlLimit },
    compute: ({ whirl }) => WHIRL_SHARE * whirl,
  }),
});
const motorSpeedTop = figure<C>({
  id: 'motor-speed-top',
  name: 'Speed up to which the motor may turn',
  symbol: 'v_ω',
  dimension: speedDimension,
  significant: 3,
  law: law({
    formula: '{most} · {travel} / 2π',
    source: 'As its sheet prints it, else what such motors are seldom run beyond (common practice, no source)',
    inputs: { most: field.motorSpeedMost, travel: travelPerMotorTurn },
    compute: ({ most, travel }) => (most * travel) / (2 * Math.PI),
  }),
});

/** What an axis is not to go beyond, and what that is by. */
interface Top {
  readonly figure: Figure<C>;
  readonly words: string;
}

/**
 * What besides the torque ends the speed of an axis, as far as the design says it; a whip that cannot be reckoned yet
 * is not among them.
 */
function speedTops(context: C): readonly Top[] {
  return [
    ...(field.motorSpeedMost.read(context) === null
      ? []
      : [{ figure: motorSpeedTop, words: 'the motor’s own limit ends it' }]),
    ...(isStepper(context) && field.pulseRateMost.read(context) !== null
      ? [{ figure: pulseSpeedTop, words: 'the controller’s pulses end it' }]
      : []),
    ...(isScrewKnown(context) ? [{ figure: whirlSpeedTop, words: 'the screw’s whip ends it' }] : []),
  ];
}

const leastLaws = new Map<string, Law<C>>();

/** The least of what ends something; one law for each set of ends. */
function leastOf(tops: readonly Top[], source: string, boundless: string | null = null): Law<C> {
  const figures = tops.map((item) => item.figure);
  const key = figures.map((item) => item.id).join();
  const known = leastLaws.get(key);
  if (known) return known;
  const inputs = Object.fromEntries(figures.map((item, index) => [`top${index}`, item]));
  const made: Law<C> = law({
    formula: `least of ${Object.keys(inputs)
      .map((name) => `{${name}}`)
      .join(', ')}`,
    source,
    inputs,
    refuse: (values: Readonly<Record<string, number>>) =>
      Object.values(values).some(Number.isFinite) ? null : boundless,
    compute: (values: Readonly<Record<string, number>>) => Math.min(...Object.values(values)),
  });
  leastLaws.set(key, made);
  return made;
}

/** Which of several ends a figure comes from; null while it is not known. */
function endOf(
  reckoner: Reckoner<C>,
  figure: Figure<C>,
  tops: readonly Top[],
): (Top & { readonly value: number }) | null {
  const value = reckoner.value(figure);
  const found = value === null ? undefined : tops.find((item) => reckoner.value(item.figure) === value);
  return value === null || !found ? null : { ...found, value };
}

const fastestTops = (context: C): readonly Top[] => [
  { figure: torqueSpeedTop, words: 'the torque ends it' },
  ...speedTops(context),
];

/** Highest speed with the margin wanted, whatever ends it. */
export const recommendedSpeed = figure<C>({
  id: 'recommended-speed',
  name: 'Highest speed with the margin wanted',
  symbol: 'v_max',
  dimension: speedDimension,
  significant: 2,
  law: (context) =>
    leastOf(
      fastestTops(context),
      'What binds first; iron losses, which take torque at high speed, are not in the model',
      'The torque has no end in this model: only iron losses, which it leaves out, would end it.',
    ),
});

/** Which of them binds first, and at what speed; null while the highest speed is not known. */
export function speedEnd(reckoner: Reckoner<C>): (Top & { readonly value: number }) | null {
  return endOf(reckoner, recommendedSpeed, fastestTops(reckoner.context));
}

const torqueAccelerationTop = figure<C>({
  id: 'torque-acceleration-top',
  name: 'Acceleration up to which the torque has the margin wanted, at the speed asked for',
  symbol: 'a_T',
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
    refuse: ({ available, margin, load }) =>
      available / margin <= load ? 'Nothing is left to accelerate with at this speed.' : null,
    compute: ({ available, margin, load, rotating, inertia, efficiency, travel }) =>
      ((available / margin - load) / (rotating + inertia / efficiency)) * (travel / (2 * Math.PI)),
  }),
});

function accelerationTops(context: C): readonly Top[] {
  const isPushed = isScrewKnown(context) && context.axis.job.kind === 'linear' && context.axis.carriage.mass !== null;
  return [
    { figure: torqueAccelerationTop, words: 'the torque ends it' },
    ...(isPushed ? [{ figure: bucklingAcceleration, words: 'the screw’s buckling ends it' }] : []),
  ];
}

/** Highest acceleration with the margin wanted, whatever ends it. */
export const recommendedAcceleration = figure<C>({
  id: 'recommended-acceleration',
  name: 'Highest acceleration with the margin wanted, at the speed asked for',
  symbol: 'a_max',
  dimension: accelerationDimension,
  significant: 2,
  law: (context) => leastOf(accelerationTops(context), 'What binds first'),
});

/** What ends the acceleration of an axis first; null while it is not known. */
export function accelerationEnd(reckoner: Reckoner<C>): (Top & { readonly value: number }) | null {
  return endOf(reckoner, recommendedAcceleration, accelerationTops(reckoner.context));
}

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
  applies: isStepper,
});

/** Carriage speed of so many full steps a second. */
const carriageSpeed = (fullSteps: number, p: number, travel: number): number => (fullSteps * travel) / (4 * p);

const startLaw = (kind: 'friction' | 'standing', current: 'limit' | 'free', words: string): Law<C> =>
  law({
    formula: `greatest f with ½ J ω² < ${kind === 'friction' ? '[T(1 + cos a) − T_l(π − a)]/p' : '[2T cos a − T_l(π − 2a)]/p'}, a = asin(T_l/T), T the torque at f and at most {torque}; T_l = {load}, J = {inertia}, l_m = {travel}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}`,
    source: `Energy while the field runs ahead, with the torque that the volts give at that rate (standard derivation); ${words}; full steps and an abrupt stop bear less`,
    inputs: {
      ...driveInputs,
      limit: limitInForce,
      torque: torqueAtLimit,
      load: loadAtMotor,
      inertia: totalInertia,
      travel: travelPerMotorTurn,
    },
    compute: ({ torque, load, inertia, travel, limit, ...values }) =>
      carriageSpeed(
        fedStartRate(driveOf(values, current === 'free' ? Infinity : limit), torque, inertia, load, kind),
        values.p,
        travel,
      ),
  });
const startLaws = {
  friction: {
    limit: startLaw('friction', 'limit', 'the load only opposes'),
    free: startLaw('friction', 'free', 'the load only opposes'),
  },
  standing: {
    limit: startLaw('standing', 'limit', 'a weight hangs on it'),
    free: startLaw('standing', 'free', 'a weight hangs on it'),
  },
};

const torqueStartTop = figure<C>({
  id: 'torque-start-top',
  name: 'Speed up to which the torque starts it without a ramp',
  symbol: 'v_sT',
  dimension: speedDimension,
  significant: 2,
  law: (context) => {
    const isInclined = context.axis.job.kind === 'linear' && (field.incline.read(context)?.value ?? 0) !== 0;
    return startLaws[isInclined ? 'standing' : 'friction'][isConstantVoltage(context) ? 'free' : 'limit'];
  },
  applies: isStepper,
});

const startTops = (context: C): readonly Top[] => [
  { figure: torqueStartTop, words: 'the torque ends it' },
  ...speedTops(context),
];

export const startSpeed = figure<C>({
  id: 'start-speed',
  name: 'Speed to start at without a ramp',
  symbol: 'v_s',
  dimension: speedDimension,
  significant: 2,
  law: (context) => leastOf(startTops(context), 'What binds first; full steps and an abrupt stop bear less'),
  applies: isStepper,
});

/** What ends the speed to start at; null while it is not known. */
export function startEnd(reckoner: Reckoner<C>): (Top & { readonly value: number }) | null {
  return endOf(reckoner, startSpeed, startTops(reckoner.context));
}
