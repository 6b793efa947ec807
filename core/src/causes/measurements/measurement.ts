import { checkPlanOf, type CheckKind, type CheckPlan } from '../../checks/index.js';
import type { AxisContext } from '../../drive-line/index.js';
import type { Bearings } from '../bearings.js';

/** Something that can be measured next. */
export interface Measurement {
  readonly id: string;
  /** What is done, as a sentence that says what to do. */
  readonly sentence: string;
  /** How long it takes [min] (common practice, no source). */
  readonly minutes: number;
  /** The plan of it; null where it does not apply to the axis. */
  /** @param reach how many times as far as it is sent it may go, by what was read so far */
  readonly plan: (context: AxisContext, bearings: Bearings, reach: number) => CheckPlan | null;
}

/** A plan that fits its kind; null where it does not. */
export function planOf(kind: CheckKind, plan: object): CheckPlan | null {
  const checked = checkPlanOf(kind, plan);
  return checked.ok ? checked.value : null;
}

/** The plan that the form of a kind begins with, with some of it otherwise; null where the kind does not apply. */
export function firstPlan(
  declaration: {
    readonly applies: (context: AxisContext) => boolean;
    readonly form: { readonly first: (context: AxisContext, random: () => number) => object } | null;
  },
  kind: CheckKind,
  context: AxisContext,
  change: object = {},
): CheckPlan | null {
  if (!declaration.form || !declaration.applies(context)) return null;
  return planOf(kind, { ...declaration.form.first(context, () => 0.5), ...change });
}
