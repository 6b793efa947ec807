import { differencesBetween, type Machine } from '@crisp-notch/core/machine';

/** What one step of undo or redo is about: `X, motor, rated current was 1.5 A, is 1.2 A`; empty without a step. */
export function stepWords(before: Machine | undefined, after: Machine | undefined): string {
  if (!before || !after) return '';
  const [first, ...more] = differencesBetween(before, after);
  if (first === undefined) return '';
  return more.length === 0 ? first : `${first}, and ${more.length} more`;
}
