import { readQuantity, toleranceValue, type Quantity, type TransmissionSpecification } from '../machine/index.js';
import { exact, exactToNumber, rationalToNumber, type Dimension, type Rational } from '../quantity/index.js';
import type { Field, Reading } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { trainRatio, trainText } from './gear-train.js';

type AxisField = Field<AxisContext>;

interface QuantityField {
  readonly id: string;
  readonly name: string;
  readonly symbol: string;
  readonly dimension: Dimension | ((context: AxisContext) => Dimension);
  readonly read: (context: AxisContext) => Quantity | null | undefined;
}

function quantityField({ id, name, symbol, dimension, read }: QuantityField): AxisField {
  return {
    kind: 'field',
    id,
    name,
    symbol,
    dimension,
    read(context): Reading | null {
      const item = read(context);
      if (!item) return null;
      const measured = typeof dimension === 'function' ? dimension(context) : dimension;
      const { value, exact: exactValue } = readQuantity(item, measured);
      const tolerance = item.plusMinus === null ? null : toleranceValue(item.plusMinus, measured, value);
      return { value, exact: exactValue, text: item.text, from: item.from, on: item.on, tolerance };
    },
  };
}

/** A count or a train of teeth: exact and without a unit. */
function exactField(id: string, name: string, symbol: string, read: (context: AxisContext) => { readonly ratio: Rational; readonly text: string } | null): AxisField {
  return {
    kind: 'field',
    id,
    name,
    symbol,
    dimension: 'ratio',
    read(context): Reading | null {
      const item = read(context);
      return item && { value: rationalToNumber(item.ratio), exact: exact(item.ratio), text: item.text, from: 'typed', on: null, tolerance: null };
    },
  };
}

const count = (value: number): { ratio: Rational; text: string } => ({ ratio: { numerator: BigInt(value), denominator: 1n }, text: String(value) });
const linearOrAngle = ({ axis }: AxisContext): Dimension => (axis.job.kind === 'linear' ? 'length' : 'angle');

export const stepAngle = quantityField({ id: 'motor.step-angle', name: 'Step angle', symbol: 'α', dimension: 'angle', read: ({ axis }) => axis.motor.specification.stepAngle });
export const holdingTorque = quantityField({
  id: 'motor.holding-torque',
  name: 'Holding torque',
  symbol: 'T_hold',
  dimension: 'torque',
  read: ({ axis }) => axis.motor.specification.holdingTorque,
});
export const ratedCurrent = quantityField({
  id: 'motor.rated-current',
  name: 'Rated current a phase',
  symbol: 'I_rated',
  dimension: 'current',
  read: ({ axis }) => axis.motor.specification.ratedCurrent,
});
export const gearheadNominal = quantityField({
  id: 'motor.gearhead-nominal',
  name: 'Printed gearhead ratio',
  symbol: 'i_nom',
  dimension: 'ratio',
  read: ({ axis }) => axis.motor.specification.gearhead?.nominal,
});

export const gearheadTeeth = exactField('motor.gearhead-teeth', 'Gearhead teeth', 'Π z₂/z₁', ({ axis }) => {
  const stages = axis.motor.specification.gearhead?.stages ?? [];
  return stages.length === 0 ? null : { ratio: trainRatio(stages), text: trainText(stages) };
});
export const reductionTeeth = exactField('reduction.teeth', 'Reduction teeth', 'Π z₂/z₁', ({ axis }) => ({ ratio: trainRatio(axis.reduction), text: trainText(axis.reduction) }));

export const microsteps = exactField('driver.microsteps', 'Microsteps a full step', 'm', ({ axis }) => count(axis.driver.microsteps));
export const currentLimit = quantityField({
  id: 'driver.current-limit',
  name: 'Current limit, crest',
  symbol: 'I_pk',
  dimension: 'current',
  read: ({ axis }) => axis.driver.currentLimit,
});
export const driverCurrentMost = quantityField({
  id: 'driver.current-most',
  name: 'Driver’s greatest current',
  symbol: 'I_max',
  dimension: 'current',
  read: ({ axis }) => axis.driver.specification.currentMost,
});
export const driverVoltageLeast = quantityField({
  id: 'driver.voltage-least',
  name: 'Driver’s least supply',
  symbol: 'V_min',
  dimension: 'voltage',
  read: ({ axis }) => axis.driver.specification.voltageLeast,
});
export const driverVoltageMost = quantityField({
  id: 'driver.voltage-most',
  name: 'Driver’s greatest supply',
  symbol: 'V_max',
  dimension: 'voltage',
  read: ({ axis }) => axis.driver.specification.voltageMost,
});

