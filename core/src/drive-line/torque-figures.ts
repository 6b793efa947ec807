import type { Dimension } from '../quantity/index.js';
import { advisedPeak, ammeterReading, currentFromReference, peakFromRms, referenceFromCurrent, rmsFromPeak } from '../driver/index.js';
import { readQuantity, type DriverSpecification } from '../machine/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { standstillCrest, torqueConstant, windingCurrent, windingTorque } from './electric-figures.js';
import * as field from './fields.js';
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
  source: `${PRACTICE}: the effective value equals the rated number; full holding torque, full heat`,
  inputs: { rated: windingCurrent },
  compute: ({ rated }) => advisedPeak(rated, 'rms'),
});

export const advisedLimit = figure<C>({
  id: 'advised-limit',
  name: 'Current limit that the motor allows, crest',
  symbol: 'I_adv',
  dimension: 'current',
  law: ({ axis }) => (axis.currentSchool === 'crest' ? crestSchool : rmsSchool),
  schools: {
    id: 'currentSchool',
    question: 'Is the rated current the crest of the sine or its effective value?',
    options: [
      { id: 'crest', label: 'Crest equals the rated number (cooler)' },
      { id: 'rms', label: 'Effective value equals the rated number (full torque)' },
    ],
    inForce: ({ axis }) => axis.currentSchool,
  },
});

/** The limit that was set, or while none is, the one that the motor allows. */
const limitSet: Law<C> = law({ formula: '{set}', source: 'As set', inputs: { set: field.currentLimit }, compute: ({ set }) => set });
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

export const limitInForce = figure<C>({
  id: 'limit-in-force',
  name: 'Current limit in force, crest',
  symbol: 'I_pk',
  dimension: 'current',
  law: ({ axis }) => {
    if (axis.motor.specification.type === 'stepper' && axis.driver.specification.type !== 'chopper') return limitOfVolts;
    return axis.driver.currentLimit ? limitSet : limitAdvised;
  },
});

export const limitRms = figure<C>({
  id: 'limit-rms',
  name: 'Current limit, effective value',
  symbol: 'I_rms',
  dimension: 'current',
  law: law({ formula: '{peak} / √2', source: 'Sine: effective value of a crest', inputs: { peak: limitInForce }, compute: ({ peak }) => rmsFromPeak(peak) }),
});

export const coilAmmeter = figure<C>({
  id: 'coil-ammeter',
  name: 'Ammeter in one coil, full-step hold',
  symbol: 'I_coil',
  dimension: 'current',
  law: law({ formula: '{peak} · sin 45°', source: 'Definition of the position with both coils on', inputs: { peak: limitInForce }, compute: ({ peak }) => ammeterReading(peak) }),
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
  source: `${PRACTICE}: the board maker's proportion, for the effective value`,
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
  if (formula.kind === 'sense-resistor') return currentFromReference(reference, readQuantity(formula.gain, 'ratio').value, readQuantity(formula.senseResistor, 'resistance').value);
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
  formula: '{hold} · {peak} / (√2 · {rated})',
  source:
    'Holding torque is stated with two phases on at rated current, which is a current vector of √2 · I_rated; torque is proportional to it (two-phase hybrid motor without saturation, standard derivation)',
  inputs: { hold: windingTorque, peak: limitInForce, rated: windingCurrent },
  compute: ({ hold, peak, rated }) => (hold * peak) / (Math.SQRT2 * rated),
});

export const torqueAtLimit = figure<C>({
  id: 'torque-at-limit',
  name: 'Holding torque at the limit in force',
  symbol: 'T_h',
  dimension: 'torque',
  law: ({ axis }) => (axis.motor.specification.type === 'brushed' ? brushedTorqueAtLimit : stepperTorqueAtLimit),
});

export const microstepTorque = figure<C>({
  id: 'microstep-torque',
  name: 'Torque that one microstep adds',
  symbol: 'T_µ',
  dimension: 'torque',
  law: law({
    formula: '{torque} · sin(90° / {microsteps})',
    source: 'Sinusoidal torque-angle curve (standard derivation)',
    inputs: { torque: torqueAtLimit, microsteps: field.microsteps },
    compute: ({ torque, microsteps }) => torque * Math.sin(Math.PI / 2 / microsteps),
  }),
});

export const torqueMargin = figure<C>({
  id: 'torque-margin',
  name: 'Holding torque over load',
  symbol: 'M',
  dimension: 'ratio',
  significant: 2,
  law: law({ formula: '{torque} / {load}', source: 'Definition', inputs: { torque: torqueAtLimit, load: loadAtMotor }, compute: ({ torque, load }) => torque / load }),
});

const lengthDimension = ({ axis }: C): Dimension => (axis.job.kind === 'linear' ? 'length' : 'angle');

export const loadLag = figure<C>({
  id: 'load-lag',
  name: 'How far the load pushes the carriage off its notch',
  symbol: 'e',
  dimension: lengthDimension,
  significant: 2,
  law: law({
    formula: 'asin({load} / {torque}) · (4 · {microsteps} / {steps}) · {travel} / 2π',
    source:
      'Load angle of a sinusoidal torque-angle curve: asin(T/T_hold) electrical, over the rotor’s teeth (standard derivation); the rotor has a quarter as many teeth as full steps',
    inputs: { load: loadAtMotor, torque: torqueAtLimit, steps: stepsPerMotorTurn, microsteps: field.microsteps, travel: travelPerMotorTurn },
    refuse: ({ load, torque }) => (load > torque ? 'The load is greater than the holding torque, so no notch holds.' : null),
    compute: ({ load, torque, steps, microsteps, travel }) => (Math.asin(load / torque) * 4 * microsteps * travel) / (steps * 2 * Math.PI),
  }),
});
