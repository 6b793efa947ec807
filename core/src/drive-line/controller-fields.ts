import { motionOf } from '../machine/index.js';
import { PARTS } from '../parts/index.js';
import { askedOf } from '../shape/index.js';
import { count, exactField, quantityField } from './field-kinds.js';

const CONTROLLER = askedOf(PARTS.controller.shape);

export const settingDecimals = exactField(
  'controller.decimals',
  'Decimals that the controller keeps',
  'n_d',
  ({ controller }) => {
    const { decimals } = controller.specification;
    return decimals === null ? null : count(decimals);
  },
);

export const pulseRateMost = quantityField({
  id: 'controller.pulse-rate',
  name: 'Controller’s fastest pulse rate',
  symbol: 'f_max',
  dimension: 'frequency',
  asked: CONTROLLER.pulseRateMost,
  read: ({ controller }) => controller.specification.pulseRateMost,
});

export const setting = quantityField({
  id: 'setting.steps-per-unit',
  name: 'Setting from a check',
  symbol: 'S_set',
  dimension: ({ axis }) => motionOf(axis.job).stepsPerTravel,
  read: ({ axis }) => axis.setting?.stepsPerUnit,
});

export const timerClock = quantityField({
  id: 'controller.timer-clock',
  name: 'Clock that times the pulses',
  symbol: 'F',
  dimension: 'frequency',
  asked: CONTROLLER.timerClock,
  read: ({ controller }) => controller.specification.timerClock,
});
