import { MACHINE_ASKED, motionOf } from '../machine/index.js';
import { readQuantity } from '../shape/index.js';
import { byJob, derivedField, quantityField } from './field-kinds.js';

export const travel = quantityField({
  id: 'job.travel',
  name: 'Travel',
  symbol: 's',
  dimension: byJob('length', 'angle'),
  asked: MACHINE_ASKED.job.linear.travel,
  read: ({ axis }) => axis.job.travel,
});
export const speed = quantityField({
  id: 'job.speed',
  name: 'Speed asked for',
  symbol: 'v',
  dimension: byJob('speed', 'angular-speed'),
  asked: MACHINE_ASKED.job.linear.speed,
  read: ({ axis }) => axis.job.speed,
});
export const tolerance = quantityField({
  id: 'job.tolerance',
  name: 'Tolerance asked for, either way',
  symbol: 'tol',
  dimension: byJob('length', 'angle'),
  asked: MACHINE_ASKED.job.linear.tolerance,
  read: ({ axis }) => axis.job.tolerance,
});
export const load = quantityField({
  id: 'job.load',
  name: 'Load at the carriage',
  symbol: 'F',
  dimension: byJob('force', 'torque'),
  asked: MACHINE_ASKED.job.linear.load,
  read: ({ axis }) => axis.job.load,
});

export const acceleration = quantityField({
  id: 'job.acceleration',
  name: 'Acceleration asked for',
  symbol: 'a',
  dimension: byJob('acceleration', 'angular-acceleration'),
  asked: MACHINE_ASKED.job.linear.acceleration,
  read: ({ axis }) => axis.job.acceleration,
});
export const braking = quantityField({
  id: 'job.braking',
  name: 'Braking asked for',
  symbol: 'b',
  dimension: byJob('acceleration', 'angular-acceleration'),
  asked: MACHINE_ASKED.job.linear.braking,
  read: ({ axis }) => axis.job.braking,
});
export const startJump = quantityField({
  id: 'job.start-speed',
  name: 'Speed that a ramp starts from',
  symbol: 'v_0',
  dimension: byJob('speed', 'angular-speed'),
  asked: MACHINE_ASKED.job.linear.startSpeed,
  read: ({ axis }) => axis.job.startSpeed,
});
export const moveTime = quantityField({
  id: 'job.move-time',
  name: 'Time for the whole travel',
  symbol: 't',
  dimension: 'time',
  asked: MACHINE_ASKED.job.linear.moveTime,
  read: ({ axis }) => axis.job.moveTime,
});
export const jerk = quantityField({
  id: 'job.jerk',
  name: 'Jerk allowed',
  symbol: 'j',
  dimension: byJob('jerk', 'angular-jerk'),
  asked: MACHINE_ASKED.job.linear.jerk,
  read: ({ axis }) => axis.job.jerk,
});
export const resolution = quantityField({
  id: 'job.resolution',
  name: 'Resolution asked for',
  symbol: 'q_0',
  dimension: byJob('length', 'angle'),
  asked: MACHINE_ASKED.job.linear.resolution,
  read: ({ axis }) => axis.job.resolution,
});
export const backlashAllowed = quantityField({
  id: 'job.backlash',
  name: 'Lost motion allowed',
  symbol: 'B_0',
  dimension: byJob('length', 'angle'),
  asked: MACHINE_ASKED.job.linear.backlash,
  read: ({ axis }) => axis.job.backlash,
});
export const friction = quantityField({
  id: 'job.friction',
  name: 'Friction of the guides',
  symbol: 'F_f',
  dimension: byJob('force', 'torque'),
  asked: MACHINE_ASKED.job.linear.friction,
  read: ({ axis }) => axis.job.friction,
});
/** Friction that somebody said: what stops a fall or eats energy may not rest on a guess. */
export const frictionRelied = derivedField(
  'job.friction-relied',
  'Friction of the guides that is relied on',
  'F_f',
  byJob('force', 'torque'),
  ({ axis }) => {
    const item = axis.job.friction;
    const isSaid = item !== null && item.from !== 'assumed';
    return isSaid
      ? {
          value: readQuantity(item, motionOf(axis.job).push).value,
          text: item.text,
          isAssumed: false,
        }
      : { value: 0, text: '0', isAssumed: false };
  },
);
/** Friction as a share of the weight, by what the carriage slides on (common practice, no source). */
const GUIDE_SHARES = { unknown: 0.1, rolling: 0.02, wheels: 0.03, sliding: 0.15 } as const;
export const guideShare = derivedField(
  'job.guides',
  'Friction of such guides over the weight',
  'µ',
  'ratio',
  ({ axis }) => {
    const value = GUIDE_SHARES[axis.job.kind === 'linear' ? axis.job.guides : 'unknown'];
    return { value, text: String(value), isAssumed: true };
  },
);
export const incline = quantityField({
  id: 'job.incline',
  name: 'Incline of the travel',
  symbol: 'β',
  dimension: 'angle',
  asked: MACHINE_ASKED.job.linear.incline,
  read: ({ axis }) => (axis.job.kind === 'linear' ? axis.job.incline : null),
});
export const counterweight = quantityField({
  id: 'job.counterweight',
  name: 'Counterweight',
  symbol: 'm_c',
  dimension: 'mass',
  asked: MACHINE_ASKED.job.linear.counterweight,
  read: ({ axis }) => (axis.job.kind === 'linear' ? axis.job.counterweight : null),
});
export const imbalance = quantityField({
  id: 'job.imbalance',
  name: 'Torque of weight off the axis',
  symbol: 'T_w',
  dimension: 'torque',
  asked: MACHINE_ASKED.job.rotary.imbalance,
  read: ({ axis }) => (axis.job.kind === 'rotary' ? axis.job.imbalance : null),
});
export const marginWanted = quantityField({
  id: 'job.margin',
  name: 'Torque margin wanted',
  symbol: 'M_0',
  dimension: 'ratio',
  asked: MACHINE_ASKED.job.linear.margin,
  read: ({ axis }) => axis.job.margin,
});

