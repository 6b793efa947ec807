import { figure, law, type Figure, type Law, type Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { driveInputs } from './electric-figures.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { isStepper as hasSteps } from './axis-kind.js';
import { guideFriction, steadyLoad } from './load-figures.js';
import { lineStiffness } from './structure-figures.js';
import { stepSize, travelPerMotorTurn, travelPerTurn } from './step-figures.js';
import { loadLag, torqueAtLimit } from './torque-figures.js';

type C = AxisContext;

/** Resolution is not accuracy: what a position is out by, part by part, each either way of where it should be. */
const dimension = byJob('length', 'angle');
const part = (id: string, name: string, symbol: string, made: Law<C> | ((context: C) => Law<C>)): Figure<C> =>
  figure<C>({ id, name, symbol, dimension, significant: 2, law: made });

export const roundingError = part(
  'error-rounding',
  'Rounding to a notch',
  'e_q',
  law({
    formula: '{step} / 2',
    source: 'A position falls at most half a microstep beside a notch',
    inputs: { step: stepSize },
    compute: ({ step }) => step / 2,
  }),
);

export const motorStepError = part(
  'error-motor',
  'Motor’s own step error',
  'e_m',
  law({
    formula: '{error} · {travel} / (4 · {p})',
    source: 'Part of a full step, not adding up from step to step (data sheets)',
    inputs: { error: field.stepError, travel: travelPerMotorTurn, p: driveInputs.p },
    compute: ({ error, travel, p }) => (error * travel) / (4 * p),
  }),
);

/** Guides and microsteps: with 5 % of friction, 1/256 steps move nothing for the first eight. */
export const frictionError = part(
  'error-friction',
  'Microsteps lost in friction',
  'e_f',
  law({
    formula: 'asin({friction} / {hold}) · {travel} / (2π · {p})',
    source: 'The rotor winds up until its torque exceeds the friction (sinusoidal torque curve, standard derivation)',
    inputs: {
      friction: figure<C>({
        id: 'friction-at-motor',
        name: 'Friction of the guides at the motor',
        symbol: 'T_ff',
        dimension: 'torque',
        law: law({
          formula: '{friction} · {travel} / (2π · {motors})',
          source: 'Work for one motor turn, losses of the line left out',
          inputs: { friction: guideFriction, travel: travelPerMotorTurn, motors: field.motorCount },
          compute: ({ friction, travel, motors }) => (friction * travel) / (2 * Math.PI * motors),
        }),
      }),
      hold: torqueAtLimit,
      travel: travelPerMotorTurn,
      p: driveInputs.p,
    },
    refuse: ({ friction, hold }) => (friction > hold ? 'The friction is greater than the holding torque.' : null),
    compute: ({ friction, hold, travel, p }) => (Math.asin(friction / hold) * travel) / (2 * Math.PI * p),
  }),
);

export const lagError = part(
  'error-lag',
  'Load pushing it off the notch',
  'e_a',
  law({
    formula: '{lag}',
    source: 'Load angle of the motor under the whole load',
    inputs: { lag: loadLag },
    compute: ({ lag }) => lag,
  }),
);

const playOfStages: Law<C> = law({
  formula: '{stages} · {travel} / 2π',
  source: 'Play of the last shaft as travel',
  inputs: { stages: field.stagesBacklash, travel: travelPerTurn },
  compute: ({ stages, travel }) => (stages * travel) / (2 * Math.PI),
});
const playOfTransmission: Law<C> = law({
  formula: '{said}',
  source: 'As said',
  inputs: { said: field.faultBacklash },
  compute: ({ said }) => said,
});
const playOfBoth: Law<C> = law({
  formula: '{said} + {stages} · {travel} / 2π',
  source: 'Play adds up along the line',
  inputs: { said: field.faultBacklash, stages: field.stagesBacklash, travel: travelPerTurn },
  compute: ({ said, stages, travel }) => said + (stages * travel) / (2 * Math.PI),
});

export const backlashTotal = figure<C>({
  id: 'backlash-total',
  name: 'Lost motion at a reversal',
  group: 'Screw and belt',
  compared: 9,
  symbol: 'B',
  dimension,
  significant: 2,
  law: (context) => {
    const hasStages = field.stagesBacklash.read(context) !== null;
    if (!hasStages) return playOfTransmission;
    return context.axis.faults.backlash === null ? playOfStages : playOfBoth;
  },
});

export const backlashError = part(
  'error-backlash',
  'Backlash, half each way',
  'e_b',
  law({
    formula: '{play} / 2',
    source: 'The carriage stands at one side of its play or the other',
    inputs: { play: backlashTotal },
    compute: ({ play }) => play / 2,
  }),
);

export const pitchError = part(
  'error-lead',
  'Lead or pitch error',
  'e_l',
  law({
    formula: '{said}',
    source: 'As said for screw, belt or rack',
    inputs: { said: field.leadError },
    compute: ({ said }) => said,
  }),
);

export const stretchError = part(
  'error-stretch',
  'Compliance of screw or belt',
  'e_s',
  law({
    formula: '{force} / {stiffness}',
    source: 'Hooke’s law',
    inputs: { force: steadyLoad, stiffness: lineStiffness },
    compute: ({ force, stiffness }) => force / stiffness,
  }),
);

export const warmthError = part(
  'error-warmth',
  'Thermal growth',
  'e_w',
  law({
    formula: '{expansion} · {warming} · {travel}',
    source: 'Linear thermal expansion over the whole travel',
    inputs: { expansion: field.expansion, warming: field.warming, travel: field.travel },
    compute: ({ expansion, warming, travel }) => expansion * warming * travel,
  }),
);

/** The parts in the order in which the ruler stacks them. */
export const ERROR_PARTS: readonly Figure<C>[] = [
  roundingError,
  motorStepError,
  frictionError,
  lagError,
  backlashError,
  pitchError,
  stretchError,
  warmthError,
];

/** The parts that a design says enough for; only these are added up. */
export function knownErrorParts(context: C): readonly Figure<C>[] {
  const { axis } = context;
  const { transmission, faults } = axis;
  const kind = transmission.specification;
  const hasStiffness =
    (kind.kind === 'belt' && kind.loop !== null && kind.tensileStiffness !== null) ||
    (kind.kind === 'screw' &&
      kind.diameter !== null &&
      kind.length !== null &&
      (kind.form !== 'ball' || kind.ballDiameter !== null));
  const isStepper = hasSteps(context);
  const needed = new Map<Figure<C>, boolean>([
    [motorStepError, isStepper],
    [frictionError, isStepper],
    [lagError, isStepper],
    [backlashError, faults.backlash !== null || field.stagesBacklash.read(context) !== null],
    [pitchError, faults.leadError !== null],
    [stretchError, axis.job.kind === 'linear' && hasStiffness],
    [warmthError, faults.kind === 'linear' && faults.warming !== null],
  ]);
  return ERROR_PARTS.filter((item) => needed.get(item) ?? true);
}

/** What nobody has said of the mechanics, so that the sum is a least: play, lead error, give. */
export function uncountedErrors(context: C): readonly string[] {
  const known = knownErrorParts(context);
  const { transmission, job } = context.axis;
  const canStretch = job.kind === 'linear' && ['screw', 'belt'].includes(transmission.specification.kind);
  return [
    ...(known.includes(backlashError) ? [] : ['backlash']),
    ...(known.includes(pitchError) ? [] : ['lead error']),
    ...(known.includes(stretchError) || !canStretch ? [] : ['stretch']),
  ];
}

const totals = new Map<string, Law<C>>();

function totalLaw(parts: readonly Figure<C>[], school: 'rss' | 'sum'): Law<C> {
  const key = `${school}:${parts.map((item) => item.id).join(',')}`;
  const known = totals.get(key);
  if (known) return known;
  const inputs = Object.fromEntries(parts.map((item, index) => [`part${index}`, item]));
  const names = Object.keys(inputs).map((name) => (school === 'sum' ? `{${name}}` : `{${name}}²`));
  const made: Law<C> = law({
    formula: school === 'sum' ? names.join(' + ') : `√(${names.join(' + ')})`,
    source:
      school === 'sum'
        ? 'Common practice, no source: every part at its worst at once'
        : 'Root of the sum of squares of independent parts (ISO/IEC Guide 98-3, the “GUM”, taking each as a limit of equal kind)',
    inputs,
    compute: (values: Readonly<Record<string, number>>) =>
      school === 'sum'
        ? Object.values(values).reduce((sum, value) => sum + value, 0)
        : Math.sqrt(Object.values(values).reduce((sum, value) => sum + value ** 2, 0)),
  });
  totals.set(key, made);
  return made;
}

export const errorTotal = figure<C>({
  id: 'error-total',
  name: 'Error to be expected, either way',
  compared: 8,
  symbol: 'e',
  dimension,
  significant: 2,
  law: (context) => totalLaw(knownErrorParts(context), context.axis.budgetSchool),
  schools: {
    id: 'budgetSchool',
    question: 'How do the parts add up?',
    options: [
      { id: 'rss', label: 'As independent parts: root of the sum of squares' },
      { id: 'sum', label: 'All at their worst at once: plain sum' },
    ],
    inForce: ({ axis }) => axis.budgetSchool,
    choose: (context, option) => ({
      ...context,
      axis: { ...context.axis, budgetSchool: option === 'sum' ? 'sum' : 'rss' },
    }),
  },
});

/** One part of the budget with its size, for the stacked picture. */
export interface ErrorShare {
  readonly figure: Figure<C>;
  readonly size: number;
}

/** The parts that have a size, in order. */
export function errorShares(reckoner: Reckoner<C>): readonly ErrorShare[] {
  return knownErrorParts(reckoner.context).flatMap((item) => {
    const size = reckoner.value(item);
    return size === null ? [] : [{ figure: item, size }];
  });
}
