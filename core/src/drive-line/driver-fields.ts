import { MACHINE_ASKED } from '../machine/index.js';
import { PARTS } from '../parts/index.js';
import { askedOf, isGuessed } from '../shape/index.js';
import { count, exactField, quantityField } from './field-kinds.js';

const DRIVER = askedOf(PARTS.driver.shape);
const FORMULA = PARTS.driver.shape.fields.formula.variants;

export const microsteps = exactField(
  'driver.microsteps',
  'Microsteps per full step',
  'm',
  ({ axis }) => count(axis.driver.microsteps, isGuessed(axis.driver, 'microsteps')),
  { label: 'Microsteps' },
);

export const currentLimit = quantityField({
  id: 'driver.current-limit',
  name: 'Current limit, crest',
  symbol: 'I_pk',
  dimension: 'current',
  asked: MACHINE_ASKED.driver.currentLimit,
  read: ({ axis }) => axis.driver.currentLimit,
});

export const driverCurrentLeast = quantityField({
  id: 'driver.current-least',
  name: 'Driver’s least current',
  symbol: 'I_min',
  dimension: 'current',
  asked: DRIVER.currentLeast,
  read: ({ axis }) => axis.driver.specification.currentLeast,
});

export const driverCurrentMost = quantityField({
  id: 'driver.current-most',
  name: 'Driver’s greatest current',
  symbol: 'I_max',
  dimension: 'current',
  asked: DRIVER.currentMost,
  read: ({ axis }) => axis.driver.specification.currentMost,
});

export const driverVoltageLeast = quantityField({
  id: 'driver.voltage-least',
  name: 'Driver’s least supply',
  symbol: 'V_min',
  dimension: 'voltage',
  asked: DRIVER.voltageLeast,
  read: ({ axis }) => axis.driver.specification.voltageLeast,
});

export const driverVoltageMost = quantityField({
  id: 'driver.voltage-most',
  name: 'Driver’s greatest supply',
  symbol: 'V_max',
  dimension: 'voltage',
  asked: DRIVER.voltageMost,
  read: ({ axis }) => axis.driver.specification.voltageMost,
});

export const gain = quantityField({
  id: 'driver.gain',
  name: 'Comparator gain',
  symbol: 'g',
  dimension: 'ratio',
  asked: askedOf(FORMULA['sense-resistor']).gain,
  read: ({ axis }) =>
    axis.driver.specification.formula?.kind === 'sense-resistor' ? axis.driver.specification.formula.gain : null,
});

export const senseResistor = quantityField({
  id: 'driver.sense-resistor',
  name: 'Sense resistor',
  symbol: 'R_s',
  dimension: 'resistance',
  asked: askedOf(FORMULA['sense-resistor']).senseResistor,
  read: ({ axis }) =>
    axis.driver.specification.formula?.kind === 'sense-resistor'
      ? axis.driver.specification.formula.senseResistor
      : null,
});

export const currentSlope = quantityField({
  id: 'driver.slope',
  name: 'Amperes per volt of reference',
  symbol: 'c',
  dimension: 'conductance',
  asked: askedOf(FORMULA.linear).slope,
  read: ({ axis }) =>
    axis.driver.specification.formula?.kind === 'linear' ? axis.driver.specification.formula.slope : null,
});

export const onResistance = quantityField({
  id: 'driver.on-resistance',
  name: 'Resistance of one switch',
  symbol: 'R_on',
  dimension: 'resistance',
  asked: DRIVER.onResistance,
  read: ({ axis }) => axis.driver.specification.onResistance,
});

export const drop = quantityField({
  id: 'driver.drop',
  name: 'Voltage drop of the switches',
  symbol: 'V_d',
  dimension: 'voltage',
  asked: DRIVER.drop,
  read: ({ axis }) => axis.driver.specification.drop,
});

export const thermalResistance = quantityField({
  id: 'driver.thermal-resistance',
  name: 'Thermal resistance, junction to air',
  symbol: 'θ',
  dimension: 'thermal-resistance',
  asked: DRIVER.thermalResistance,
  read: ({ axis }) => axis.driver.specification.thermalResistance,
});

export const idleShare = quantityField({
  id: 'driver.idle-share',
  name: 'Share of the current at rest',
  symbol: 's_i',
  dimension: 'ratio',
  asked: MACHINE_ASKED.driver.idleShare,
  read: ({ axis }) => axis.driver.idleShare,
});

export const quiescent = quantityField({
  id: 'driver.quiescent',
  name: 'Quiescent power of the driver',
  symbol: 'P_q',
  dimension: 'power',
  asked: DRIVER.quiescent,
  read: ({ axis }) => axis.driver.specification.quiescent,
});

export const driverEfficiency = quantityField({
  id: 'driver.efficiency',
  name: 'Efficiency of the driver',
  symbol: 'η_d',
  dimension: 'ratio',
  asked: DRIVER.efficiency,
  read: ({ axis }) => axis.driver.specification.efficiency,
});
