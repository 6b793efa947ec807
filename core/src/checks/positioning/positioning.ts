import { stepsPerUnit, type AxisContext } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { readQuantity } from '../../shape/index.js';
import { chiSquareQuantile } from '../../statistics/index.js';
import { commandedColumns, commandedSheet } from '../commanded-sheet.js';
import { RUN_LIMIT } from '../commanded.js';
import { takeUpInput } from '../commanded-inputs.js';
import { instrumentInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import type { PlanInput } from '../plan-form.js';
import { plateSetup, slideSetup } from '../setups.js';
import { evaluatePositioning, misfitOfPositioning, positioningPlaces } from './evaluate.js';
import {
  firstPositioning,
  POSITIONING_ASKED,
  positioningFields,
  standardCycle,
  travelOf,
  type PositioningPlan,
} from './plan.js';

/** Runs that are looked through for a better plan. */
const RUNS = Array.from({ length: RUN_LIMIT - 1 }, (_, index) => index + 2);
/** A row that repeats so well of what is asked is to be shown [share] (common practice, no source). */
const REPEATS = 0.5;

/**
 * Share of a limit that a scatter may have to be shown within it, with 97.5 %, in the middle of all rows: the upper end
 * of the interval of a standard deviation of so many readings (chi-square).
 */
const shownShare = (runs: number): number => {
  const freedom = runs - 1;
  return Math.sqrt(chiSquareQuantile(0.025, freedom) / chiSquareQuantile(0.5, freedom));
};

/** How many runs decide; empty where nothing is asked. */
function runsWords({ asked: { accuracy, repeatability }, runs }: PositioningPlan): string {
  if (accuracy === null && repeatability === null)
    return 'Nothing is asked of A or R, so they are told and not judged.';
  const need = RUNS.find((count) => shownShare(count) >= REPEATS);
  const enough =
    need === undefined || runs >= need ? '' : ` ${need} runs are enough where it repeats to half of what is asked.`;
  return runs < 2
    ? 'One run says nothing of how it repeats.'
    : `${runs} runs can show it where it repeats to ${Math.round(100 * shownShare(runs))} in 100 of what is asked.${enough}`;
}

/** Accuracy and repeatability along an axis, as machine makers state them. */
export const positioning = checkKind({
  name: 'Positioning',
  question: 'How accurate and how repeatable is it, all along?',
  way: 'Send it to targets all along, again and again from both sides, and read how far off it comes.',
  applies: () => true,
  provesAxis: true,
  fields: positioningFields,
  form: {
    first: firstPositioning,
    inputs: (context, plan): readonly PlanInput<PositioningPlan>[] => {
      const { kind } = context.axis.job;
      const asked = POSITIONING_ASKED[kind];
      return [
        instrumentInput(plan, kind === 'rotary' ? 'angle' : 'length'),
        {
          kind: 'whole',
          asked: POSITIONING_ASKED.runs,
          value: plan.runs,
          put: (runs) => ({ ...plan, runs }),
          remark: 'Five each way is the standard.',
        },
        {
          kind: 'choice',
          label: 'Targets reached',
          options: [
            { value: 'both-ways', label: 'from both sides' },
            { value: 'one-way', label: 'from below only' },
          ],
          value: plan.approach,
          put: (value) => ({ ...plan, approach: value === 'one-way' ? 'one-way' : 'both-ways' }),
        },
        ...(['accuracy', 'repeatability', 'reversal'] as const)
          .filter((key) => key !== 'reversal' || plan.approach === 'both-ways')
          .map((key) => ({
            kind: 'quantity' as const,
            asked: asked[key],
            value: plan.asked[key],
            put: (value: PositioningPlan['asked'][typeof key]) => ({ ...plan, asked: { ...plan.asked, [key]: value } }),
          })),
        takeUpInput(plan),
      ];
    },
    expects: (context, plan) => {
      const reckoner = new Reckoner(context);
      const travel = travelOf(context, reckoner);
      const cycle = standardCycle(context.axis.job.kind, travel);
      const isStandard = plan.targets.length >= cycle.targets && plan.runs >= cycle.runs;
      const standard = isStandard
        ? `${plan.targets.length} targets and ${plan.runs} runs each way, as ISO 230-2 asks for this travel.`
        : `ISO 230-2 asks for ${cycle.targets} targets and ${cycle.runs} runs each way here; with fewer, the intervals are wider.`;
      return `${standard} ${runsWords(plan)}`;
    },
    decides: (context, plan) => {
      const reckoner = new Reckoner(context);
      const most = plan.asked.accuracy && readQuantity(plan.asked.accuracy, motionOf(context.axis.job).travel).value;
      return [most === null ? null : most / 2, Math.max(...plan.targets) / (reckoner.value(stepsPerUnit) ?? 1)];
    },
    sketch: (context) =>
      context.axis.job.kind === 'rotary'
        ? plateSetup('A plate is turned to marks and read at its rim.', context.axis.letter)
        : slideSetup('A carriage is sent along its rail against an indicator.', context.axis.letter),
    caution: 'The carriage moves by itself. Clear its way, keep hands out, and keep a stop within reach.',
  },
  completed: (older) => older,
  misfit: misfitOfPositioning,
  places: positioningPlaces,
  sheet: (context: AxisContext, plan, units) => commandedSheet(context, plan.measured.name, units),
  columns: (context, _plan, units) => commandedColumns(context, units),
  evaluate: evaluatePositioning,
});