export const duty = quantityField({
  id: 'job.duty',
  name: 'Share of the time that it moves',
  symbol: 'd',
  dimension: 'ratio',
  asked: MACHINE_ASKED.job.linear.duty,
  read: ({ axis }) => axis.job.duty,
});

export const mass = quantityField({
  id: 'carriage.mass',
  name: 'Mass of the carriage',
  symbol: 'm',
  dimension: 'mass',
  asked: MACHINE_ASKED.carriage.mass,
  read: ({ axis }) => axis.carriage.mass,
});
export const inertia = quantityField({
  id: 'carriage.inertia',
  name: 'Inertia of what turns on the axis',
  symbol: 'J_c',
  dimension: 'inertia',
  asked: MACHINE_ASKED.carriage.inertia,
  read: ({ axis }) => axis.carriage.inertia,
});

export const faultBacklash = quantityField({
  id: 'faults.backlash',
  name: 'Backlash of screw, belt or rack',
  symbol: 'B_t',
  dimension: byJob('length', 'angle'),
  asked: MACHINE_ASKED.faults.linear.backlash,
  read: ({ axis }) => axis.faults.backlash,
});
export const leadError = quantityField({
  id: 'faults.lead-error',
  name: 'Lead or pitch error over the travel',
  symbol: 'e_l',
  dimension: byJob('length', 'angle'),
  asked: MACHINE_ASKED.faults.linear.leadError,
  read: ({ axis }) => axis.faults.leadError,
});
export const warming = quantityField({
  id: 'faults.warming',
  name: 'Warming while it works',
  symbol: 'ΔT',
  dimension: 'temperature-difference',
  asked: MACHINE_ASKED.faults.linear.warming,
  read: ({ axis }) => (axis.faults.kind === 'linear' ? axis.faults.warming : null),
});
export const expansion = quantityField({
  id: 'faults.expansion',
  name: 'Thermal expansion',
  symbol: 'α_T',
  dimension: 'temperature-coefficient',
  asked: MACHINE_ASKED.faults.linear.expansion,
  read: ({ axis }) => (axis.faults.kind === 'linear' ? axis.faults.expansion : null),
});
