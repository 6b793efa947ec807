import type { Diagnosis, Evidence, MadeCheck } from '@crisp-notch/core/causes';
import type { CheckPlan } from '@crisp-notch/core/checks';
import type { RatioFault } from '@crisp-notch/core/diagnosis';
import type { Machine } from '@crisp-notch/core/machine';

/** A check as the worker gets it, on the design as it was then. */
export interface ToldCheck {
  readonly id: string;
  readonly document: Machine;
  readonly plan: CheckPlan;
  readonly readings: MadeCheck['readings'];
}

/** What the page asks of the diagnosis' worker. */
export interface DiagnosisRequest {
  readonly id: number;
  readonly machine: Machine;
  readonly axisId: string;
  readonly checks: readonly ToldCheck[];
}

/** A suspect as it is told: what is to be changed cannot leave the worker. */
type Told<T> = Omit<T, 'fault'> & { readonly faultId: RatioFault['id'] | null };
export type ToldSuspect = Told<Diagnosis['suspects'][number]>;
export interface ToldDiagnosis extends Omit<Diagnosis, 'suspects' | 'told'> {
  readonly suspects: readonly ToldSuspect[];
  readonly told: readonly ToldSuspect[];
}

export type DiagnosisMessage =
  /** What is wrong comes first, what speaks for it after. */
  | { readonly id: number; readonly kind: 'diagnosed'; readonly diagnosis: ToldDiagnosis | null }
  | {
      readonly id: number;
      readonly kind: 'evidence';
      readonly evidence: readonly (readonly [suspect: string, evidence: readonly Evidence[]])[];
    }
  | { readonly id: number; readonly kind: 'failed'; readonly message: string };
