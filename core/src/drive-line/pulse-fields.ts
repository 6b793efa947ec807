import { BLANK_CONTROLLER_TIMING, BLANK_DRIVER_TIMING, controllerTiming, driverTiming } from '../parts/index.js';
import { askedOf } from '../shape/index.js';
import type { AxisContext } from './axis-context.js';
import { quantityField } from './field-kinds.js';

const NEEDS = askedOf(driverTiming);
const GIVES = askedOf(controllerTiming);

/** Only a driver with inputs for step and direction needs something of them. */
const needed = ({ axis: { driver } }: AxisContext): typeof BLANK_DRIVER_TIMING =>
  (driver.specification.type === 'chopper' ? driver.specification.timing : null) ?? BLANK_DRIVER_TIMING;
const given = ({ controller }: AxisContext): typeof BLANK_CONTROLLER_TIMING =>
  controller.specification.timing ?? BLANK_CONTROLLER_TIMING;

export const stepHigh = quantityField({
  id: 'driver.step-high',
  name: 'Time that the driver needs step high',
  symbol: 't_H',
  dimension: 'time',
  asked: NEEDS.high,
  read: (context) => needed(context).high,
});

export const stepLow = quantityField({
  id: 'driver.step-low',
  name: 'Time that the driver needs step low',
  symbol: 't_L',
  dimension: 'time',
  asked: NEEDS.low,
  read: (context) => needed(context).low,
});

export const directionAhead = quantityField({
  id: 'driver.direction-ahead',
  name: 'Time that the driver needs direction before a step',
  symbol: 't_S',
  dimension: 'time',
  asked: NEEDS.ahead,
  read: (context) => needed(context).ahead,
});

export const pulseHigh = quantityField({
  id: 'controller.pulse-high',
  name: 'Length of the controller’s pulses',
  symbol: 't_p',
  dimension: 'time',
  asked: GIVES.high,
  read: (context) => given(context).high,
});

export const directionGiven = quantityField({
  id: 'controller.direction-ahead',
  name: 'Time that the controller sets direction before a step',
  symbol: 't_d',
  dimension: 'time',
  asked: GIVES.ahead,
  read: (context) => given(context).ahead,
});
