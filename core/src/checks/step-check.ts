import { rankFaults, ratioFaults, type Ranking } from '../diagnosis/index.js';
import { stepsPerUnit, travelOfSteps, travelPerMotorTurn, stepsPerMotorTurn, axisField, type AxisContext, type Say } from '../drive-line/index.js';
import { readQuantity } from '../machine/index.js';
import { exact, parseQuantity, rationalFromNumber, unitsOf, type Dimension, type Exact } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';
import { conformity, GUARD_FACTOR, worst, type Conformity } from './conformity.js';
import { resolutionUncertainty, trueTravel } from './instrument.js';
import { plannedReadings, type PlannedReading, type StepCheckPlan } from './plan.js';
import { judgeReturns, type ReturnJudgement } from './return-to-zero.js';
import { fitScale, type ScaleFit } from './scale-fit.js';

/** A reading as it was entered: text with its unit, under its place in the plan. */
export interface EnteredReading {
  readonly index: number;
  readonly text: string;
  /** Why it is left out of the judgement; null if it counts. The value is kept either way. */
  readonly excluded: string | null;
}

/** A reading beside what was commanded, in SI. */
export interface ReadPoint extends PlannedReading {
  readonly commanded: number;
  /** Travel along the motion, tilt of the instrument taken out. */
  readonly measured: number;
  readonly deviation: number;
  readonly conformity: Conformity;
  readonly excluded: string | null;
}

export type Suggestion =
  | { readonly kind: 'none' }
  | { readonly kind: 'measure-more'; readonly reason: string }
  /** The scale's interval holds one: the old value stays exactly. */
  | { readonly kind: 'keep'; readonly reason: string }
  /** A single mistake explains the scale; the list is ranked. */
  | { readonly kind: 'fault'; readonly reason: string }
  /** No single mistake explains it: correct the number. */
  | { readonly kind: 'set'; readonly reason: string };

export type VerdictWord = 'incomplete' | 'true' | 'undecided' | 'not-true';

export interface StepCheckEvaluation {
  readonly planned: readonly PlannedReading[];
  readonly points: readonly ReadPoint[];
  /** Planned readings still to take. */
  readonly remainingCount: number;
  readonly fit: ScaleFit;
  readonly returns: ReturnJudgement;
  readonly ranking: Ranking | null;
  readonly verdict: VerdictWord;
  /** The verdict in one sentence with its numbers. */
  readonly sentence: string;
  readonly suggestion: Suggestion;
  /** Steps per unit [SI] that would bring the measured scale to one: old / k. Null without a fitted scale. */
  readonly correctedStepsPerUnit: Exact | null;
  /** Things the builder should know that do not change the verdict. */
  readonly notes: readonly string[];
  readonly standardUncertainty: number;
  readonly tolerance: number;
}

/** Significant digits kept of a corrected setting: more than any controller takes. */
const SETTING_DIGITS = 10;

/** Dimension of what an axis travels. */
export function travelDimension(context: AxisContext): Dimension {
  return context.axis.job.kind === 'linear' ? 'length' : 'angle';
}

/** The value [SI] of a reading's text; null if it is not a reading of that dimension. */
export function readingValue(text: string, dimension: Dimension): number | null {
  const fallback = unitsOf(dimension)[0];
  const parsed = fallback && parseQuantity(text, dimension, fallback, 'kept');
  return parsed?.ok && parsed.value.hasUnit && Number.isFinite(parsed.value.value) ? parsed.value.value : null;
}

/**
 * Judges a step check on the revision it was made on.
 * @param say writes values in the reader's units, for the sentences
 * @returns null if the axis has no steps per unit, so that nothing could have been commanded
 */
