import type { Type } from '@angular/core';
import type { CheckKind } from '@crisp-notch/core/checks';
import { StepCheckFindingsComponent } from './step-check/findings.component';
import { StepCheckPlanComponent } from './step-check/plan.component';

/** What only one kind of check shows. */
interface CheckViews {
  /** Plans one: takes `view` (an `AxisView`), and begins it through the `CheckStore`. */
  readonly plan: Type<unknown>;
  /** What the readings came to: is a `FindingsView`. */
  readonly findings: Type<unknown>;
}

/** The views of every kind of check. */
export const CHECK_VIEWS: Readonly<Record<CheckKind, CheckViews>> = {
  'step-check': { plan: StepCheckPlanComponent, findings: StepCheckFindingsComponent },
};
