import type { InputSignal } from '@angular/core';
import type { Check } from '@crisp-notch/contract';
import type { CheckKind, EvaluationOf, PlanOf } from '@crisp-notch/core/checks';
import type { AxisContext } from '@crisp-notch/core/drive-line';

/** What a view of findings is given. */
export interface FindingsInputs<K extends CheckKind> {
  readonly check: Check;
  readonly plan: PlanOf<K>;
  /** The axis as it was measured. */
  readonly context: AxisContext;
  /** By what is kept. */
  readonly evaluation: EvaluationOf<K>;
  /** With what is being typed too: for drawings alone. */
  readonly drawn: EvaluationOf<K>;
  /** Whether the axis is still as it was measured, so that something may be applied from it. */
  readonly holds: boolean;
}

/** A view of findings takes them all. */
export type FindingsView<K extends CheckKind> = {
  readonly [Name in keyof FindingsInputs<K>]: InputSignal<FindingsInputs<K>[Name]>;
};