export function evaluateStepCheck(context: AxisContext, plan: StepCheckPlan, entered: readonly EnteredReading[], say: Say): StepCheckEvaluation | null {
  const reckoner = new Reckoner(context);
  const steps = reckoner.get(stepsPerUnit);
  if (steps.kind !== 'value') return null;
  const stepsExact = steps.exact ?? exact(rationalFromNumber(steps.value));
  const dimension = travelDimension(context);
  const digit = readQuantity(plan.instrument.resolution, dimension).value;
  const tolerance = readQuantity(plan.tolerance.value, dimension).value;
  const resolution = resolutionUncertainty(digit);
  const planned = plannedReadings(plan);

  const raw = readPoints(planned, plan, entered, dimension, stepsExact);
  const counted = raw.filter((point) => point.excluded === null);
  const outward = counted.filter((point) => !point.isReturn);
  const scaleUncertainty = plan.instrument.scaleUncertainty ? readQuantity(plan.instrument.scaleUncertainty, 'ratio').value : 0;
  const fit = fitScale(outward, resolution, scaleUncertainty);
  // The decision rests on what the instrument may be wrong by, not on the scatter of the machine, which is what is judged.
  const reach = Math.max(0, ...counted.map((point) => Math.abs(point.measured)));
  const standardUncertainty = Math.hypot(resolution, (scaleUncertainty * reach) / 2);
  const points = raw.map((point) => ({ ...point, conformity: conformity(point.deviation, tolerance, standardUncertainty) }));

  const returns = judgeReturns(
    counted.filter((point) => point.isReturn).map((point) => point.measured),
    resolution,
    cycleTravel(reckoner),
  );
  const isScaleOff = fit.kind === 'fitted' && Math.abs(fit.scale.value - 1) > fit.scale.expanded;
  const ranking = isScaleOff && fit.scale.value > 0 ? rankFaults(ratioFaults(context.axis, context.machine.kind), fit.scale.value, fit.scaleStandardUncertainty) : null;
  const judged = points.filter((point) => point.excluded === null);
  const remainingCount = planned.length - raw.length;
  const verdict = verdictOf(
    judged.map((point) => point.conformity),
    remainingCount,
  );
  return {
    planned,
    points,
    remainingCount,
    fit,
    returns,
    ranking,
    verdict,
    sentence: verdictSentence(verdict, judged, remainingCount, { tolerance, standardUncertainty, digit }, (value, uncertainty) => say(value, dimension, uncertainty)),
    suggestion: suggestionOf(fit, ranking, verdict, remainingCount),
    correctedStepsPerUnit: fit.kind === 'fitted' && fit.scale.value > 0 ? correctedSetting(steps.value, fit.scale.value) : null,
    notes: notesOf(fit, returns, plan, reckoner, (value, uncertainty) => say(value, dimension, uncertainty)),
    standardUncertainty,
    tolerance,
  };
}

/** A value in the reader's unit; an uncertainty is told by itself, to its own two digits. */
type Tell = (value: number, uncertainty?: number) => string;

function readPoints(
  planned: readonly PlannedReading[],
  plan: StepCheckPlan,
  entered: readonly EnteredReading[],
  dimension: Dimension,
  stepsExact: Exact,
): Omit<ReadPoint, 'conformity'>[] {
  const tilt = plan.instrument.tilt ? readQuantity(plan.instrument.tilt, 'angle').value : 0;
  // A later entry for the same place is a correction; the earlier one stays on record but does not count.
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  return planned.flatMap((reading) => {
    const item = latest.get(reading.index);
    const shown = item ? readingValue(item.text, dimension) : null;
    if (!item || shown === null) return [];
    const commanded = travelOfSteps(reading.target, stepsExact);
    const measured = trueTravel(shown, plan.instrument.form, tilt);
    return [{ ...reading, commanded, measured, deviation: measured - commanded, excluded: item.excluded }];
  });
}

/** Travel of four full steps, in which an open-loop motor falls out of step. */
function cycleTravel(reckoner: Reckoner<AxisContext>): number {
  const turn = reckoner.value(travelPerMotorTurn) ?? Infinity;
  const steps = reckoner.value(stepsPerMotorTurn) ?? 4;
  const microsteps = reckoner.reading(axisField.microsteps)?.value ?? 1;
  return (4 * microsteps * turn) / steps;
}

function verdictOf(conformities: readonly Conformity[], remainingCount: number): VerdictWord {
  if (conformities.length === 0) return 'incomplete';
  const overall = worst(conformities);
  if (overall === 'outside') return 'not-true';
  if (remainingCount > 0) return 'incomplete';
  return overall === 'within' ? 'true' : 'undecided';
}

interface Limits {
  readonly tolerance: number;
  readonly standardUncertainty: number;
  readonly digit: number;
}

function verdictSentence(verdict: VerdictWord, points: readonly ReadPoint[], remainingCount: number, limits: Limits, tell: Tell): string {
  const worstPoint = points.reduce<ReadPoint | null>((found, point) => (found && Math.abs(found.deviation) >= Math.abs(point.deviation) ? found : point), null);
  if (!worstPoint) return 'No reading yet.';
  const guard = GUARD_FACTOR * limits.standardUncertainty;
  const size = tell(Math.abs(worstPoint.deviation), guard);
  const asked = `±${tell(limits.tolerance)} asked for`;
  switch (verdict) {
    case 'incomplete':
      return `${remainingCount} of ${remainingCount + points.length} readings to take. So far the largest deviation is ${size}.`;
    case 'true':
      return `Every reading lies within ${asked}, by more than the measurement’s own ±${tell(guard, guard)}. Largest deviation ${size}.`;
    case 'not-true':
      return `Off by ${size} at ${tell(worstPoint.commanded)}: ${worstPoint.deviation > 0 ? 'too long' : 'too short'}; ${asked}.`;
    case 'undecided':
      return guard >= limits.tolerance
        ? `The measurement is only good to ±${tell(guard, guard)}, so it cannot show ${asked}. Read with a finer digit than ${tell(limits.digit)}.`
        : `The largest deviation, ${size}, is within the measurement’s ±${tell(guard, guard)} of the limit, ${asked}. Use a finer indicator.`;
  }
}

