import type { Check } from '@crisp-notch/contract';
import type { Evidence, Weight } from '@crisp-notch/core/causes';
import { checkDeclaration, isPractice, type CheckKind } from '@crisp-notch/core/checks';
import { isCurrentCheck } from '@crisp-notch/core/route-card';
import type { Axis } from '@crisp-notch/core/machine';
import { shortMoment } from '../data/dates';
import type { ToldDiagnosis } from '../workers/diagnosis-messages';

/** Where what is weighed was measured: on the machine, or as practice on the rig that is open. */
export type Measured = 'machine' | 'rig';

interface Summary {
  readonly id: string;
  readonly axisId: string;
  readonly kind: CheckKind;
  readonly at: string;
  readonly basis: Check['basis'];
  readonly sentence: string;
  readonly verdict: Check['verdict'];
}

/** Kinds that read the way of an axis, by which its causes are weighed. */
const readsWay = (kind: CheckKind): boolean => checkDeclaration(kind).course !== null;

/**
 * Checks that say something of an axis as it is now: of the machine those of its present design, of the rig those read
 * on the one that is open, for nobody knows what was wrong with another.
 */
export function weighedChecks<S extends Summary>(
  checks: readonly S[],
  axis: Axis,
  measured: Measured,
  readOnRig: readonly string[],
): readonly S[] {
  return checks.filter(
    (check) =>
      check.axisId === axis.id &&
      readsWay(check.kind) &&
      (measured === 'machine'
        ? check.basis.length > 0 && isCurrentCheck(axis, check)
        : check.basis.length === 0 && readOnRig.includes(check.id)),
  );
}

/** Whether a check belongs there by its plan. */
export const isOf = (check: Check, measured: Measured): boolean => isPractice(check.plan) === (measured === 'rig');

const WEIGHTS: Readonly<Record<Weight, string>> = {
  'strongly-for': 'speaks strongly for it',
  for: 'speaks for it',
  little: 'says little',
  against: 'speaks against it',
  'strongly-against': 'speaks strongly against it',
};

/** What can be told, in one sentence. */
export function statementWords({ statement, told, readingCount }: ToldDiagnosis): string {
  const by = `by ${readingCount} ${readingCount === 1 ? 'reading' : 'readings'}`;
  switch (statement) {
    case 'told':
      return told.length > 1 ? `Two things are wrong, ${by}.` : `One thing is wrong, ${by}.`;
    case 'nothing-shown':
      return `Nothing is shown to be wrong, ${by}. That is not to say that nothing is.`;
    case 'open':
      return `It cannot be told yet, ${by}.`;
  }
}

/** What a check is called where it speaks for or against something. */
const checkWords = ({ kind, at }: { readonly kind: CheckKind; readonly at: string }): string =>
  `${checkDeclaration(kind).name}, ${shortMoment(at)}`;

/** One line of evidence. */
export interface EvidenceLine {
  readonly checkId: string;
  readonly words: string;
  readonly weight: string;
  readonly tone: 'for' | 'little' | 'against';
}

/** Evidence in words, by the checks that gave it. */
export function evidenceLines(
  evidence: readonly Evidence[],
  checks: readonly { readonly id: string; readonly kind: CheckKind; readonly at: string }[],
): readonly EvidenceLine[] {
  return evidence.flatMap(({ checkId, weight }): readonly EvidenceLine[] => {
    const check = checks.find(({ id }) => id === checkId);
    if (!check) return [];
    const tone = weight === 'little' ? 'little' : weight.endsWith('for') ? 'for' : 'against';
    return [{ checkId, words: checkWords(check), weight: WEIGHTS[weight], tone }];
  });
}
