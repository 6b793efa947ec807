import { stepsPerUnit, type AxisContext } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { readQuantity } from '../../shape/index.js';
import { commandedColumns, commandedSheet } from '../commanded-sheet.js';
import { takeUpInput } from '../commanded-inputs.js';
import { instrumentInput } from '../inputs.js';
import { commandedCourse } from '../commanded-course.js';
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
import { shownShare } from './shown-share.js';

/** How well it has to repeat for so many runs to show it; that nothing is asked, where nothing is. */
function runsWords({ asked: { accuracy, repeatability }, targets, runs, approach }: PositioningPlan): string {
  const figure = accuracy ? 'accuracy' : repeatability ? 'repeatability' : null;
  if (figure === null) return 'Nothing is asked of A or R, so they are told and not judged.';
  if (runs < 2) return 'One run says nothing of how it repeats: take two and more.';
  const share = shownShare(figure, targets.length, runs, approach === 'both-ways' ? 2 : 1);
  return `${runs} runs can show that it is good enough if it repeats to ${Math.round(100 * share)} in 100 of what is asked and has no other error. More runs can show it nearer to the limit.`;
}

/** Accuracy and repeatability along an axis, as machine makers state them. */
export const positioning = checkKind({
  name: 'Positioning',
  question: 'How accurate and how repeatable is it, all along?',
  way: 'Send it to targets all along, again and again from both sides, and read how far off it comes.',
  applies: () => true,
  provesAxis: true,
  fields: positioningFields,
  sketch: (context) =>
    context.axis.job.kind === 'rotary'
      ? plateSetup('A plate is turned to marks and read at its rim.', context.axis.letter)
      : slideSetup('A carriage is sent along its rail against an indicator.', context.axis.letter),
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
    caution: 'The axis moves by itself. Clear its way, keep hands out, and keep a stop within reach.',
  },
  completed: (older) => older,
  misfit: misfitOfPositioning,
  places: positioningPlaces,
  course: (_context, plan) => commandedCourse(plan),
  sheet: (context: AxisContext, plan, units) => commandedSheet(context, plan.measured.name, units),
  columns: (context, _plan, units) => commandedColumns(context, units),
  evaluate: evaluatePositioning,
});
