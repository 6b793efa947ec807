import { travelOfSteps, type AxisContext } from '../../drive-line/index.js';
import { formatNumber, inUnit, preferredUnit, type Unit, type UnitSystem } from '../../quantity/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { isJson } from '../../shape/index.js';
import { checkKind } from '../kind.js';
import { evaluateStepCheck, exactSteps, misfitOfStepCheck } from './evaluate.js';
import { plannedReadings, stepCheckFields, travelDimension, type PlannedReading, type StepCheckPlan } from './plan.js';

/** Where places should be, and in which unit. @throws RangeError for an axis on which nothing can be commanded */
function commandedBy(
  context: AxisContext,
  plan: StepCheckPlan,
  units: UnitSystem,
): { readonly unit: Unit; readonly commanded: (place: PlannedReading) => number } {
  const steps = exactSteps(new Reckoner(context));
  if (!steps) throw new RangeError('this axis has no steps per unit');
  const unit = preferredUnit(travelDimension(plan), units);
  return { unit, commanded: ({ target }) => inUnit(travelOfSteps(target, steps), unit) };
}

const HEADER = ['run', 'target_microsteps', 'approach', 'kind', 'commanded', 'unit'] as const;

/** Counts of microsteps are commanded, and what comes is measured. */
export const stepCheck = checkKind({
  name: 'Step check',
  question: 'Does it go as far as it is told?',
  way: 'Send a known number of steps, measure what comes, and the verdict, the cause and what to set are worked out.',
  fields: stepCheckFields,
  completed: (older) => ({
    ...older,
    ...(isJson(older['instrument'])
      ? { instrument: { error: null, square: 'not-said', range: null, ...older['instrument'] } }
      : {}),
  }),
  misfit: misfitOfStepCheck,
  places: plannedReadings,
  sheet: (context, plan, units) => {
    const { unit, commanded } = commandedBy(context, plan, units);
    return {
      how: `Read ${plan.instrument.name || 'the instrument'}`,
      heads: [
        { words: 'Run', isNumber: false },
        { words: 'Steps', isNumber: true },
        { words: `Should be, ${unit.symbol}`, isNumber: true },
      ],
      cells: (place) => [
        `${place.run} ${place.isReturn ? 'zero' : place.approach === 'up' ? '↑' : '↓'}`,
        String(place.target),
        formatNumber(commanded(place), { significant: 6 }),
      ],
      named: ({ isReturn, target, approach }) =>
        isReturn ? 'return to zero' : `${target} microsteps from ${approach === 'up' ? 'below' : 'above'}`,
    };
  },
  columns: (context, plan, units) => {
    const { unit, commanded } = commandedBy(context, plan, units);
    return {
      header: HEADER,
      cells: (place) => [
        String(place.run),
        String(place.target),
        place.approach,
        place.isReturn ? 'return' : 'target',
        // Plain digits: thin spaces between thousands would not be a number to a spreadsheet.
        formatNumber(commanded(place), { decimals: 6 })
          .replace(/\u202f/g, '')
          .replace('−', '-'),
        unit.symbol,
      ],
    };
  },
  evaluate: evaluateStepCheck,
});
