import { isGuessed } from '../shape/index.js';
import { count, exactField, quantityField } from './field-kinds.js';

export const microsteps = exactField('driver.microsteps', 'Microsteps a full step', 'm', ({ axis }) =>
  count(axis.driver.microsteps, isGuessed(axis.driver, 'microsteps')),
);

export const currentLimit = quantityField({
  id: 'driver.current-limit',
  name: 'Current limit, crest',
  symbol: 'I_pk',
  dimension: 'current',
  read: ({ axis }) => axis.driver.currentLimit,
});

export const driverCurrentLeast = quantityField({
  id: 'driver.current-least',
  name: 'Driver’s least current',
  symbol: 'I_min',
  dimension: 'current',
  read: ({ axis }) => axis.driver.specification.currentLeast,
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
  read: ({ axis }) =>
    axis.driver.specification.formula?.kind === 'sense-resistor' ? axis.driver.specification.formula.gain : null,
});

export const senseResistor = quantityField({
  id: 'driver.sense-resistor',
  name: 'Sense resistor',
  symbol: 'R_s',
  dimension: 'resistance',
  read: ({ axis }) =>
    axis.driver.specification.formula?.kind === 'sense-resistor'
      ? axis.driver.specification.formula.senseResistor
      : null,
});

export const currentSlope = quantityField({
  id: 'driver.slope',
  name: 'Amperes a volt of reference',
  symbol: 'c',
  dimension: 'conductance',
  read: ({ axis }) =>
    axis.driver.specification.formula?.kind === 'linear' ? axis.driver.specification.formula.slope : null,
});

export const onResistance = quantityField({
  id: 'driver.on-resistance',
  name: 'Resistance of one switch',
  symbol: 'R_on',
  dimension: 'resistance',
  read: ({ axis }) => axis.driver.specification.onResistance,
});

export const drop = quantityField({
  id: 'driver.drop',
  name: 'Voltage that the switches keep',
  symbol: 'V_d',
  dimension: 'voltage',
  read: ({ axis }) => axis.driver.specification.drop,
});

export const thermalResistance = quantityField({
  id: 'driver.thermal-resistance',
  name: 'Thermal resistance, junction to air',
  symbol: 'θ',
  dimension: 'thermal-resistance',
  read: ({ axis }) => axis.driver.specification.thermalResistance,
});

export const idleShare = quantityField({
  id: 'driver.idle-share',
  name: 'Share of the current kept at rest',
  symbol: 's_i',
  dimension: 'ratio',
  read: ({ axis }) => axis.driver.idleShare,
});

export const quiescent = quantityField({
  id: 'driver.quiescent',
  name: 'What the driver itself draws',
  symbol: 'P_q',
  dimension: 'power',
  read: ({ axis }) => axis.driver.specification.quiescent,
});

export const driverEfficiency = quantityField({
  id: 'driver.efficiency',
  name: 'Efficiency of the driver',
  symbol: 'η_d',
  dimension: 'ratio',
  read: ({ axis }) => axis.driver.specification.efficiency,
});
