import { advice, type Remedy } from '../finding/index.js';
import { axisField as field } from './fields.js';
import { rule, type Rule } from './judgement.js';
import { ROUNDING } from './limits.js';
import { coarserSteps, pulsesTimed, speedOf } from './remedies.js';
import { pulseRate } from './step-figures.js';

/** Whether the pulses that a controller makes are such as the driver’s inputs can see. */
export const PULSE_RULES: readonly Rule[] = [
  rule({
    id: 'driver-pulse-rate',
    station: 'driver',
    inputs: { rate: pulseRate, high: field.stepHigh, low: field.stepLow, speed: field.speed },
    judge: ({ rate, high, low, speed }, say, context) => {
      const most = 1 / (high + low);
      if (rate <= most * ROUNDING) return null;
      return {
        severity: 'stop',
        sentence: `The speed asked for needs ${say(rate, 'frequency')}; the driver’s step input sees ${say(most, 'frequency')} at most, ${say(high, 'time')} high and ${say(low, 'time')} low.`,
        remedies: [
          ...coarserSteps(context, rate, most),
          speedOf(context, (speed * most) / rate, 'Ask for'),
          advice('Choose a driver with quicker inputs.'),
        ],
      };
    },
  }),
  rule({
    id: 'pulse-too-short',
    station: 'controller',
    inputs: { given: field.pulseHigh, needed: field.stepHigh },
    judge: ({ given, needed }, say) =>
      needed > given * ROUNDING
        ? {
            severity: 'stop',
            sentence: `The controller’s pulses last ${say(given, 'time')}; the driver needs ${say(needed, 'time')}, so steps are lost, some or all.`,
            remedies: [pulsesTimed('high', needed)],
          }
        : null,
  }),
  rule({
    id: 'pulse-fills-period',
    station: 'controller',
    inputs: { given: field.pulseHigh, low: field.stepLow, rate: pulseRate, speed: field.speed },
    judge: ({ given, low, rate, speed }, say, context) => {
      const left = 1 / rate - given;
      if (left * ROUNDING >= low) return null;
      const needed: readonly Remedy[] = [
        ...coarserSteps(context, rate, 1 / (given + low)),
        speedOf(context, speed / (rate * (given + low)), 'Ask for'),
      ];
      return {
        severity: 'stop',
        sentence:
          left <= 0
            ? `At the speed asked for a step comes every ${say(1 / rate, 'time')}, and the controller’s pulses last ${say(given, 'time')}: they run into one another.`
            : `At the speed asked for the step line stays low for ${say(left, 'time')} between pulses; the driver needs ${say(low, 'time')}.`,
        remedies: [advice('Set shorter pulses, as long as the driver needs.'), ...needed],
      };
    },
  }),
  rule({
    id: 'direction-too-late',
    station: 'controller',
    inputs: { given: field.directionGiven, needed: field.directionAhead },
    judge: ({ given, needed }, say) =>
      needed > given * ROUNDING
        ? {
            severity: 'stop',
            sentence: `The controller sets direction ${given === 0 ? 'together with the step' : `${say(given, 'time')} before a step`}; the driver needs ${say(needed, 'time')}. It drifts a step with each reversal.`,
            remedies: [pulsesTimed('ahead', needed)],
          }
        : null,
  }),
];
