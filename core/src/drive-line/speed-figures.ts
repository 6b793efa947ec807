import { edgeDelayFor, profileOf, timedRate } from '../motion/index.js';
import {
  baseSpeed,
  brushedTorque,
  constantVoltageCrest,
  constantVoltagePullOut,
  fieldLag,
  lastHolding,
  naturalFrequency as naturalFrequencyOf,
  pullOut,
  riseTime,
  fedStartRate,
  SPEED_END,
  SQUARE_WAVE_CREST,
  unipolarMeanCurrent,
  type MotorDrive,
} from '../motor/index.js';
import { figure, law, type Figure, type Law, type Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { coilTime, coilVoltage, driveInputs, pathResistance, torqueConstant, windingCurrent, windingInductance, windingResistance, windingTorque } from './electric-figures.js';
import { isBrushed, isConstantVoltage, isRegulated, isStepper } from './axis-kind.js';
import { byJob } from './field-kinds.js';
import * as field from './fields.js';
import { accelerationInForce, loadAtMotor, loadInertia, pathEfficiency, rotatingInertia, torqueNeeded, totalInertia } from './load-figures.js';
import { pulseRate, stepsPerUnit, travelPerMotorTurn } from './step-figures.js';
import { whirlLimit } from './structure-figures.js';
import { WHIRL_SHARE } from './limits.js';
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
  nameIn: (context) => (isBrushed(context) ? 'Current at the speed asked for' : isConstantVoltage(context) ? 'Current vector at the speed asked for' : null),
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
    refuse: ({ R, limit, V }) => (V <= R * limit ? 'The voltage never drives this current through the coil’s resistance.' : null),
    compute: ({ tau, R, limit, V }) => riseTime(V, R, tau * R, limit),
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
const baseOfVoltage: Law<C> = law({ formula: '0', source: 'Constant volts bind from rest', inputs: {}, compute: () => 0 });

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
    compute: ({ limit, speed, most, ...values }) => Math.min(most, pullOut(driveOf(values, limit, crest), speed).torque),
  });
const availableOfVoltage = (crest: number, words: string): Law<C> =>
  law({
    formula: 'least of {most} and K · V/Z − K² · ω · R/Z², ω = {speed}, Z² = R² + (pωL)²; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}',
    source: `${DQ}; ${words}`,
    inputs: { ...driveInputs, speed: motorSpeed, most: windingTorque },
    compute: ({ speed, most, ...values }) => Math.min(most, constantVoltagePullOut(driveOf(values, Infinity, crest), speed)),
  });
const availableOfBrushed: Law<C> = law({
  formula: '{K} · (min({limit}, ({V} − {K} · {speed}) / {R}) − {idle})',
  source: 'Motor with permanent magnets (any electric-machines textbook)',
  inputs: { K: torqueConstant, R: pathResistance, V: coilVoltage, limit: limitInForce, speed: motorSpeed, idle: field.noLoadCurrent },
  compute: ({ K, R, V, limit, speed, idle }) => brushedTorque({ torqueConstant: K, resistance: R, voltage: V, currentLimit: limit, noLoadCurrent: idle }, speed),
});
const SINE = 'the supply’s voltage taken as the crest of a sine, the sine limit';
const SQUARE = 'the bridge switched fully, a fundamental of 4/π of the voltage, the square-wave limit';
const lowLaws = { chopper: availableOfChopper(1, SINE), voltage: availableOfVoltage(1, SINE) };
const highLaws = { chopper: availableOfChopper(SQUARE_WAVE_CREST, SQUARE), voltage: availableOfVoltage(SQUARE_WAVE_CREST, SQUARE) };
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
    inputs: { available: torqueAvailable, motors: field.motorCount, efficiency: pathEfficiency, travel: travelPerMotorTurn },
    compute: ({ available, motors, efficiency, travel }) => (available * motors * 2 * Math.PI * efficiency) / travel,
  }),
});

/** Carriage speed of the motor's; where the search came to its own end, the torque has none. */
const endless = (found: number, end: number, travel: number): number => (found >= end ? Infinity : (found * travel) / (2 * Math.PI));

