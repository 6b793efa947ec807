import { askedOf } from '../shape/index.js';
import { commandedFields } from './commanded.js';
import type { PlanInput } from './plan-form.js';

const ASKED = askedOf({ fields: commandedFields });

/** Microsteps to go too far before coming back. */
export const takeUpInput = <P extends { readonly takeUp: number }>(plan: P): PlanInput<P> => ({
  kind: 'whole',
  asked: ASKED.takeUp,
  value: plan.takeUp,
  put: (takeUp) => ({ ...plan, takeUp }),
  remark: 'More than the play, in microsteps.',
});
