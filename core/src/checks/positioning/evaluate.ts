import { travelOfSteps, type AxisContext, type Say } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { readQuantity, type Quantity } from '../../shape/index.js';
import { budgetOf, grubbsOutlier, type Contribution } from '../../statistics/index.js';
import { commandedReadings, type PlannedReading } from '../commanded.js';
import { conformity } from '../conformity.js';
import { exactSteps } from '../exact-steps.js';
import { judged, remainingOf, verdictOf, type CheckFigure, type Interval } from '../findings.js';
import { readingDoubt, scaleDoubt } from '../instrument.js';
import type { CheckEvaluation } from '../kind.js';
import { doubtAt, doubtOf, shownTravel } from '../measuring.js';
import type { EnteredReading } from '../reading.js';
import { fitScale, type FittedScale } from '../step-check/scale-fit.js';
import { taken } from '../taken.js';
import { correctionsOf, heldAgainst, type Measured } from './corrections.js';
import { axisFigures, targetFigures, type AxisFigures, type TargetDeviations } from './iso-230-2.js';
import { chartOf, type Read } from './chart.js';
import { axisIntervals, type AxisIntervals } from './iso-intervals.js';
import type { PositioningPlan } from './plan.js';
import { nextOf, POSSIBLE, resultOf, sentenceOf } from './words.js';

/** Why an axis cannot be measured by a plan; null where it can. */
export function misfitOfPositioning(context: AxisContext, plan: PositioningPlan): string | null {
  const { kind } = context.axis.job;
  const { travel, does } = motionOf(context.axis.job);
  if (plan.asked.kind !== kind || plan.measured.kind !== travel)
    return `This axis ${does}: it is measured with an instrument that shows a${travel === 'angle' ? 'n angle' : ' length'}.`;
  return exactSteps(new Reckoner(context)) === null
    ? 'The steps per unit of this axis are not known yet, so nothing can be commanded. Finish its drive line first.'
    : null;
}

export const positioningPlaces = (plan: PositioningPlan): readonly PlannedReading[] =>
  commandedReadings(plan, plan.asked.kind === 'rotary' ? 'angle' : 'length');

/** Chance that one of sound readings of a place is flagged. */
const WILD = 0.01;
/** Digits by which a reading has to be off to be flagged. */
const WILD_DIGITS = 3;

