import type { Axis, Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { axisContext, type AxisContext } from './axis-context.js';
import { axisField as field } from './fields.js';
import { NOTHING } from './limits.js';
import { judgeBy, type AxisFinding, type Rule, type Say } from './judgement.js';
import { gravityLoad } from './load-figures.js';
import { fallTorque, isThreadKnown, pathBackward, transmissionBackward } from './power-off-figures.js';
import type { Remedy } from '../finding/index.js';
import { ELECTRIC_RULES } from './rules-electric.js';
import { FIT_RULES } from './rules-fit.js';
import { MECHANICS_RULES } from './rules-mechanics.js';
import { MOTION_RULES } from './rules-motion.js';
import { PULSE_RULES } from './rules-pulses.js';
import { speedMargin } from './speed-figures.js';

export const AXIS_RULES: readonly Rule[] = [
  ...ELECTRIC_RULES,
  ...MOTION_RULES,
  ...PULSE_RULES,
  ...MECHANICS_RULES,
  ...FIT_RULES,
];

/** An axis with its figures and what is wrong with it, reckoned once for all who look at it. */
export interface JudgedAxis {
  readonly axis: Axis;
  readonly reckoner: Reckoner<AxisContext>;
  readonly findings: readonly AxisFinding[];
}

/** Every axis of a machine, reckoned from scratch. */
export function judgedAxes(machine: Machine, say: Say): readonly JudgedAxis[] {
  return machine.axes.flatMap((axis) => {
    const context = axisContext(machine, axis.id);
    if (!context) return [];
    const reckoner = new Reckoner(context);
    return [{ axis, reckoner, findings: judgeAxis(reckoner, say) }];
  });
}

/** Every finding on an axis, stops first, in the order of the rules. */
export function judgeAxis(reckoner: Reckoner<AxisContext>, say: Say): readonly AxisFinding[] {
  return judgeBy(AXIS_RULES, reckoner, say);
}

/** A remedy with what it would come to. */
export interface RankedRemedy extends Remedy {
  /** What trying it makes of the axis; null for advice. */
  readonly effect: {
    readonly removes: boolean;
    readonly stops: number;
    readonly cautions: number;
    readonly margin: number | null;
  } | null;
}

/**
 * Remedies by what they change: those that remove their finding without making a new one come first, then those with
 * fewer stops, fewer cautions and more torque in hand; plain advice last. Remedies that would make things worse are
 * left out.
 * @param present everything that is found on the axis now
 */
export function rankRemedies(
  machine: Machine,
  axisId: string,
  finding: AxisFinding,
  present: readonly AxisFinding[],
  say: Say,
): readonly RankedRemedy[] {
  const countOf = (findings: readonly AxisFinding[], severity: AxisFinding['severity']): number =>
    findings.filter((item) => item.severity === severity).length;
  const tried = finding.remedies.map((remedy): RankedRemedy => {
    const context = remedy.change && axisContext(remedy.change(machine), axisId);
    if (!context) return { ...remedy, effect: null };
    const reckoner = new Reckoner(context);
    const after = judgeAxis(reckoner, say);
    return {
      ...remedy,
      effect: {
        removes: !after.some((item) => item.id === finding.id),
        stops: countOf(after, 'stop'),
        cautions: countOf(after, 'caution'),
        margin: reckoner.value(speedMargin),
      },
    };
  });
  const score = ({ effect }: RankedRemedy): number =>
    effect === null
      ? -Infinity
      : (effect.removes ? 1000 : 0) - 100 * effect.stops - 10 * effect.cautions + Math.min(effect.margin ?? 0, 9);
  return tried
    .filter(({ effect }) => effect === null || effect.removes || effect.stops <= countOf(present, 'stop'))
    .sort((a, b) => score(b) - score(a));
}

/** What an axis with weight on it does when the power goes. */
export interface PowerOff {
  /** Null while the line is not known. */
  readonly falls: boolean | null;
  readonly sentence: string;
}

/** What the line that locks is called. */
const lockName = (reckoner: Reckoner<AxisContext>): string => {
  const isThread = (reckoner.value(transmissionBackward) ?? 1) <= 0;
  return isThread && reckoner.context.axis.transmission.specification.kind === 'screw' ? 'screw' : 'line';
};

/** Whether what locks rests on what somebody said: on the thread alone, on the train alone, or on both together. */
function isLockSaid(reckoner: Reckoner<AxisContext>): boolean {
  const [thread, train] = [reckoner.get(transmissionBackward), reckoner.outcomeOf(field.stagesBackward)];
  return [thread, train].some((outcome) => outcome.kind === 'value' && outcome.value <= 0 && !outcome.isAssumed);
}

/** Whether weight hangs on the axis although nobody has said how much. */
function mayHang({ axis }: AxisContext, reckoner: Reckoner<AxisContext>): boolean {
  return axis.job.kind === 'linear' && (reckoner.reading(field.incline)?.value ?? 0) !== 0;
}

/**
 * What a weight does when the power goes. That it stays is only said from what somebody said: a guess never holds a
 * weight.
 * @returns null for an axis on which no weight pulls
 */
export function powerOff(reckoner: Reckoner<AxisContext>, say: Say): PowerOff | null {
  const [weight, fall] = [reckoner.value(gravityLoad), reckoner.value(fallTorque)];
  const { context } = reckoner;
  const { letter } = context.axis;
  if ((weight !== null && Math.abs(weight) <= NOTHING) || (weight === null && !mayHang(context, reckoner))) return null;
  const backward = reckoner.value(pathBackward);
  // A line that locks does so whatever hangs on it.
  if (backward !== null && backward <= 0) {
    const line = lockName(reckoner);
    return isLockSaid(reckoner)
      ? {
          falls: false,
          sentence: `${letter} stays where it is with the power off: its ${line} locks by itself. Vibration can still let it creep.`,
        }
      : {
          falls: null,
          sentence: `Not known whether ${letter} stays with the power off: its ${line} would lock even greased, but its friction is a guess. Keep a hand under it.`,
        };
  }
  if (fall === null)
    return {
      falls: null,
      sentence: `A weight hangs on ${letter}. Whether it drops with the power off shows once its mass and its screw or belt are known; until then take it that it does.`,
    };
  if (!isThreadKnown(context))
    return {
      falls: null,
      sentence: `Not known whether ${letter} stays with the power off: diameter and friction of its thread are not said. Without friction the weight turns the motor with ${say(fall, 'torque')}: keep a hand under it.`,
    };
  if (fall <= 0)
    return {
      falls: null,
      sentence: `${letter} is held with the power off by the friction of its guides alone. Oil and vibration change that: keep a hand under it.`,
    };
  const detent = reckoner.reading(field.detentTorque)?.value ?? 0;
  const outcome = reckoner.get(fallTorque);
  if (fall <= detent)
    return {
      falls: outcome.kind === 'value' && outcome.isAssumed ? null : false,
      sentence: `${letter} is held only by the motor’s detent torque, ${say(detent, 'torque')} against ${say(fall, 'torque')}: a knock lets it fall.`,
    };
  const grease = outcome.kind === 'value' && outcome.isAssumed ? ', with the worst taken where nothing is known' : '';
  return {
    falls: true,
    sentence: `${letter} drops when the power goes: its line does not lock, and the weight turns the motor with ${say(fall, 'torque')}${grease}.`,
  };
}