const topOfStepper = (current: 'limit' | 'free'): Law<C> =>
  law({
    formula: 'greatest v with T(v) ≥ {margin} · {needed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}, l_m = {travel}',
    source: DQ,
    isUnbounded: true,
    inputs: { ...driveInputs, limit: limitInForce, margin: field.marginWanted, needed: torqueNeeded, travel: travelPerMotorTurn },
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
  formula: 'greatest v with T(v) ≥ {margin} · {needed}; K = {K}, R = {R}, V = {V}, I = {limit}, I_0 = {idle}, l_m = {travel}',
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
  law: law({ formula: '{rate} / {steps}', source: 'Definition', inputs: { rate: field.pulseRateMost, steps: stepsPerUnit }, compute: ({ rate, steps }) => rate / steps }),
  applies: isStepper,
});
const whirlSpeedTop = figure<C>({
  id: 'whirl-speed-top',
  name: 'Speed up to which the screw keeps clear of whip',
  symbol: 'v_80',
  dimension: speedDimension,
  significant: 3,
  law: law({ formula: '80 % · {whirl}', source: 'Common practice, no source', inputs: { whirl: whirlLimit }, compute: ({ whirl }) => WHIRL_SHARE * whirl }),
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

/** A speed that an axis is not to go beyond, and what that is by. */
interface SpeedTop {
  readonly figure: Figure<C>;
  readonly words: string;
}

/** What ends the speed of an axis, as far as the design says it; a whip that cannot be reckoned yet is not among them. */
function speedTops(context: C): readonly SpeedTop[] {
  const { specification } = context.axis.transmission;
  const isScrewKnown =
    specification.kind === 'screw' &&
    specification.length !== null &&
    specification.diameter !== null &&
    (specification.form === 'ball' ? specification.ballDiameter !== null : specification.pitch !== null);
  return [
    { figure: torqueSpeedTop, words: 'the torque ends it' },
    ...(field.motorSpeedMost.read(context) === null ? [] : [{ figure: motorSpeedTop, words: 'the motor’s own limit ends it' }]),
    ...(isStepper(context) && field.pulseRateMost.read(context) !== null ? [{ figure: pulseSpeedTop, words: 'the controller’s pulses end it' }] : []),
    ...(isScrewKnown ? [{ figure: whirlSpeedTop, words: 'the screw’s whip ends it' }] : []),
  ];
}

const leastLaws = new Map<string, Law<C>>();

/** Highest speed with the margin wanted, whatever ends it. */
export const recommendedSpeed = figure<C>({
  id: 'recommended-speed',
  name: 'Highest speed with the margin wanted',
  symbol: 'v_max',
  dimension: speedDimension,
  significant: 2,
  law: (context) => {
    const tops = speedTops(context).map((item) => item.figure);
    const key = tops.map((item) => item.id).join();
    const known = leastLaws.get(key);
    if (known) return known;
    const inputs = Object.fromEntries(tops.map((item, index) => [`top${index}`, item]));
    const made: Law<C> = law({
      formula: `least of ${Object.keys(inputs)
        .map((name) => `{${name}}`)
        .join(', ')}`,
      source: 'What binds first; iron losses, which take torque at high speed, are not in the model',
      inputs,
      refuse: (values: Readonly<Record<string, number>>) =>
        Object.values(values).some(Number.isFinite) ? null : 'The torque has no end in this model: only iron losses, which it leaves out, would end it.',
      compute: (values: Readonly<Record<string, number>>) => Math.min(...Object.values(values)),
    });
    leastLaws.set(key, made);
    return made;
  },
});

/** Which of them binds first, and at what speed; null while the highest speed is not known. */
export function speedEnd(reckoner: Reckoner<C>): (SpeedTop & { readonly speed: number }) | null {
  const speed = reckoner.value(recommendedSpeed);
  const found = speed === null ? undefined : speedTops(reckoner.context).find((item) => reckoner.value(item.figure) === speed);
  return speed === null || !found ? null : { ...found, speed };
}

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
  applies: isStepper,
});

/** Carriage speed of so many full steps a second. */
const carriageSpeed = (fullSteps: number, p: number, travel: number): number => (fullSteps * travel) / (4 * p);

