import { preferredUnit, showQuantity, type Dimension, type UnitSystem } from '../quantity/index.js';
import type { Field, Figure, Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import * as field from './fields.js';
import * as step from './step-figures.js';
import * as torque from './torque-figures.js';

export type Station = 'supply' | 'driver' | 'motor' | 'reduction' | 'transmission' | 'carriage' | 'controller';
export type Severity = 'stop' | 'caution';

/** Writes an SI value with its unit in the reader's system, rounded to its uncertainty where one is given. */
export type Say = (value: number, dimension: Dimension, uncertainty?: number) => string;

/** Says in a system of units; four significant digits where no uncertainty rules. */
export function sayIn(system: UnitSystem): Say {
  return (value, dimension, uncertainty) => showQuantity(value, preferredUnit(dimension, system), uncertainty === undefined ? { significant: 4 } : { uncertainty });
}

export interface Finding {
  readonly ruleId: string;
  readonly station: Station;
  readonly severity: Severity;
  /** Plain words with the numbers in them. */
  readonly reason: string;
  /** What would change it, in the order to try. */
  readonly remedies: readonly string[];
}

type Judged = Pick<Finding, 'severity' | 'reason' | 'remedies'>;
type RuleInputs = Readonly<Record<string, Field<AxisContext> | Figure<AxisContext>>>;

/** A rule of judgement on an axis: silent while its inputs are not known or all is well. */
export interface Rule {
  readonly id: string;
  readonly station: Station;
  readonly inputs: RuleInputs;
  readonly judge: (values: Readonly<Record<string, number>>, say: Say, context: AxisContext) => Judged | null;
}

function rule<const I extends RuleInputs>(declaration: {
  readonly id: string;
  readonly station: Station;
  readonly inputs: I;
  readonly judge: (values: { readonly [K in keyof I]: number }, say: Say, context: AxisContext) => Judged | null;
}): Rule {
  return { ...declaration, judge: declaration.judge as Rule['judge'] };
}

const lengthOf = ({ axis }: AxisContext): Dimension => (axis.job.kind === 'linear' ? 'length' : 'angle');

/** Small slack so that a value typed equal to its limit is not refused for its last bit. */
const ROUNDING = 1 + 1e-9;
/** Load share of the holding torque above which builders give up margin (common practice, no source). */
const MARGIN_WANTED = 2;
/** Share of the driver's absolute voltage that leaves nothing for a braking mass (common practice, no source). */
const VOLTAGE_SHARE_MOST = 0.9;

export const AXIS_RULES: readonly Rule[] = [
  rule({
    id: 'limit-above-motor',
    station: 'driver',
    inputs: { limit: torque.limitInForce, rated: field.ratedCurrent },
    judge: ({ limit, rated }, say) =>
      limit > Math.SQRT2 * rated * ROUNDING
        ? {
            severity: 'stop',
            reason: `Limit ${say(limit, 'current')} crest is above what the motor bears, ${say(Math.SQRT2 * rated, 'current')} crest at ${say(rated, 'current')} a phase. It will overheat.`,
            remedies: ['Lower the current limit.', 'Choose a motor with a higher rated current.'],
          }
        : null,
  }),
  rule({
    id: 'limit-above-driver',
    station: 'driver',
    inputs: { limit: torque.limitInForce, most: field.driverCurrentMost },
    judge: ({ limit, most }, say) =>
      limit > most * ROUNDING
        ? {
            severity: 'stop',
            reason: `Limit ${say(limit, 'current')} is above the driver’s ${say(most, 'current')}.`,
            remedies: ['Lower the current limit.', 'Choose a driver for more current.'],
          }
        : null,
  }),
  rule({
    id: 'supply-above-driver',
    station: 'supply',
    inputs: { volts: field.supplyVoltage, most: field.driverVoltageMost },
    judge: ({ volts, most }, say) => {
      if (volts > most * ROUNDING)
        return {
          severity: 'stop',
          reason: `${say(volts, 'voltage')} is above the driver’s ${say(most, 'voltage')}.`,
          remedies: ['Choose a lower supply voltage.', 'Choose a driver for more volts.'],
        };
      if (volts > most * VOLTAGE_SHARE_MOST)
        return {
          severity: 'caution',
          reason: `${say(volts, 'voltage')} leaves little below the driver’s ${say(most, 'voltage')} for a braking mass.`,
          remedies: ['Choose a lower supply voltage.', 'Choose a driver for more volts.'],
        };
      return null;
    },
  }),
  rule({
    id: 'supply-below-driver',
    station: 'supply',
    inputs: { volts: field.supplyVoltage, least: field.driverVoltageLeast },
    judge: ({ volts, least }, say) =>
      volts < least / ROUNDING
        ? { severity: 'stop', reason: `${say(volts, 'voltage')} is below the ${say(least, 'voltage')} that the driver needs.`, remedies: ['Choose a higher supply voltage.'] }
        : null,
  }),
  rule({
    id: 'load-above-hold',
    station: 'motor',
    inputs: { margin: torque.torqueMargin, load: torque.loadAtMotor, hold: torque.torqueAtLimit },
    judge: ({ margin, load, hold }, say) => {
      if (margin < 1)
        return {
          severity: 'stop',
          reason: `The load is ${say(load, 'torque')} at the motor; it holds ${say(hold, 'torque')}.`,
          remedies: ['Raise the current limit if the motor allows.', 'Gear down.', 'Choose a stronger motor.'],
        };
      if (margin < MARGIN_WANTED)
        return {
          severity: 'caution',
          reason: `Holds ${margin.toFixed(1)}× the load standing still; ${MARGIN_WANTED}× is wanted before it moves.`,
          remedies: ['Raise the current limit if the motor allows.', 'Gear down.', 'Choose a stronger motor.'],
        };
      return null;
    },
  }),
  rule({
    id: 'step-coarser-than-tolerance',
    station: 'transmission',
    inputs: { step: step.stepSize, tolerance: field.tolerance },
    judge: ({ step: size, tolerance }, say, context) =>
      size > 2 * tolerance * ROUNDING
        ? {
            severity: 'stop',
            reason: `One notch is ${say(size, lengthOf(context))}, wider than the ±${say(tolerance, lengthOf(context))} asked for.`,
            remedies: ['Choose a smaller lead or a reduction.', 'Choose finer microsteps, if the load allows.'],
          }
        : null,
  }),
  rule({
    id: 'lag-beyond-tolerance',
    station: 'motor',
    inputs: { lag: torque.loadLag, tolerance: field.tolerance },
    judge: ({ lag, tolerance }, say, context) =>
      lag > tolerance * ROUNDING
        ? {
            severity: 'caution',
            reason: `The load pushes the carriage ${say(lag, lengthOf(context))} off its notch; ±${say(tolerance, lengthOf(context))} is asked for. Finer microsteps will not help.`,
            remedies: ['Gear down.', 'Choose a stronger motor.', 'Reduce the load.'],
          }
        : null,
  }),
  rule({
    id: 'pulse-rate',
    station: 'controller',
    inputs: { rate: step.pulseRate, most: field.pulseRateMost, speed: field.speed },
    judge: ({ rate, most }, say) =>
      rate > most * ROUNDING
        ? {
            severity: 'stop',
            reason: `The speed asked for needs ${say(rate, 'frequency')}; the controller gives ${say(most, 'frequency')}.`,
            remedies: ['Choose coarser microsteps.', 'Ask for less speed.', 'Choose a faster controller.'],
          }
        : null,
  }),
  rule({
    id: 'printed-ratio',
    station: 'reduction',
    inputs: { drift: step.driftPerTurn, ratio: step.gearheadRatio },
    judge: ({ drift, ratio }, say) =>
      Math.abs(drift) > 1e-9
        ? {
            severity: 'caution',
            reason: `The printed ratio is rounded: its teeth give ${ratio.toFixed(5)}. Believing the print drifts ${say(Math.abs(drift), 'angle')} a turn.`,
            remedies: ['Use the steps from the teeth, as here.'],
          }
        : null,
  }),
  rule({
    id: 'printed-ratio-only',
    station: 'reduction',
    inputs: { nominal: field.gearheadNominal },
    judge: (_values, _say, { axis }) =>
      axis.motor.specification.gearhead?.stages.length === 0
        ? {
            severity: 'caution',
            reason: 'Only the printed gearhead ratio is known. Printed ratios are often rounded; a turntable then creeps.',
            remedies: ['Count the teeth of each pair, or check a whole turn.'],
          }
        : null,
  }),
  rule({
    id: 'microsteps-finer-than-driver',
    station: 'driver',
    inputs: { microsteps: field.microsteps },
    judge: ({ microsteps }, _say, { axis }) =>
      microsteps > axis.driver.specification.finestMicrosteps
        ? {
            severity: 'stop',
            reason: `1/${microsteps} is finer than the driver’s 1/${axis.driver.specification.finestMicrosteps}.`,
            remedies: ['Choose coarser microsteps.', 'Choose another driver.'],
          }
        : null,
  }),
];

/** Every finding on an axis, stops first, in the order of the rules. */
export function judgeAxis(reckoner: Reckoner<AxisContext>, say: Say): readonly Finding[] {
  const found: Finding[] = [];
  for (const item of AXIS_RULES) {
    const values: Record<string, number> = {};
    let isKnown = true;
    for (const [key, input] of Object.entries(item.inputs)) {
      const outcome = reckoner.outcomeOf(input);
      if (outcome.kind === 'value') values[key] = outcome.value;
      else isKnown = false;
    }
    const judged = isKnown ? item.judge(values, say, reckoner.context) : null;
    if (judged) found.push({ ruleId: item.id, station: item.station, ...judged });
  }
  return [...found.filter((finding) => finding.severity === 'stop'), ...found.filter((finding) => finding.severity === 'caution')];
}
