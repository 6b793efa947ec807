import { motionOf } from '../../machine/index.js';
import { chainSpread, faultsInForce, rankFaults, type Ranking } from '../../diagnosis/index.js';
import { travelOfSteps, type AxisContext, type Say } from '../../drive-line/index.js';
import { readQuantity } from '../../shape/index.js';
import { exact, rationalFromNumber, exactToNumber, type Dimension, type Exact } from '../../quantity/index.js';
import { NO_FINDINGS, type CheckFindings } from '../findings.js';
import type { VerdictWord } from '../verdict.js';
import { readingValue, type EnteredReading } from '../reading.js';
import { Reckoner } from '../../reckoner/index.js';
import { conformity, worst } from '../conformity.js';
import { readingDoubt, scaleDoubt, type InstrumentDoubt } from '../instrument.js';
import { doubtOf, shownTravel } from '../measuring.js';
import type { PlannedReading } from '../commanded.js';
import { cycleTravel } from '../cycle.js';
import { budgetOf } from '../../statistics/index.js';
import { exactSteps } from '../exact-steps.js';
import { instrumentRows, ownRows } from '../sample.js';
import { figuresFor } from './figures.js';
import { plannedReadings, travelDimension, type StepCheckPlan } from './plan.js';
import { judgeReturns } from './return-to-zero.js';
import { fitScale, scatterWithinRuns, wildReading, type ScaleFit } from './scale-fit.js';
import { stepCheckChart } from './chart.js';
import type { ReadPoint, StepCheckEvaluation, Tell } from './evaluation.js';
import { notesOf, resultOf, sentenceOf, suggestionOf } from './words.js';

/** Why an axis cannot be checked so: it moves otherwise, or nothing could be commanded. */
export function misfitOfStepCheck(context: AxisContext, plan: StepCheckPlan): string | null {
  const { kind } = context.axis.job;
  const { travel, does } = motionOf(context.axis.job);
  if (plan.measured.kind !== travel || plan.tolerance.kind !== kind) return `This axis ${does}: plan in ${travel}s.`;
  return exactSteps(new Reckoner(context)) === null
    ? 'The steps per unit of this axis are not known yet, so nothing can be commanded. Finish its drive line first.'
    : null;
}

/** Significant digits kept of a corrected setting: more than any controller takes. */
const SETTING_DIGITS = 10;

/**
 * Judges a step check on the revision it was made on.
 * @param say writes values in the reader's units, for the sentences
 * @returns null where {@link misfitOfStepCheck} says why
 */
export function evaluateStepCheck(
  context: AxisContext,
  plan: StepCheckPlan,
  entered: readonly EnteredReading[],
  say: Say,
): StepCheckEvaluation | null {
  const reckoner = new Reckoner(context);
  const stepsExact = exactSteps(reckoner);
  if (misfitOfStepCheck(context, plan) !== null || !stepsExact) return null;
  const dimension = travelDimension(plan);
  const doubt = doubtOf(plan.measured);
  const tolerance = readQuantity(plan.tolerance.value, dimension).value;
  const planned = plannedReadings(plan);

  const raw = readPoints(planned, plan, entered, dimension, stepsExact);
  const points = raw.map((point): ReadPoint => {
    const standardUncertainty = readingDoubt(doubt, point.measured).whole;
    return { ...point, standardUncertainty, conformity: conformity(point.deviation, tolerance, standardUncertainty) };
  });
  const judged = points.filter((point) => point.excluded === null);
  const outward = judged.filter((point) => !point.isReturn);
  const reach = outward.reduce((most, point) => Math.max(most, Math.abs(point.measured)), 0);
  const instrumentScale = scaleDoubt(doubt, reach);
  const fit = fitScale(outward, doubt.digit, instrumentScale);
  const found = wildReading(outward, doubt.digit, instrumentScale);
  const wild = found && { point: outward[found.index] as ReadPoint, off: found.off, without: found.without };
  const returns = judgeReturns(
    judged.filter((point) => point.isReturn).map(({ run, measured }) => ({ run, value: measured })),
    doubt.digit,
    cycleTravel(reckoner),
    scatterWithinRuns(outward) ??
      (fit.kind === 'fitted' ? { deviation: fit.readingUncertainty, freedom: fit.degreesOfFreedom } : null),
    tolerance,
  );
  const motion = movementOf(outward, fit, doubt);
  const ranking = motion === 'moved' ? rankingOf(reckoner, outward, fit) : null;
  const leftOut = points.filter((point) => point.excluded !== null);
  const remainingCount = planned.length - judged.length;
  const verdict = verdictOf(judged, remainingCount);
  const tell: Tell = (value, uncertainty) => say(value, dimension, uncertainty);
  const told = {
    plan,
    tell,
    points: judged,
    leftOut,
    plannedCount: planned.length,
    remainingCount,
    fit,
    returns,
    ranking,
    wild,
    motion,
    verdict,
    tolerance,
    doubt,
    reckoner,
  };
  return {
    ...NO_FINDINGS,
    planned,
    points,
    remainingCount,
    fit,
    returns,
    wild,
    motion,
    ranking,
    figures: figuresFor(plan, judged, fit, tolerance),
    chart: stepCheckChart(points, fit, dimension, tolerance, 2 * readingDoubt(doubt, reach).whole),
    budget: budgetFor(plan, fit, reach),
    verdict,
    sentence: sentenceOf(told),
    result: resultOf(fit),
    suggestion: suggestionOf(told),
    correctedStepsPerUnit:
      fit.kind === 'fitted' && motion === 'moved' && fit.scale.value > 0
        ? trimmedSetting(exactToNumber(stepsExact), fit.scale.value)
        : null,
    notes: notesOf(told),
    standardUncertainty: readingDoubt(doubt, reach).whole,
    tolerance,
  };
}

