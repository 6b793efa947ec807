import { readQuantity } from '../shape/index.js';
import { resonantRates } from '../motor/index.js';
import type { AxisContext } from './axis-context.js';
import { rotorTeeth } from './electric-figures.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { rule, type Rule } from './judgement.js';
import { ROUNDING, RESONANCE_WIDTH } from './limits.js';
import { inertiaRatio, loadAtMotor, torqueNeeded } from './load-figures.js';
import { advice, type Remedy } from '../finding/index.js';
import {
  accelerationOf,
  coarserSteps,
  coarserTransmission,
  currentLimitOf,
  gearedDown,
  higherVoltage,
  microstepsOf,
  ramped,
  speedOf,
  wiredIn,
} from './remedies.js';
import { bindingSpeed, motorSpeed, speedMargin, torqueAvailable } from './speed-figures.js';
import { naturalFrequency, recommendedAcceleration, startSpeed, torqueSpeedTop } from './end-figures.js';
import { followingLag, timerError, topSpeedInTravel } from './move-figures.js';
import { pulseRate, travelPerMotorTurn } from './step-figures.js';
import { advisedLimit, limitInForce, torqueAtLimit, torqueMargin } from './torque-figures.js';

const speedDimension = byJob('speed', 'angular-speed');
/** Load share of the holding torque above which builders give up margin (common practice, no source). */
const MARGIN_WANTED = 2;
/** Load inertia over the rotor's above which ramps have to be gentle (common practice, no source). */
const INERTIA_RATIO_MOST = 10;
/** Speed error by the timer's grain that shows on a part (common practice, no source). */
const GRAIN_MOST = 0.01;

/** More torque from the same motor: more current where the motor and driver bear it. */
function moreCurrent(context: AxisContext, limit: number, advised: number): readonly Remedy[] {
  const { currentMost } = context.axis.driver.specification;
  const most = Math.min(advised, currentMost ? readQuantity(currentMost, 'current').value : Infinity);
  return context.axis.driver.specification.type === 'chopper' && most > limit * 1.02
    ? [currentLimitOf(context, most, 'Raise the current limit to what motor and driver allow.')]
    : [];
}

function fasterWinding(context: AxisContext): readonly Remedy[] {
  const { specification, wiring } = context.axis.motor;
  return specification.leads === 8 && wiring !== 'parallel' && wiring !== 'unipolar'
    ? [wiredIn(context, 'parallel', 'Wire the coils in parallel.')]
    : [];
}