/** Judges readings to ISO 230-2. @returns null where {@link misfitOfPositioning} says why */
export function evaluatePositioning(
  context: AxisContext,
  plan: PositioningPlan,
  entered: readonly EnteredReading[],
  say: Say,
): CheckEvaluation | null {
  const steps = exactSteps(new Reckoner(context));
  if (misfitOfPositioning(context, plan) !== null || !steps) return null;
  const dimension = motionOf(context.axis.job).travel;
  const doubt = doubtOf(plan.measured);
  const limit = (item: Quantity | null): number | null => item && readQuantity(item, dimension).value;
  const asked = {
    accuracy: limit(plan.asked.accuracy),
    repeatability: limit(plan.asked.repeatability),
    reversal: limit(plan.asked.reversal),
  };
  // Half of the range that is asked, either way, is what a single place is held against.
  const band = asked.accuracy === null ? null : asked.accuracy / 2;
  const places = positioningPlaces(plan);
  const points = taken(places, entered).map(({ place, shown, excluded }): Read => {
    const commanded = travelOfSteps(place.target, steps);
    const deviation = shownTravel(shown, plan.measured) - commanded;
    const standardUncertainty = doubtAt(plan.measured, commanded);
    return {
      index: place.index,
      deviation,
      standardUncertainty,
      excluded,
      conformity: band === null ? 'within' : conformity(deviation, band, standardUncertainty),
      target: place.target,
      approach: place.approach,
      run: place.run,
      commanded,
    };
  });
  const counted = points.filter(({ excluded }) => excluded === null);
  const targets = [...plan.targets].sort((a, b) => a - b);
  const commanded = targets.map((target) => travelOfSteps(target, steps));
  const of = (target: number, approach: 'up' | 'down'): readonly number[] =>
    counted.filter((point) => point.target === target && point.approach === approach).map((point) => point.deviation);
  const read = targets.map((target): TargetDeviations => ({ up: of(target, 'up'), down: of(target, 'down') }));
  const byTarget = read.map(targetFigures);
  const iso = axisFigures(byTarget);
  const reach = Math.max(...commanded);
  const isOneSided = plan.approach === 'one-way';
  const scaleStandard = scaleDoubt(doubt, reach) / 2;
  const intervals = axisIntervals(read, commanded, { digit: doubt.digit, scale: scaleStandard });
  const fit = fittedOf(counted, doubt.digit, 2 * scaleStandard);
  const measured: Measured = {
    context,
    targets: read,
    figures: byTarget,
    places: commanded,
    doubt: { digit: doubt.digit, scale: scaleStandard },
    intervals,
    fit,
    say,
  };
  const figures = figuresOf(iso, intervals, asked, isOneSided, dimension);
  const remainingCount = remainingOf(figures, points, places.length);
  const verdict = verdictOf(figures, remainingCount, counted.length);
  const wild = wildOnes(targets, counted, doubt.digit);
  const tell = (value: number, uncertainty?: number): string => say(value, dimension, uncertainty);
  const expandedOfA = intervals.accuracy ? (intervals.accuracy[1] - intervals.accuracy[0]) / 2 : null;
  return {
    points,
    remainingCount,
    verdict,
    sentence: sentenceOf(figures, counted.length, places.length, remainingCount, tell),
    result: resultOf(iso, isOneSided, tell),
    notes: [
      ...wild.map(
        ({ target, approach, run, deviation }) =>
          `Run ${run} at ${tell(travelOfSteps(target, steps))} from ${approach === 'up' ? 'below' : 'above'}, ${tell(deviation, doubt.digit)} off, stands off the others there. Read it again, or leave it out and say why.`,
      ),
      ...(iso.reversal !== null && iso.meanReversal !== null && intervals.meanReversal
        ? [
            `B is the largest of ${targets.length} reversals and reads high where readings scatter; their mean is ${tell(iso.meanReversal, (intervals.meanReversal[1] - intervals.meanReversal[0]) / 2)}.`,
          ]
        : []),
      ...(remainingCount === 0
        ? heldAgainst(measured, {
            A: isOneSided ? iso.accuracyUp : iso.accuracy,
            R: isOneSided ? iso.repeatabilityUp : iso.repeatability,
          })
        : []),
    ],
    tolerance: band ?? Math.max(reach * 1e-3, doubt.digit),
    standardUncertainty: doubtAt(plan.measured, reach),
    figures,
    chart: chartOf(points, byTarget, commanded, dimension, band, expandedOfA ?? 0, plan),
    budget: budgetFor(measured, plan, reach, counted.length),
    proposals: remainingCount === 0 && verdict !== 'incomplete' ? correctionsOf(measured) : [],
    next: nextOf(figures, plan, 2 * scaleStandard * reach, remainingCount, counted.length),
  };
}

function fittedOf(points: readonly Read[], digit: number, scale: number): FittedScale | null {
  const fit = fitScale(
    points.map((point) => ({
      commanded: point.commanded,
      measured: point.commanded + point.deviation,
      approach: point.approach,
    })),
    digit,
    scale,
  );
  return fit.kind === 'fitted' ? fit : null;
}

/** Readings that stand off the others of their place. */
function wildOnes(targets: readonly number[], points: readonly Read[], digit: number): readonly Read[] {
  return targets.flatMap((target) =>
    (['up', 'down'] as const).flatMap((approach) => {
      const here = points.filter((point) => point.target === target && point.approach === approach);
      const off = grubbsOutlier(
        here.map(({ deviation }) => deviation),
        WILD,
        WILD_DIGITS * digit,
      );
      return off === null ? [] : [here[off] as Read];
    }),
  );
}

