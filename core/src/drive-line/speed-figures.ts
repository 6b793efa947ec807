import type { AxisContext } from './axis-context.js';
import {
  baseSpeed,
  brushedTorque,
  constantVoltageCrest,
  constantVoltagePullOut,
  pullOut,
  riseTime,
  SQUARE_WAVE_CREST,
  type MotorDrive,
} from '../motor/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import {
  coilTime,
  coilVoltage,
  driveInputs,
  pathResistance,
  torqueConstant,
  windingInductance,
  windingTorque,
} from './electric-figures.js';
import { isBrushed, isConstantVoltage, isRegulated } from './axis-kind.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { pathEfficiency, torqueNeeded } from './load-figures.js';
import { travelPerMotorTurn } from './step-figures.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;

/** Source of the closed form. */
export const DQ =
  'Two-phase motor in the rotor’s frame within its current and voltage limits (standard derivation); holds for a damped motor';
export const speedDimension = byJob('speed', 'angular-speed');
const forceDimension = byJob('force', 'torque');
export const accelerationDimension = byJob('acceleration', 'angular-acceleration');

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
  group: 'Current and heat',
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
  group: 'Current and heat',
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
  group: 'Torque and speed',
  compared: 5,
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
  group: 'Torque and speed',
  symbol: 'T_p',
  dimension: 'torque',
  significant: 3,
  law: pick(lowLaws),
});
export const torqueAvailableHigh = figure<C>({
  id: 'torque-available-high',
  name: 'Torque at the speed asked for, square-wave limit',
  group: 'Torque and speed',
  symbol: 'T_p+',
  dimension: 'torque',
  significant: 3,
  law: pick(highLaws),
});

export const speedMargin = figure<C>({
  id: 'speed-margin',
  name: 'Torque margin at speed',
  group: 'Torque and speed',
  compared: 1,
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
  group: 'Torque and speed',
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