const startLaw = (kind: 'friction' | 'standing', current: 'limit' | 'free', words: string): Law<C> =>
  law({
    formula: `greatest f with ½ J ω² < ${kind === 'friction' ? '[T(1 + cos a) − T_l(π − a)]/p' : '[2T cos a − T_l(π − 2a)]/p'}, a = asin(T_l/T), T the torque at f and at most {torque}; T_l = {load}, J = {inertia}, l_m = {travel}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}`,
    source: `Energy while the field runs ahead, with the torque that the volts give at that rate (standard derivation); ${words}; full steps and an abrupt stop bear less`,
    inputs: { ...driveInputs, limit: limitInForce, torque: torqueAtLimit, load: loadAtMotor, inertia: totalInertia, travel: travelPerMotorTurn },
    compute: ({ torque, load, inertia, travel, limit, ...values }) =>
      carriageSpeed(fedStartRate(driveOf(values, current === 'free' ? Infinity : limit), torque, inertia, load, kind), values.p, travel),
  });
const startLaws = {
  friction: { limit: startLaw('friction', 'limit', 'the load only opposes'), free: startLaw('friction', 'free', 'the load only opposes') },
  standing: { limit: startLaw('standing', 'limit', 'a weight hangs on it'), free: startLaw('standing', 'free', 'a weight hangs on it') },
};

export const startSpeed = figure<C>({
  id: 'start-speed',
  name: 'Speed to start at without a ramp',
  symbol: 'v_s',
  dimension: speedDimension,
  significant: 2,
  law: (context) => {
    const isInclined = context.axis.job.kind === 'linear' && (field.incline.read(context)?.value ?? 0) !== 0;
    return startLaws[isInclined ? 'standing' : 'friction'][isConstantVoltage(context) ? 'free' : 'limit'];
  },
  applies: isStepper,
});

/** What a move of a design is made with; a jerk limit leaves braking and start speed out. */
const moveLaws = new Map<string, Law<C>>();

function moveLaw(context: C, part: 'duration' | 'speed'): Law<C> {
  const { jerk, braking, startSpeed } = context.axis.job;
  const [hasJerk, hasStart] = [jerk !== null, jerk === null && startSpeed !== null];
  const hasBraking = jerk === null && braking !== null;
  const key = `${part} ${hasJerk} ${hasStart} ${hasBraking}`;
  const known = moveLaws.get(key);
  if (known) return known;
  const given = { travel: field.travel, speed: field.speed, acceleration: accelerationInForce };
  const inputs = { ...given, ...(hasJerk ? { jerk: field.jerk } : {}), ...(hasStart ? { start: field.startJump } : {}), ...(hasBraking ? { braking: field.braking } : {}) };
  const b = hasBraking ? '{braking}' : '{acceleration}';
  const start = hasStart ? '{start}' : '0';
  const top =
    hasBraking || hasStart ? `least of {speed} and √(${start}² + 2·{travel}·{acceleration}·${b}/({acceleration} + ${b}))` : 'least of {speed} and √({travel} · {acceleration})';
  const formulas = {
    duration:
      hasBraking || hasStart
        ? `(v − ${start})/{acceleration} + (v − ${start})/${b} + rest of {travel} at v, v the ${top}`
        : 't: {travel}/{speed} + {speed}/{acceleration}, or 2·√({travel}/{acceleration}) when short',
    speed: top,
  };
  const made: Law<C> = law({
    formula: hasJerk ? `${part === 'duration' ? 't' : 'top speed'} of the seven stretches over {travel} at {speed}, {acceleration}, {jerk}` : formulas[part],
    source: hasJerk ? 'Jerk-limited profile (Biagiotti and Melchiorri, Trajectory Planning, ch. 3)' : 'Trapezoid of speed (standard kinematics)',
    inputs,
    compute: (values: Readonly<Record<string, number>>) =>
      profileOf(values['travel'] as number, {
        speed: values['speed'] as number,
        acceleration: values['acceleration'] as number,
        jerk: values['jerk'] ?? null,
        start: values['start'] ?? null,
        braking: values['braking'] ?? null,
      })[part],
  });
  moveLaws.set(key, made);
  return made;
}

