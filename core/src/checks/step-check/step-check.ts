import type { Axis } from '../../machine/index.js';
import { isJson } from '../../shape/index.js';
import { commandedColumns, commandedSheet } from '../commanded-sheet.js';
import { commandedCourse } from '../commanded-course.js';
import { checkKind } from '../kind.js';
import type { Sketch } from '../plan-form.js';
import { plateSetup, slideSetup } from '../setups.js';
import { evaluateStepCheck, misfitOfStepCheck } from './evaluate.js';
import { measuredOf, plannedReadings, stepCheckFields } from './plan.js';

/** How a step check of an axis is set up, whatever its plan. */
export const stepCheckSetup = ({ letter, job }: Axis): Sketch =>
  job.kind === 'linear'
    ? slideSetup('A carriage goes to places of known steps and back to zero, and an indicator reads it.', letter)
    : plateSetup('A plate goes to places of known steps and back to zero, and is read at its rim.', letter);

/** Counts of microsteps are commanded, and what comes is measured. */
export const stepCheck = checkKind({
  name: 'Step check',
  question: 'Does it go as far as it is told?',
  way: 'Send a known number of steps, measure what comes, and the verdict, the cause and what to set are worked out.',
  applies: () => true,
  provesAxis: true,
  fields: stepCheckFields,
  sketch: ({ axis }) => stepCheckSetup(axis),
  form: null,
  completed: ({ instrument, ...older }) =>
    isJson(instrument) ? { ...older, measured: measuredOf(instrument) } : older,
  misfit: misfitOfStepCheck,
  places: plannedReadings,
  course: (_context, plan) => commandedCourse(plan),
  sheet: (context, plan, units) => commandedSheet(context, plan.measured.name, units),
  columns: (context, _plan, units) => commandedColumns(context, units),
  evaluate: evaluateStepCheck,
});