/** Chance from which one cause is put forward by name. */
const NAMED_CHANCE = 0.2;
/** Relative error that trimming a number should not hide: something is not what it was said to be (common practice, no source). */
const TRIM_MOST = 0.03;

function suggestionOf(fit: ScaleFit, ranking: Ranking | null, verdict: VerdictWord, remainingCount: number): Suggestion {
  if (fit.kind === 'refused') return { kind: 'measure-more', reason: fit.reason };
  const percent = (value: number): string => `${(value * 100).toPrecision(2)} %`;
  const off = fit.scale.value - 1;
  const interval = `scale ${fit.scale.value.toPrecision(6)} ± ${percent(fit.scale.expanded)} (95 %)`;
  if (!(fit.scale.value > 0))
    return { kind: 'measure-more', reason: 'The carriage ran the wrong way. Swap the two leads of one coil, or turn the direction round in the controller, and measure again.' };
  if (!ranking && verdict === 'not-true') {
    return {
      kind: 'measure-more',
      reason: `The error does not grow with distance (${interval}), so no setting mends it. Read the worst place again: it may be misread, and is then left out with a reason; else look at reversal, return and coupling.`,
    };
  }
  if (!ranking) return { kind: 'keep', reason: `Not significant, leave it: ${interval} holds 1, so the setting stays exactly as it is.` };
  const [first] = ranking.faults;
  if (first && first.chance >= NAMED_CHANCE) return { kind: 'fault', reason: `${first.fault.sentence} Measured ${interval}.` };
  if (Math.abs(off) > TRIM_MOST) {
    return {
      kind: 'set',
      reason: `${interval}: no single usual mistake explains ${percent(Math.abs(off))}. Look for a part that is not what was entered before trimming the number.`,
    };
  }
  return {
    kind: 'set',
    reason: `${interval}${remainingCount > 0 ? `, with ${remainingCount} readings to come` : ''}: a dimension is a little off. The corrected setting makes it 1.`,
  };
}

/** Old / k as a decimal that can be typed into a controller. */
function correctedSetting(stepsPerUnitValue: number, scale: number): Exact {
  return exact(rationalFromNumber(Number((stepsPerUnitValue / scale).toPrecision(SETTING_DIGITS))));
}

function notesOf(fit: ScaleFit, returns: ReturnJudgement, plan: StepCheckPlan, reckoner: Reckoner<AxisContext>, tell: Tell): string[] {
  const notes: string[] = [];
  if (fit.kind === 'fitted' && fit.reversal) {
    const { value, expanded } = fit.reversal;
    notes.push(
      Math.abs(value) > expanded
        ? `Lost motion at reversal: ${tell(Math.abs(value), expanded)} ± ${tell(expanded, expanded)}. It is constant, so it is backlash, not scale.`
        : `No lost motion shown at reversal (${tell(value, expanded)} ± ${tell(expanded, expanded)}).`,
    );
  } else if (plan.approach === 'one-way') notes.push('Read from one side only, so backlash does not show here.');
  if (fit.kind === 'fitted' && fit.offset && Math.abs(fit.offset.value) > fit.offset.expanded)
    notes.push(`The zero is off by ${tell(fit.offset.value, fit.offset.expanded)} ± ${tell(fit.offset.expanded, fit.offset.expanded)} at every distance.`);
  notes.push(...returnNotes(returns, tell));
  const turn = reckoner.value(stepsPerMotorTurn);
  if (turn !== null && plan.targets.every((target) => Math.abs(target / turn - Math.round(target / turn)) < 1e-3))
    notes.push('Every target is a whole number of motor turns, so an error that repeats each turn cannot show. Add targets in between.');
  return notes;
}

function returnNotes(returns: ReturnJudgement, tell: Tell): string[] {
  const off = returns.kind === 'none' ? '' : tell(returns.mean, returns.expanded);
  switch (returns.kind) {
    case 'none':
      return [];
    case 'returns':
      return [`Returns to zero within ${tell(returns.expanded, returns.expanded)}.`];
    case 'lost-cycles':
      return [
        `Zero is off by ${off}: ${Math.abs(returns.cycles)} whole electrical ${Math.abs(returns.cycles) === 1 ? 'cycle' : 'cycles'} of four full steps. Steps were lost: too fast, too heavy, too little current, or a resonance.`,
      ];
    case 'off':
      return [
        returns.canTestCycles
          ? `Zero is off by ${off} ± ${tell(returns.expanded, returns.expanded)}, not by whole electrical cycles: a coupling, pulley or belt slips, or the indicator moved.`
          : `Zero is off by ${off} ± ${tell(returns.expanded, returns.expanded)}. Cannot tell yet whether steps were lost or something slipped: use a finer indicator, or a witness mark across the coupling.`,
      ];
  }
}
