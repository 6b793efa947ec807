import type { ReadDimension } from '../parts/index.js';
import type { Measuring } from './measuring.js';
import type { InstrumentUse, PlanInput } from './plan-form.js';

export { choiceInput, quantityInput, wholeInput } from '../form/index.js';

/** The instrument of a plan. @param use what it reads; motion where nothing else is said */
export const instrumentInput = <P extends { readonly measured: Measuring }>(
  plan: P,
  reads: ReadDimension,
  use: InstrumentUse = 'motion',
): PlanInput<P> => ({
  kind: 'instrument',
  reads,
  use,
  value: plan.measured,
  put: (measured) => ({ ...plan, measured }),
});
