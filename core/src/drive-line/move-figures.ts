import { edgeDelayFor, profileOf, timedRate } from '../motion/index.js';
import { fieldLag } from '../motor/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { isConstantVoltage, isStepper } from './axis-kind.js';
import { driveInputs } from './electric-figures.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { accelerationInForce, torqueNeeded } from './load-figures.js';
import { DQ, driveOf, motorSpeed } from './speed-figures.js';
import { pulseRate } from './step-figures.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;

const speedDimension = byJob('speed', 'angular-speed');

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
  const inputs = {
    ...given,
    ...(hasJerk ? { jerk: field.jerk } : {}),
    ...(hasStart ? { start: field.startJump } : {}),
    ...(hasBraking ? { braking: field.braking } : {}),
  };
  const b = hasBraking ? '{braking}' : '{acceleration}';
  const start = hasStart ? '{start}' : '0';
  const top =
    hasBraking || hasStart
      ? `least of {speed} and √(${start}² + 2·{travel}·{acceleration}·${b}/({acceleration} + ${b}))`
      : 'least of {speed} and √({travel} · {acceleration})';
  const formulas = {
    duration:
      hasBraking || hasStart
        ? `(v − ${start})/{acceleration} + (v − ${start})/${b} + rest of {travel} at v, v the ${top}`
        : 't: {travel}/{speed} + {speed}/{acceleration}, or 2·√({travel}/{acceleration}) when short',
    speed: top,
  };
  const made: Law<C> = law({
    formula: hasJerk
      ? `${part === 'duration' ? 't' : 'top speed'} of the seven stretches over {travel} at {speed}, {acceleration}, {jerk}`
      : formulas[part],
    source: hasJerk
      ? 'Jerk-limited profile (Biagiotti and Melchiorri, Trajectory Planning, ch. 3)'
      : 'Trapezoid of speed (standard kinematics)',
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
  compared: 7,
  symbol: 't',
  dimension: 'time',
  significant: 3,
  law: (context) => moveLaw(context, 'duration'),
});

/** A short travel is braked before the speed asked for is reached. */
export const topSpeedInTravel = figure<C>({
  id: 'top-speed-in-travel',
  name: 'Top speed that this travel allows',
  group: 'Torque and speed',
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
  group: 'Torque and speed',
  symbol: 'φ',
  dimension: 'angle',
  significant: 2,
  law: law({
    formula:
      'lag of the rotor while it gives {needed} at {speed}; K = {K}, R = {R}, L = {L}, p = {p}, V = {V}, I = {limit}',
    source: `${DQ}; its load angle, and the current’s own lag once the volts bind`,
    inputs: { ...driveInputs, limit: limitInForce, needed: torqueNeeded, speed: motorSpeed },
    refuse: ({ limit, needed, speed, ...values }) =>
      fieldLag(driveOf(values, limit), speed, needed) === null
        ? 'At this speed it does not give the torque needed.'
        : null,
    compute: ({ limit, needed, speed, ...values }) => (fieldLag(driveOf(values, limit), speed, needed) ?? 0) / values.p,
  }),
  applies: (context) => isStepper(context) && !isConstantVoltage(context),
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
  law: ({ controller }) => {
    const { timerBits } = controller.specification;
    const known = timerLaws.get(timerBits);
    if (known) return known;
    const made: Law<C> = law({
      formula: '{clock} / round({clock} / {rate}) / {rate} − 1',
      source: `A timer of ${timerBits} bits counts whole ticks`,
      inputs: { clock: field.timerClock, rate: pulseRate },
      refuse: ({ clock, rate }) =>
        timedRate(clock, timerBits, rate).overflows ? `Slower than the timer’s ${timerBits} bits can count.` : null,
      compute: ({ clock, rate }) => timedRate(clock, timerBits, rate).error,
    });
    timerLaws.set(timerBits, made);
    return made;
  },
});