export const gain = quantityField({
  id: 'driver.gain',
  name: 'Comparator gain',
  symbol: 'g',
  dimension: 'ratio',
  read: ({ axis }) => (axis.driver.specification.formula?.kind === 'sense-resistor' ? axis.driver.specification.formula.gain : null),
});
export const senseResistor = quantityField({
  id: 'driver.sense-resistor',
  name: 'Sense resistor',
  symbol: 'R_s',
  dimension: 'resistance',
  read: ({ axis }) => (axis.driver.specification.formula?.kind === 'sense-resistor' ? axis.driver.specification.formula.senseResistor : null),
});
export const currentSlope = quantityField({
  id: 'driver.slope',
  name: 'Amperes a volt of reference',
  symbol: 'c',
  dimension: 'conductance',
  read: ({ axis }) => (axis.driver.specification.formula?.kind === 'linear' ? axis.driver.specification.formula.slope : null),
});

export const supplyVoltage = quantityField({
  id: 'supply.voltage',
  name: 'Supply voltage',
  symbol: 'V',
  dimension: 'voltage',
  read: ({ supply }) => supply?.specification.voltage,
});
export const pulseRateMost = quantityField({
  id: 'controller.pulse-rate',
  name: 'Controller’s fastest pulse rate',
  symbol: 'f_max',
  dimension: 'frequency',
  read: ({ machine }) => machine.controller.specification.pulseRateMost,
});

/** Reads a quantity of one kind of transmission. */
function transmissionField<K extends TransmissionSpecification['kind']>(
  kind: K,
  declaration: Omit<QuantityField, 'read'>,
  read: (specification: Extract<TransmissionSpecification, { kind: K }>) => Quantity | null,
): AxisField {
  return quantityField({
    ...declaration,
    read: ({ axis }) => {
      const { specification } = axis.transmission;
      return specification.kind === kind ? read(specification as Extract<TransmissionSpecification, { kind: K }>) : null;
    },
  });
}

export const screwPitch = transmissionField('screw', { id: 'screw.pitch', name: 'Thread pitch', symbol: 'p', dimension: 'length' }, (item) => item.pitch);
export const beltPitch = transmissionField('belt', { id: 'belt.pitch', name: 'Belt pitch', symbol: 'p', dimension: 'length' }, (item) => item.pitch);
export const rackTooth = transmissionField('rack', { id: 'rack.tooth', name: 'Rack module or pitch', symbol: 'm', dimension: 'length' }, (item) => item.tooth);
export const rollerDiameter = transmissionField('roller', { id: 'roller.diameter', name: 'Roller diameter', symbol: 'd', dimension: 'length' }, (item) => item.diameter);
export const stockThickness = transmissionField(
  'roller',
  { id: 'roller.stock', name: 'Thickness of stock bent round the roller', symbol: 't', dimension: 'length' },
  (item) => item.stock,
);
export const efficiency = quantityField({
  id: 'transmission.efficiency',
  name: 'Transmission efficiency',
  symbol: 'η',
  dimension: 'ratio',
  read: ({ axis }) => axis.transmission.specification.efficiency,
});

export const screwStarts = exactField('screw.starts', 'Thread starts', 'n', ({ axis }) =>
  axis.transmission.specification.kind === 'screw' ? count(axis.transmission.specification.starts) : null,
);
export const pinionTeeth = exactField('transmission.teeth', 'Pulley or pinion teeth', 'z', ({ axis }) => {
  const { specification } = axis.transmission;
  return specification.kind === 'belt' || specification.kind === 'rack' ? count(specification.teeth) : null;
});

export const travel = quantityField({ id: 'job.travel', name: 'Travel', symbol: 's', dimension: linearOrAngle, read: ({ axis }) => axis.job.travel });
export const speed = quantityField({
  id: 'job.speed',
  name: 'Speed asked for',
  symbol: 'v',
  dimension: ({ axis }) => (axis.job.kind === 'linear' ? 'speed' : 'angular-speed'),
  read: ({ axis }) => axis.job.speed,
});
export const tolerance = quantityField({
  id: 'job.tolerance',
  name: 'Tolerance asked for, either way',
  symbol: 'tol',
  dimension: linearOrAngle,
  read: ({ axis }) => axis.job.tolerance,
});
export const load = quantityField({
  id: 'job.load',
  name: 'Load at the carriage',
  symbol: 'F',
  dimension: ({ axis }) => (axis.job.kind === 'linear' ? 'force' : 'torque'),
  read: ({ axis }) => axis.job.load,
});
export const setting = quantityField({
  id: 'setting.steps-per-unit',
  name: 'Setting from a check',
  symbol: 'S_set',
  dimension: ({ axis }) => (axis.job.kind === 'linear' ? 'steps-per-length' : 'steps-per-angle'),
  read: ({ axis }) => axis.setting?.stepsPerUnit,
});

/** A whole turn in radians, exact. */
export const FULL_TURN = { ratio: { numerator: 2n, denominator: 1n }, piPower: 1 } as const;
export const FULL_TURN_VALUE = exactToNumber(FULL_TURN);