export const MOTION_RULES: readonly Rule[] = [
  rule({
    id: 'load-above-hold',
    station: 'motor',
    inputs: {
      margin: torqueMargin,
      load: loadAtMotor,
      hold: torqueAtLimit,
      limit: limitInForce,
      advised: advisedLimit,
    },
    judge: ({ margin, load, hold, limit, advised }, say, context) => {
      const remedies = [
        ...moreCurrent(context, limit, advised),
        gearedDown(context),
        advice('Choose a stronger motor.'),
      ];
      if (margin < 1)
        return {
          severity: 'stop',
          sentence: `The load is ${say(load, 'torque')} at the motor; it holds ${say(hold, 'torque')}.`,
          remedies,
        };
      if (margin < MARGIN_WANTED)
        return {
          severity: 'caution',
          sentence: `Holds ${margin.toFixed(1)}× the load standing still; ${MARGIN_WANTED}× is wanted before it moves.`,
          remedies,
        };
      return null;
    },
  }),
  rule({
    id: 'speed-margin',
    station: 'motor',
    inputs: {
      margin: speedMargin,
      available: torqueAvailable,
      needed: torqueNeeded,
      wanted: field.marginWanted,
      speed: field.speed,
      best: torqueSpeedTop,
      binds: bindingSpeed,
      limit: limitInForce,
      advised: advisedLimit,
    },
    judge: ({ margin, available, needed, wanted, speed, best, binds, limit, advised }, say, context) => {
      if (margin >= wanted / ROUNDING) return null;
      const dimension = speedDimension(context);
      const isVolts = speed > binds;
      const cause = isVolts ? `The supply’s volts bind from ${say(binds, dimension)}.` : 'The current binds.';
      const remedies = [
        ...(isVolts ? [...higherVoltage(context), ...fasterWinding(context)] : moreCurrent(context, limit, advised)),
        ...(best > 0.05 * speed ? [speedOf(context, best, 'Ask for')] : []),
        ...(isVolts ? coarserTransmission(context) : [gearedDown(context)]),
        advice('Choose a stronger motor.'),
      ];
      return margin < 1
        ? {
            severity: 'stop',
            sentence: `It stalls: at ${say(speed, dimension)} the motor gives ${say(available, 'torque')} and ${say(needed, 'torque')} is needed. ${cause}`,
            remedies,
          }
        : {
            severity: 'caution',
            sentence: `Force margin at speed is ${margin.toFixed(1)}×; ${wanted.toFixed(1)}× is wanted. ${cause}`,
            remedies,
          };
    },
  }),
  rule({
    id: 'acceleration-above-best',
    station: 'motor',
    inputs: { margin: speedMargin, wanted: field.marginWanted, best: recommendedAcceleration },
    judge: ({ margin, wanted, best }, say, context) =>
      margin < wanted / ROUNDING && margin >= 1
        ? {
            severity: 'caution',
            sentence: `With the margin asked for it may accelerate by ${say(best, byJob('acceleration', 'angular-acceleration')(context))} at most.`,
            remedies: [accelerationOf(context, best)],
          }
        : null,
  }),
  rule({
    id: 'start-without-ramp',
    station: 'controller',
    inputs: { start: startSpeed, speed: field.speed },
    judge: ({ start, speed }, say, context) =>
      context.controller.specification.ramps === 'no' && speed > start
        ? {
            severity: 'stop',
            sentence: `The controller jumps to speed: this axis starts at ${say(start, speedDimension(context))} at most, less in full steps or with abrupt stops, and ${say(speed, speedDimension(context))} is asked for.`,
            remedies: [ramped(), speedOf(context, 0.8 * start, 'Ask for')],
          }
        : null,
  }),
  rule({
    id: 'pulse-rate',
    station: 'controller',
    inputs: { rate: pulseRate, most: field.pulseRateMost, speed: field.speed },
    judge: ({ rate, most, speed }, say, context) => {
      if (rate <= most * ROUNDING) return null;
      return {
        severity: 'stop',
        sentence: `The speed asked for needs ${say(rate, 'frequency')}; the controller gives ${say(most, 'frequency')}.`,
        remedies: [
          ...coarserSteps(context, rate, most),
          speedOf(context, (speed * most) / rate, 'Ask for'),
          advice('Choose a faster controller.'),
        ],
      };
    },
  }),
  rule({
    id: 'timer-grain',
    station: 'controller',
    mends: field.timerClock,
    inputs: { error: timerError },
    judge: ({ error }) =>
      Math.abs(error) > GRAIN_MOST
        ? {
            severity: 'caution',
            sentence: `The timer’s grain makes the speed ${(Math.abs(error) * 100).toFixed(1)} % ${error > 0 ? 'too high' : 'too low'}.`,
            remedies: [advice('Choose a faster timer clock.'), advice('Choose coarser microsteps.')],
          }
        : null,
  }),
  rule({
    id: 'resonance',
    station: 'motor',
    inputs: { f0: naturalFrequency, speed: field.speed, travel: travelPerMotorTurn, p: rotorTeeth },
    judge: ({ f0, speed, travel, p }, say, context) => {
      const rate = (speed * 4 * p) / travel;
      const found = resonantRates(f0, context.axis.driver.microsteps).find(
        (item) => Math.abs(rate / item.rate - 1) < RESONANCE_WIDTH,
      );
      return found
        ? {
            severity: 'caution',
            sentence: `The speed asked for is ${say(rate, 'frequency')} in full steps, beside a resonance at ${say(found.rate, 'frequency')} (${found.cause}).`,
            remedies: [
              speedOf(context, speed * 1.4, 'Ask for'),
              ...(context.axis.driver.microsteps < 8 ? [microstepsOf(context, 8)] : []),
              advice('Fit a damper to the rear shaft.'),
            ],
          }
        : null;
    },
  }),
  rule({
    id: 'inertia-ratio',
    station: 'carriage',
    inputs: { ratio: inertiaRatio },
    judge: ({ ratio }, _say, context) =>
      ratio > INERTIA_RATIO_MOST
        ? {
            severity: 'caution',
            sentence: `The load’s inertia is ${ratio.toFixed(0)}× the rotor’s; above ${INERTIA_RATIO_MOST}× it starts and stops badly.`,
            remedies: [gearedDown(context), advice('Make it lighter.')],
          }
        : null,
  }),
  rule({
    id: 'following-alarm',
    station: 'motor',
    inputs: { limit: field.followingLimit, lag: followingLag },
    judge: ({ limit, lag }, say, context) =>
      lag > limit
        ? {
            severity: 'stop',
            sentence: `Accelerating, the rotor hangs ${say(lag, 'angle')} behind its command at speed; the drive alarms at ${say(limit, 'angle')}.`,
            remedies: [
              gearedDown(context),
              advice('Allow a larger following error.'),
              advice('Choose a stronger motor.'),
            ],
          }
        : null,
  }),
  rule({
    id: 'speed-not-reached',
    station: 'carriage',
    inputs: { top: topSpeedInTravel, speed: field.speed, travel: field.travel },
    judge: ({ top, speed, travel }, say, context) =>
      top * ROUNDING < speed
        ? {
            severity: 'caution',
            sentence: `It never reaches the ${say(speed, speedDimension(context))} asked for: over ${say(travel, byJob('length', 'angle')(context))} it comes to ${say(top, speedDimension(context))} before it has to brake.`,
            remedies: [speedOf(context, top, 'Ask for'), advice('Ask for more acceleration, or a longer travel.')],
          }
        : null,
  }),
  rule({
    id: 'motor-too-fast',
    station: 'motor',
    inputs: { speed: motorSpeed, most: field.motorSpeedMost, carriage: field.speed },
    judge: ({ speed, most, carriage }, say, context) => {
      if (speed <= most * ROUNDING) return null;
      const isPrinted = context.axis.motor.specification.speedMost !== null;
      const turns = (value: number): string => `${Math.round((value * 60) / (2 * Math.PI))} turns/min`;
      return {
        severity: isPrinted ? 'stop' : 'caution',
        sentence: `The motor turns ${turns(speed)}; ${isPrinted ? `its sheet allows ${turns(most)}` : `such motors are seldom run beyond ${turns(most)}, where iron losses take the torque that coils alone would give`}.`,
        remedies: [speedOf(context, (carriage * most) / speed, 'Ask for'), ...coarserTransmission(context)],
      };
    },
  }),
];
