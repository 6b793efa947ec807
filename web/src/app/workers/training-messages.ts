import type { CheckPlan } from '@crisp-notch/core/checks';
import type { Machine } from '@crisp-notch/core/machine';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import type { Brief, Ended, lessonDial, Measured } from '@crisp-notch/core/trainer';

/** What the worker of the training is told. */
export type TrainingOrder =
  | { readonly kind: 'begin'; readonly level: string }
  | { readonly kind: 'measure'; readonly id: string; readonly units: UnitSystem }
  /** What is being measured is given up. */
  | { readonly kind: 'stop' }
  | { readonly kind: 'hint' }
  | { readonly kind: 'repair'; readonly id: string }
  | { readonly kind: 'end' }
  /** What the dial of the first lesson shows at the places of a check; needs no exercise. */
  | { readonly kind: 'dial'; readonly machine: Machine; readonly plan: CheckPlan };

/**
 * What it says. What is wrong with the rig is drawn in the worker and leaves it with `ended` alone: before that, nobody
 * who looks into the page finds it.
 */
export type TrainingMessage =
  | { readonly kind: 'began'; readonly brief: Brief }
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'measured'; readonly measured: Measured }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'hint'; readonly id: string | null; readonly sentence: string }
  | { readonly kind: 'repaired'; readonly id: string }
  | { readonly kind: 'dial'; readonly shown: ReturnType<typeof lessonDial> }
  | { readonly kind: 'ended'; readonly ended: Ended }
  | { readonly kind: 'failed'; readonly message: string };
