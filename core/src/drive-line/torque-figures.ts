import { motionOf } from '../machine/index.js';
import type { Dimension } from '../quantity/index.js';
import {
  advisedPeak,
  ammeterReading,
  crestMost,
  currentFromReference,
  peakFromRms,
  referenceFromCurrent,
  rmsFromPeak,
} from '../driver/index.js';
import type { DriverSpecification } from '../parts/index.js';
import { readQuantity } from '../shape/index.js';
import { figure, law, type Figure, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { isBrushed, isConstantVoltage, isRegulated, isStepper } from './axis-kind.js';
import {
  rotorTeeth,
  stallCurrent,
  standstillCrest,
  torqueConstant,
  windingCurrent,
  windingResistance,
  windingTorque,
} from './electric-figures.js';
import { axisField as field } from './fields.js';
import { loadAtMotor } from './load-figures.js';
import { stepsPerMotorTurn, travelPerMotorTurn } from './step-figures.js';

type C = AxisContext;

const PRACTICE = 'Common practice, no source';

const crestSchool: Law<C> = law({
  formula: '{rated}',
  source: `${PRACTICE}: the crest of the sine equals the rated number; 70.7 % of the holding torque, and cooler`,
  inputs: { rated: windingCurrent },
  compute: ({ rated }) => advisedPeak(rated, 'crest'),
});
const rmsSchool: Law<C> = law({
  formula: '√2 · {rated}',
  source: `${PRACTICE}: the RMS value equals the rated number; full holding torque, full heat`,
  inputs: { rated: windingCurrent },
  compute: ({ rated }) => advisedPeak(rated, 'rms'),
});

const brushedAllowed: Law<C> = law({
  formula: '{rated}',
  source: 'A brushed motor carries plain current: its sheet’s continuous current is its limit',
  inputs: { rated: windingCurrent },
  compute: ({ rated }) => rated,
});

export const advisedLimit = figure<C>({
  id: 'advised-limit',
  name: 'Current limit that the motor allows',
  group: 'Current and heat',
  nameIn: (context) =>
    isBrushed(context)
      ? 'Current that the motor allows'
      : isConstantVoltage(context)
        ? 'Current vector that the motor allows'
        : null,
  symbol: 'I_adv',
  dimension: 'current',
  law: (context) =>
    isBrushed(context) ? brushedAllowed : context.axis.currentSchool === 'crest' ? crestSchool : rmsSchool,
  schools: {
    id: 'currentSchool',
    question: 'Is the rated current the crest of the sine or its RMS value?',
    options: [
      { id: 'crest', label: 'Crest equals the rated number (cooler)' },
      { id: 'rms', label: 'RMS equals the rated number (full torque)' },
    ],
    inForce: ({ axis }) => axis.currentSchool,
    choose: (context, option) => ({
      ...context,
      axis: { ...context.axis, currentSchool: option === 'rms' ? 'rms' : 'crest' },
    }),
    applies: isStepper,
  },
});

/** The limit that was set, or while none is, the one that the motor allows. */
const limitSet: Law<C> = law({
  formula: '{set}',
  source: 'As set',
  inputs: { set: field.currentLimit },
  compute: ({ set }) => set,
});
const limitAdvised: Law<C> = law({
  formula: '{advised}',
  source: 'None set yet: the limit that the motor allows',
  inputs: { advised: advisedLimit },
  compute: ({ advised }) => advised,
});

const limitOfVolts: Law<C> = law({
  formula: '{crest}',
  source: 'Nothing limits the current of a constant-voltage drive but the coil itself',
  inputs: { crest: standstillCrest },
  compute: ({ crest }) => crest,
});

const limitOfStall: Law<C> = law({
  formula: '{stall}',
  source: 'A plain bridge limits nothing: held fast, a brushed motor draws what its resistance lets through',
  inputs: { stall: stallCurrent },
  compute: ({ stall }) => stall,
});

/** Crest of a stepping motor's current vector; plain amperes of a brushed motor. */
export const limitInForce = figure<C>({
  id: 'limit-in-force',
  name: 'Current in force',
  group: 'Current and heat',
  compared: 13,
  symbol: 'I_pk',
  dimension: 'current',
  law: (context) => {
    if (isConstantVoltage(context)) return limitOfVolts;
    if (isBrushed(context) && !isRegulated(context)) return limitOfStall;
    return context.axis.driver.currentLimit ? limitSet : limitAdvised;
  },
});

const crestOfPeak: Law<C> = law({
  formula: '{most}',
  source: 'Its sheet gives the crest',
  inputs: { most: field.driverCurrentMost },
  compute: ({ most }) => most,
});
const crestOfRms: Law<C> = law({
  formula: '√2 · {most}',
  source: 'Its sheet gives the RMS value of the sine',
  inputs: { most: field.driverCurrentMost },
  compute: ({ most }) => crestMost(most, 'rms', true),
});
/** Driver's greatest current as the crest it bears; a bridge or array carries plain amperes. */
export const driverCrestMost = figure<C>({
  id: 'driver-crest-most',
  name: 'Driver’s greatest current, crest',
  group: 'Current and heat',
  nameIn: (context) => (isRegulated(context) && isStepper(context) ? null : 'Driver’s greatest current'),
  symbol: 'I_max',
  dimension: 'current',
  law: (context) =>
    context.axis.driver.specification.currentReads === 'rms' && isRegulated(context) && isStepper(context)
      ? crestOfRms
      : crestOfPeak,
});

export const limitRms = figure<C>({
  id: 'limit-rms',
  name: 'Current limit, RMS',
  symbol: 'I_rms',
  dimension: 'current',
  law: law({
    formula: '{peak} / √2',
    source: 'Sine: RMS value of a crest',
    inputs: { peak: limitInForce },
    compute: ({ peak }) => rmsFromPeak(peak),
  }),
  applies: isStepper,
});

const ammeterOfVector: Law<C> = law({
  formula: '{peak} · sin 45°',
  source: 'Definition of the position with both coils on',
  inputs: { peak: limitInForce },
  compute: ({ peak }) => ammeterReading(peak),
});
const ammeterOfBrushed: Law<C> = law({
  formula: '{peak}',
  source: 'One winding carries the whole current',
  inputs: { peak: limitInForce },
  compute: ({ peak }) => peak,
});

export const coilAmmeter = figure<C>({
  id: 'coil-ammeter',
  name: 'Ammeter in one coil, standing with full current',
  nameIn: (context) => (isBrushed(context) ? 'Ammeter in the winding, stalled' : null),
  symbol: 'I_coil',
  dimension: 'current',
  law: (context) => (isBrushed(context) ? ammeterOfBrushed : ammeterOfVector),
});

const senseLaw: Law<C> = law({
  formula: '{peak} · {gain} · {resistor}',
  source: `${PRACTICE}: the limit stands where the sense voltage times the gain equals the reference`,
  inputs: { peak: limitInForce, gain: field.gain, resistor: field.senseResistor },
  compute: ({ peak, gain, resistor }) => referenceFromCurrent(peak, gain, resistor),
});
const linearPeakLaw: Law<C> = law({
  formula: '{peak} / {slope}',
  source: `${PRACTICE}: the board maker's proportion, for the crest`,
  inputs: { peak: limitInForce, slope: field.currentSlope },
  compute: ({ peak, slope }) => peak / slope,
});
const linearRmsLaw: Law<C> = law({
  formula: '{rms} / {slope}',
  source: `${PRACTICE}: the board maker's proportion, for the RMS value`,
  inputs: { rms: limitRms, slope: field.currentSlope },
  compute: ({ rms, slope }) => rms / slope,
});

export const trimmerVoltage = figure<C>({
  id: 'trimmer-voltage',
  name: 'Reference voltage at the trimmer',
  symbol: 'V_ref',
  dimension: 'voltage',
  significant: 3,
  law: ({ axis }) => {
    const { formula } = axis.driver.specification;
    if (formula?.kind === 'linear') return formula.reads === 'rms' ? linearRmsLaw : linearPeakLaw;
    return senseLaw;
  },
});

/**
 * The crest [A] that a measured reference voltage [V] sets, the other way round than {@link trimmerVoltage}.
 * @returns null for a driver whose current no reference voltage sets
 */
export function limitFromReference(driver: DriverSpecification, reference: number): number | null {
  const { formula } = driver;
  if (formula === null) return null;
  if (formula.kind === 'sense-resistor')
    return currentFromReference(
      reference,
      readQuantity(formula.gain, 'ratio').value,
      readQuantity(formula.senseResistor, 'resistance').value,
    );
  const stated = reference * readQuantity(formula.slope, 'conductance').value;
  return formula.reads === 'rms' ? peakFromRms(stated) : stated;
}

const brushedTorqueAtLimit: Law<C> = law({
  formula: '{K} · {peak}',
  source: 'Torque of a motor with permanent magnets is proportional to its current',
  inputs: { K: torqueConstant, peak: limitInForce },
  compute: ({ K, peak }) => K * peak,
});
const stepperTorqueAtLimit: Law<C> = law({
  formula: '{hold} · least of 1 and {peak} / (√2 · {rated})',
  source:
    'Holding torque is stated with two phases on at rated current, which is a current vector of √2 · I_rated; below it torque is proportional to the current (standard derivation). Beyond it the iron saturates, and no more than the sheet says is counted',
  inputs: { hold: windingTorque, peak: limitInForce, rated: windingCurrent },
  compute: ({ hold, peak, rated }) => hold * Math.min(1, peak / (Math.SQRT2 * rated)),
});

export const torqueAtLimit = figure<C>({
  id: 'torque-at-limit',
  name: 'Holding torque at the limit in force',
  group: 'Torque and speed',
  compared: 14,
  nameIn: (context) =>
    isRegulated(context)
      ? null
      : isBrushed(context)
        ? 'Torque with the current in force'
        : 'Holding torque with the current in force',
  symbol: 'T_h',
  dimension: 'torque',
  law: (context) => (isBrushed(context) ? brushedTorqueAtLimit : stepperTorqueAtLimit),
});

export const microstepTorque = figure<C>({
  id: 'microstep-torque',
  name: 'Torque that one microstep adds',
  group: 'Steps',
  nameIn: (context) => (isConstantVoltage(context) ? 'Torque that one step adds' : null),
  symbol: 'T_µ',
  dimension: 'torque',
  law: law({
    formula: '{torque} · sin(90° / {microsteps})',
    source: 'Sinusoidal torque-angle curve (standard derivation)',
    inputs: { torque: torqueAtLimit, microsteps: field.microsteps },
    compute: ({ torque, microsteps }) => torque * Math.sin(Math.PI / 2 / microsteps),
  }),
  applies: isStepper,
});

export const torqueMargin = figure<C>({
  id: 'torque-margin',
  name: 'Holding torque over load',
  group: 'Torque and speed',
  compared: 2,
  symbol: 'M',
  dimension: 'ratio',
  significant: 2,
  law: law({
    formula: '{torque} / {load}',
    source: 'Definition',
    inputs: { torque: torqueAtLimit, load: loadAtMotor },
    compute: ({ torque, load }) => torque / load,
  }),
});

const idleWhole: Law<C> = law({
  formula: '1',
  source: 'On constant volts the whole current stays',
  inputs: {},
  compute: () => 1,
});
const idleSaid: Law<C> = law({
  formula: '{said}',
  source: 'As set at the driver',
  inputs: { said: field.idleShare },
  compute: ({ said }) => said,
});
/** Share of the current that stays at rest: only a regulating driver can lower it. */
export const idleInForce = figure<C>({
  id: 'idle-in-force',
  name: 'Share of the current at rest',
  symbol: 's_i',
  dimension: 'ratio',
  law: (context) => (isRegulated(context) ? idleSaid : idleWhole),
  applies: isStepper,
});

export const restTorque = figure<C>({
  id: 'rest-torque',
  name: 'Holding torque at rest',
  group: 'Torque and speed',
  symbol: 'T_0',
  dimension: 'torque',
  law: law({
    formula: '{hold} · least of 1 and {idle} · {peak} / (√2 · {rated})',
    source:
      'As the holding torque at the limit, with the share of the current that is kept at rest (standard derivation)',
    inputs: { hold: windingTorque, idle: idleInForce, peak: limitInForce, rated: windingCurrent },
    compute: ({ hold, idle, peak, rated }) => hold * Math.min(1, (idle * peak) / (Math.SQRT2 * rated)),
  }),
  applies: isStepper,
});

/**
 * Mean and crossing torque of full steps with two phases on, over the static one: (2√2/π) and 1/√2 of the crest
 * (integral of the sinusoidal curve, standard derivation).
 */
const FULL_STEP_MEAN = (2 * Math.SQRT2) / Math.PI;
const fullStepTorque = (
  id: string,
  name: string,
  symbol: string,
  text: string,
  factor: number,
  source: string,
): Figure<C> =>
  figure<C>({
    id,
    group: 'Torque and speed',
    name,
    symbol,
    dimension: 'torque',
    law: law({
      formula: `${text} · {torque}`,
      source,
      inputs: { torque: torqueAtLimit },
      compute: ({ torque }) => factor * torque,
    }),
    applies: isStepper,
  });
export const fullStepMeanTorque = fullStepTorque(
  'full-step-mean',
  'Mean torque in full steps, turning slowly',
  'T_fm',
  '0.900',
  FULL_STEP_MEAN,
  'Mean of the sinusoidal torque curve over the quarter cycle of a full step about its crest, 2√2/π (standard derivation)',
);
export const fullStepCrossingTorque = fullStepTorque(
  'full-step-crossing',
  'Torque in full steps where one step passes to the next',
  'T_fx',
  '0.707',
  Math.SQRT1_2,
  'Two neighbouring torque curves cross an eighth of a cycle from their crests, cos 45° (standard derivation)',
);
export const holdingStiffness = figure<C>({
  id: 'holding-stiffness',
  name: 'Stiffness of the held motor',
  group: 'Torque and speed',
  symbol: 'k_h',
  dimension: 'angular-stiffness',
  significant: 3,
  law: law({
    formula: '{p} · {torque}',
    source: 'Slope of the sinusoidal torque curve at its notch (standard derivation)',
    inputs: { p: rotorTeeth, torque: torqueAtLimit },
    compute: ({ p, torque }) => p * torque,
  }),
  applies: isStepper,
});
export const copperLossAtRest = figure<C>({
  id: 'copper-loss-at-rest',
  name: 'Heat of the windings at rest',
  group: 'Current and heat',
  symbol: 'P_cu',
  dimension: 'power',
  significant: 3,
  law: law({
    formula: '({idle} · {limit})² · {R}',
    source: 'Two phases carry sine and cosine of one crest, so together I²·R (standard derivation)',
    inputs: { idle: idleInForce, limit: limitInForce, R: windingResistance },
    compute: ({ idle, limit, R }) => (idle * limit) ** 2 * R,
  }),
  applies: isStepper,
});

const lengthDimension = ({ axis }: C): Dimension => motionOf(axis.job).travel;

export const loadLag = figure<C>({
  id: 'load-lag',
  name: 'How far the load pushes the carriage off its notch, at rest',
  group: 'Steps',
  symbol: 'e',
  dimension: lengthDimension,
  significant: 2,
  law: law({
    formula: 'asin({load} / ({idle} · {torque})) · (4 · {microsteps} / {steps}) · {travel} / 2π',
    source:
      'Load angle of a sinusoidal torque-angle curve with the current kept at rest: asin(T/T_hold) electrical, over the rotor’s teeth (standard derivation); the rotor has a quarter as many teeth as full steps',
    inputs: {
      load: loadAtMotor,
      torque: torqueAtLimit,
      idle: idleInForce,
      steps: stepsPerMotorTurn,
      microsteps: field.microsteps,
      travel: travelPerMotorTurn,
    },
    refuse: ({ load, torque, idle }) =>
      load > idle * torque ? 'The load is greater than the torque held at rest, so no notch holds.' : null,
    compute: ({ load, torque, idle, steps, microsteps, travel }) =>
      (Math.asin(load / (idle * torque)) * 4 * microsteps * travel) / (steps * 2 * Math.PI),
  }),
  applies: isStepper,
});