function figuresOf(
  iso: AxisFigures,
  intervals: AxisIntervals,
  asked: Readonly<Record<'accuracy' | 'repeatability' | 'reversal', number | null>>,
  isOneSided: boolean,
  dimension: 'length' | 'angle',
): readonly CheckFigure[] {
  const figure = (
    name: string,
    symbol: string,
    value: number | null,
    interval: Interval | null,
    limit: number | null,
    working: string,
  ): CheckFigure => ({
    name,
    symbol,
    dimension,
    value,
    interval: value === null ? null : interval,
    asked: limit,
    conformity: value === null ? null : judged(interval, limit),
    working: value === null ? `Open: ${POSSIBLE}${isOneSided ? '' : ', and from both sides'}.` : working,
  });
  const band = 'from the highest mean + 2s to the lowest mean − 2s of all targets';
  if (isOneSided)
    return [
      figure('Accuracy, one way', 'A↑', iso.accuracyUp, intervals.accuracy, asked.accuracy, `A↑: ${band}.`),
      figure(
        'Repeatability, one way',
        'R↑',
        iso.repeatabilityUp,
        intervals.repeatability,
        asked.repeatability,
        'R↑: the largest 4s of any target.',
      ),
      figure(
        'Systematic deviation, one way',
        'E↑',
        iso.systematicUp,
        intervals.systematic,
        null,
        'E↑: range of the means of all targets.',
      ),
    ];
  return [
    figure(
      'Accuracy, both ways',
      'A',
      iso.accuracy,
      intervals.accuracy,
      asked.accuracy,
      `A: ${band}, both sides together.`,
    ),
    figure(
      'Repeatability, both ways',
      'R',
      iso.repeatability,
      intervals.repeatability,
      asked.repeatability,
      'R: the largest of 2s↑ + 2s↓ + |B|, 4s↑ and 4s↓ at any target.',
    ),
    figure(
      'Reversal, mean',
      'B mean',
      iso.meanReversal,
      intervals.meanReversal,
      asked.reversal,
      'Mean of (mean from below − mean from above); ordinary lost motion is negative.',
    ),
    figure('Reversal, largest', 'B', iso.reversal, null, null, 'B: the largest |mean from below − mean from above|.'),
    figure(
      'Systematic deviation, both ways',
      'E',
      iso.systematic,
      intervals.systematic,
      null,
      'E: range of the means of both sides.',
    ),
    figure(
      'Range of means',
      'M',
      iso.meanRange,
      intervals.meanRange,
      null,
      'M: range of the means of both sides together.',
    ),
  ];
}

/** What makes accuracy doubtful, from the statistics of the readings and from the instrument. */
function budgetFor(
  { intervals, doubt, targets }: Measured,
  plan: PositioningPlan,
  reach: number,
  countedCount: number,
): CheckEvaluation['budget'] {
  if (!intervals.accuracy) return null;
  const instrument = doubtOf(plan.measured);
  const each = readingDoubt(instrument, reach);
  const whole = (intervals.accuracy[1] - intervals.accuracy[0]) / 4;
  const alongScale = doubt.scale * reach;
  const freedom = countedCount - targets.length * (plan.approach === 'one-way' ? 1 : 2);
  const rows: Contribution[] = [
    {
      name: 'Scatter of the readings, and the digit',
      kind: 'A',
      standard: Math.sqrt(Math.max(0, whole ** 2 - alongScale ** 2)),
      freedom: Math.max(1, freedom),
    },
    { name: 'The instrument’s own error and scale', kind: 'B', standard: each.own, freedom: Infinity },
    { name: 'How square it was set', kind: 'B', standard: each.tilt, freedom: Infinity },
    { name: 'Expansion away from 20 °C', kind: 'B', standard: each.expansion, freedom: Infinity },
    { name: 'Drift of its zero', kind: 'B', standard: each.drift, freedom: Infinity },
  ];
  return {
    of: 'A',
    dimension: plan.measured.kind === 'angle' ? 'angle' : 'length',
    rows: budgetOf(rows.filter(({ standard }) => standard > 0)),
  };
}
