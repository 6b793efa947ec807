import { CHECK_KINDS, checkDeclaration, type CheckKind, type VerdictWord } from '../checks/index.js';
import type { Axis, Machine, OperationNumber } from '../machine/index.js';
import { stepLines } from './basis.js';
import { changesBetween, lineOf, type Lines } from './lines.js';

/** What the route card has to know of a check. */
export interface CheckMade {
  readonly id: string;
  readonly kind: CheckKind;
  readonly axisId: string;
  readonly verdict: VerdictWord;
  readonly sentence: string;
  /** {@link stepLines} of the axis as it was measured. */
  readonly basis: readonly string[];
}

/** Whether a check still speaks for its axis. */
export function isCurrentCheck(axis: Axis, check: CheckMade): boolean {
  return changesBetween(check.basis, stepLines(axis)).length === 0;
}

/** The latest check of an axis that still speaks for how far it goes. */
export function currentCheck(axis: Axis, checks: readonly CheckMade[]): CheckMade | null {
  return (
    checks.find(
      (check) => checkDeclaration(check.kind).provesAxis && check.axisId === axis.id && isCurrentCheck(axis, check),
    ) ?? null
  );
}

const spoken = (kind: CheckKind): string => checkDeclaration(kind).name.toLowerCase();
const NOT_TRUE = 'not true';

export function isCheckLine(line: string): boolean {
  return CHECK_KINDS.some((kind) => line.endsWith(`|${spoken(kind)}: ${NOT_TRUE}`));
}

/**
 * The axes that are measured and not true, for operations that rely on the checks: a stamp that was given knowing it
 * stays, and comes off when it turns out later. A check that is under way says nothing yet.
 * @param checks newest first
 */
export function checkLines(machine: Machine, number: OperationNumber, checks: readonly CheckMade[]): Lines {
  if (number !== 70 && number !== 80) return [];
  return machine.axes.flatMap((axis) =>
    CHECK_KINDS.flatMap((kind) => {
      const decided = checks.find(
        (check) =>
          check.kind === kind &&
          check.axisId === axis.id &&
          check.verdict !== 'incomplete' &&
          isCurrentCheck(axis, check),
      );
      return decided?.verdict === 'not-true' ? [lineOf(axis.id, axis.letter, spoken(kind), NOT_TRUE)] : [];
    }),
  );
}