export const moveDuration = figure<C>({
  id: 'move-duration',
  name: 'Time for the whole travel',
  symbol: 't',
  dimension: 'time',
  significant: 3,
  law: (context) => moveLaw(context, 'duration'),
});

/** A short travel is braked before the speed asked for is reached. */
export const topSpeedInTravel = figure<C>({
  id: 'top-speed-in-travel',
  name: 'Top speed that this travel allows',
  symbol: 'v_top',
  dimension: speedDimension,
  significant: 3,
  law: (context) => moveLaw(context, 'speed'),
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

/** How far the rotor hangs behind its command at speed while it accelerates under load. */
export const followingLag = figure<C>({
  id: 'following-lag',
  name: 'Lag of the rotor behind its command at speed',
  symbol: 'φ',
  dimension: 'angle',
  significant: 2,
  law: law({
    formula: 'lag of the rotor while it gives {needed} at {speed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}',
    source: `${DQ}; its load angle, and the current’s own lag once the volts bind`,
    inputs: { ...driveInputs, limit: limitInForce, needed: torqueNeeded, speed: motorSpeed },
    refuse: ({ limit, needed, speed, ...values }) => (fieldLag(driveOf(values, limit), speed, needed) === null ? 'At this speed it does not give the torque needed.' : null),
    compute: ({ limit, needed, speed, ...values }) => (fieldLag(driveOf(values, limit), speed, needed) ?? 0) / values.p,
  }),
  applies: (context) => isStepper(context) && !isConstantVoltage(context),
});

/** Mean current that a unipolar drive takes for both its phases. */
export const unipolarCurrent = figure<C>({
  id: 'unipolar-current',
  name: 'Mean current of the switch array at the speed asked for',
  symbol: 'I_u',
  dimension: 'current',
  significant: 3,
  law: law({
    formula: '2 · {V}/R · (1 − (τ/T) · (1 − e^(−T/τ))), R = {R}, τ = {L} / R, T = 2 / f, f = 4 · {p} · {speed} / 2π',
    source: 'Mean of the first-order rise over the time that a half coil is on; two half coils are on at a time; back-EMF left out (any circuits textbook)',
    inputs: { V: coilVoltage, R: pathResistance, L: windingInductance, p: driveInputs.p, speed: motorSpeed },
    compute: ({ V, R, L, p, speed }) => 2 * unipolarMeanCurrent(V, R, L, (speed * 4 * p) / (2 * Math.PI)),
  }),
  applies: (context) => isConstantVoltage(context) && context.axis.driver.specification.type === 'unipolar',
});

/** Volts that make a chopped motor lively, by two rules of the trade. */
export const voltsByInductance = figure<C>({
  id: 'volts-by-inductance',
  name: 'Supply voltage by the rule 32·√L',
  symbol: 'V_L',
  dimension: 'voltage',
  significant: 2,
  law: law({
    formula: '32 · √({L} in mH)',
    source: 'Common practice, no source: beyond it a motor runs hot without much more speed',
    inputs: { L: windingInductance },
    compute: ({ L }) => 32 * Math.sqrt(L * 1e3),
  }),
  applies: (context) => isStepper(context) && !isConstantVoltage(context),
});
const voltsByCoil = (id: string, name: string, symbol: string, times: number): Figure<C> =>
  figure<C>({
    id,
    name,
    symbol,
    dimension: 'voltage',
    significant: 2,
    law: law({
      formula: `${times} · {I} · {R}`,
      source: 'Common practice, no source: 4 to 20 times the rated voltage of a coil',
      inputs: { I: windingCurrent, R: windingResistance },
      compute: ({ I, R }) => times * I * R,
    }),
    applies: (context) => isStepper(context) && !isConstantVoltage(context),
  });
export const voltsByCoilLeast = voltsByCoil('volts-by-coil-least', 'Supply voltage, 4 times the coil’s', 'V_4', 4);
export const voltsByCoilMost = voltsByCoil('volts-by-coil-most', 'Supply voltage, 20 times the coil’s', 'V_20', 20);

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
