import type { Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { axisContext, type AxisContext } from './axis-context.js';
import * as field from './fields.js';
import { judgeBy, type Finding, type Rule, type Say } from './judgement.js';
import { fallTorque, gravityLoad } from './load-figures.js';
import type { Remedy } from './remedies.js';
import { ELECTRIC_RULES } from './rules-electric.js';
import { FIT_RULES } from './rules-fit.js';
import { MECHANICS_RULES } from './rules-mechanics.js';
import { MOTION_RULES } from './rules-motion.js';
import { speedMargin } from './speed-figures.js';

export const AXIS_RULES: readonly Rule[] = [...ELECTRIC_RULES, ...MOTION_RULES, ...MECHANICS_RULES, ...FIT_RULES];

/** Every finding on an axis, stops first, in the order of the rules. */
export function judgeAxis(reckoner: Reckoner<AxisContext>, say: Say): readonly Finding[] {
  return judgeBy(AXIS_RULES, reckoner, say);
}

/** A remedy with what it would come to. */
export interface RankedRemedy extends Remedy {
  /** What trying it makes of the axis; null for advice. */
  readonly effect: { readonly removes: boolean; readonly stops: number; readonly cautions: number; readonly margin: number | null } | null;
}

/**
 * Remedies by what they change: those that remove their finding without making a new one come first, then those with fewer
 * stops, fewer cautions and more torque in hand; plain advice last. Remedies that would make things worse are left out.
 */
export function rankRemedies(machine: Machine, axisId: string, finding: Finding, say: Say): readonly RankedRemedy[] {
  const before = axisContext(machine, axisId);
  const present = before ? judgeAxis(new Reckoner(before), say) : [];
  const countOf = (findings: readonly Finding[], severity: Finding['severity']): number => findings.filter((item) => item.severity === severity).length;
  const tried = finding.remedies.map((remedy): RankedRemedy => {
    const context = remedy.change && axisContext(remedy.change(machine), axisId);
    if (!context) return { ...remedy, effect: null };
    const reckoner = new Reckoner(context);
    const after = judgeAxis(reckoner, say);
    return {
      ...remedy,
      effect: {
        removes: !after.some((item) => item.ruleId === finding.ruleId),
        stops: countOf(after, 'stop'),
        cautions: countOf(after, 'caution'),
        margin: reckoner.value(speedMargin),
      },
    };
  });
  const score = ({ effect }: RankedRemedy): number =>
    effect === null ? -Infinity : (effect.removes ? 1000 : 0) - 100 * effect.stops - 10 * effect.cautions + Math.min(effect.margin ?? 0, 9);
  return tried.filter(({ effect }) => effect === null || effect.removes || effect.stops <= countOf(present, 'stop')).sort((a, b) => score(b) - score(a));
}

/** What an axis with weight on it does when the power goes. */
export interface PowerOff {
  /** Null while the line is not known. */
  readonly falls: boolean | null;
  readonly sentence: string;
}

/** @returns null for an axis on which no weight pulls, or while its weight is not known */
export function powerOff(reckoner: Reckoner<AxisContext>, say: Say): PowerOff | null {
  const [weight, fall] = [reckoner.value(gravityLoad), reckoner.value(fallTorque)];
  if (weight === null || weight === 0) return null;
  const detent = reckoner.reading(field.detentTorque)?.value ?? 0;
  const { letter, transmission } = reckoner.context.axis;
  if (fall === null)
    return { falls: null, sentence: `A weight hangs on ${letter}. Whether it drops with the power off shows once its screw or belt is known; until then take it that it does.` };
  const line = transmission.specification.kind === 'screw' ? 'screw' : 'line';
  if (fall <= 0) return { falls: false, sentence: `${letter} stays where it is with the power off: its ${line} locks by itself. Vibration can still let it creep.` };
  if (fall <= detent)
    return { falls: false, sentence: `${letter} is held only by the motor’s detent torque, ${say(detent, 'torque')} against ${say(fall, 'torque')}: a knock lets it fall.` };
  return { falls: true, sentence: `${letter} drops when the power goes: its ${line} does not lock, and the weight turns the motor with ${say(fall, 'torque')}.` };
}
