import type { AxisContext } from './axis-context.js';
import {
  brushedTorque,
  lastHolding,
  pullOut,
  fedStartRate,
  SPEED_END,
  naturalFrequency as naturalFrequencyOf,
} from '../motor/index.js';
import { figure, law, type Figure, type Law, type Reckoner } from '../reckoner/index.js';
import { coilVoltage, driveInputs, pathResistance, torqueConstant } from './electric-figures.js';
import { isBrushed, isConstantVoltage, isStepper } from './axis-kind.js';
import { axisField as field } from './fields.js';
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
import { DQ, speedDimension, accelerationDimension, driveOf, torqueAvailable } from './speed-figures.js';

type C = AxisContext;

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
  name: 'Speed below which the screw is clear of whip',
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
  group: 'Torque and speed',
  compared: 3,
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
  group: 'Torque and speed',
  compared: 4,
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
  group: 'Torque and speed',
  compared: 15,
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

/** Carriage speed of so many full steps per second. */
const carriageSpeed = (fullSteps: number, p: number, travel: number): number => (fullSteps * travel) / (4 * p);

const startLaw = (kind: 'friction' | 'standing', current: 'limit' | 'free', words: string): Law<C> =>
  law({
    formula: `greatest f with ½ J ω² < ${kind === 'friction' ? '[T(1 + cos a) − T_l(π − a)]/p' : '[2T cos a − T_l(π − 2a)]/p'}, a = asin(T_l/T), T the torque at f and at most {torque}; T_l = {load}, J = {inertia}, l_m = {travel}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}`,
    source: `Energy while the field runs ahead, with the torque that the volts give at that rate (standard derivation); ${words}; full steps and an abrupt stop allow less`,
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
  group: 'Torque and speed',
  compared: 6,
  symbol: 'v_s',
  dimension: speedDimension,
  significant: 2,
  law: (context) => leastOf(startTops(context), 'What binds first; full steps and an abrupt stop allow less'),
  applies: isStepper,
});

/** What ends the speed to start at; null while it is not known. */
export function startEnd(reckoner: Reckoner<C>): (Top & { readonly value: number }) | null {
  return endOf(reckoner, startSpeed, startTops(reckoner.context));
}
