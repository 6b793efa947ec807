import type { Type } from '@angular/core';
import type { CheckKind } from '@crisp-notch/core/checks';
import { CheckFindingsComponent } from './findings.component';
import { CheckPlanComponent } from './plan-form.component';
import { StepCheckFindingsComponent } from './step-check/findings.component';
import { StepCheckPlanComponent } from './step-check/plan.component';

/** What shows a kind of check. */
interface CheckViews {
  /** Plans one: takes `view` (an `AxisView`), for any kind also `kind`, and begins it through the `CheckStore`. */
  readonly plan: Type<unknown>;
  /** What the readings came to: is a `FindingsView`. */
  readonly findings: Type<unknown>;
  readonly isForAny: boolean;
}

/** What shows any kind by what it declares. */
const ANY: CheckViews = { plan: CheckPlanComponent, findings: CheckFindingsComponent, isForAny: true };

/** Kinds that have views of their own. */
const OWN: Partial<Record<CheckKind, CheckViews>> = {
  'step-check': { plan: StepCheckPlanComponent, findings: StepCheckFindingsComponent, isForAny: false },
};

export const viewsOfCheck = (kind: CheckKind): CheckViews => OWN[kind] ?? ANY;