/** What makes the scale doubtful; where none is fitted yet, the farthest reading; null where nothing was read. */
function budgetFor(plan: StepCheckPlan, fit: ScaleFit, reach: number): CheckFindings['budget'] {
  if (reach === 0) return null;
  return fit.kind === 'fitted'
    ? {
        of: 'the scale',
        dimension: 'ratio',
        rows: budgetOf([...fit.scaleRows, ...ownRows(plan.measured, reach, fit.scale.value / reach)]),
      }
    : {
        of: 'the farthest reading',
        dimension: travelDimension(plan),
        rows: budgetOf(instrumentRows(plan.measured, reach)),
      };
}

function readPoints(
  planned: readonly PlannedReading[],
  plan: StepCheckPlan,
  entered: readonly EnteredReading[],
  dimension: Dimension,
  stepsExact: Exact,
): Omit<ReadPoint, 'conformity' | 'standardUncertainty'>[] {
  // A later entry for the same place is a correction; the earlier one stays on record but does not count.
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  return planned.flatMap((reading) => {
    const item = latest.get(reading.index);
    const shown = item ? readingValue(item.text, dimension) : null;
    if (!item || shown === null) return [];
    const commanded = travelOfSteps(reading.target, stepsExact);
    const measured = shownTravel(shown, plan.measured);
    return [{ ...reading, commanded, measured, deviation: measured - commanded, excluded: item.excluded }];
  });
}

/** Digits within which a carriage counts as not having moved. */
const STILL_DIGITS = 2;

/** Whether it moved, and which way: held against what the readings can show. */
function movementOf(
  outward: readonly ReadPoint[],
  fit: ScaleFit,
  doubt: InstrumentDoubt,
): StepCheckEvaluation['motion'] {
  if (outward.length === 0) return 'moved';
  const isStill = outward.every(
    ({ measured, commanded }) =>
      Math.abs(measured) <= STILL_DIGITS * doubt.digit && Math.abs(commanded) > 2 * STILL_DIGITS * doubt.digit,
  );
  if (isStill) return 'still';
  const isBackward =
    fit.kind === 'fitted'
      ? fit.scale.value + fit.scale.expanded < 0
      : outward.every(({ measured, commanded }) => measured * commanded < 0);
  return isBackward ? 'reversed' : 'moved';
}

/** A single reading is trusted to this much of itself (common practice, no source). */
const ONE_READING = 0.01;
/** A single reading speaks only of scales further off than this. */
const ONE_READING_LEAST = 0.05;

function rankingOf(reckoner: Reckoner<AxisContext>, outward: readonly ReadPoint[], fit: ScaleFit): Ranking | null {
  const spread = chainSpread(reckoner.context.axis);
  if (fit.kind === 'fitted') {
    if (Math.abs(fit.scale.value - 1) <= fit.scale.expanded || fit.scale.value <= 0) return null;
    return rankFaults(faultsInForce(reckoner), {
      scale: fit.scale.value,
      standardUncertainty: fit.scaleStandardUncertainty,
      degreesOfFreedom: fit.effectiveDegreesOfFreedom,
      chainSpread: spread,
    });
  }
  // One distance cannot tell a scale from a constant error, but twice or four times too far is no error of the zero.
  const [first] = outward;
  if (!first) return null;
  const scale = outward.reduce((sum, point) => sum + point.measured, 0) / outward.length / first.commanded;
  if (scale <= 0) return null;
  const standardUncertainty = Math.hypot(first.standardUncertainty / first.commanded, ONE_READING * scale);
  if (Math.abs(Math.log(scale)) < ONE_READING_LEAST || Math.abs(scale - 1) < 3 * standardUncertainty) return null;
  return rankFaults(faultsInForce(reckoner), {
    scale,
    standardUncertainty,
    degreesOfFreedom: Infinity,
    chainSpread: spread,
  });
}

function verdictOf(judged: readonly ReadPoint[], remainingCount: number): VerdictWord {
  if (judged.length === 0) return 'incomplete';
  const overall = worst(judged.map((point) => point.conformity));
  if (overall === 'outside') return 'not-true';
  if (remainingCount > 0) return 'incomplete';
  return overall === 'within' ? 'true' : 'undecided';
}

/** Old / k as a decimal that can be typed into a controller. */
function trimmedSetting(stepsPerUnitValue: number, scale: number): Exact {
  return exact(rationalFromNumber(Number((stepsPerUnitValue / scale).toPrecision(SETTING_DIGITS))));
}
