import type { MachineCopy } from '@crisp-notch/contract';
import { judgedAxes, sayIn } from '@crisp-notch/core/drive-line';
import { nextStep, type NextStep } from '@crisp-notch/core/route-card';

/** What a machine that was just begun needs first. Fetched when one is begun: the list does without the judgement. */
export function firstField({ document }: MachineCopy): NextStep {
  return nextStep(document, judgedAxes(document, sayIn('metric')), [], sayIn('metric'));
}
