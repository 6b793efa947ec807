import type { Fate, ShopPreview, ShopRestored } from '@crisp-notch/contract';

/** What happens to what is here otherwise than in the file. */
export type Here = 'replace' | 'keep';

/** What may become of a thing, that which needs a decision first. */
export const FATES: readonly Fate[] = ['differs', 'unreadable', 'added', 'same'];

const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** What becomes of a machine, in words. */
export function fateWords(fate: Fate, here: Here): string {
  switch (fate) {
    case 'added':
      return 'will be added';
    case 'same':
      return 'already here, unchanged';
    case 'differs':
      return here === 'replace' ? 'will replace the one here' : 'skipped: the one here stays';
    case 'unreadable':
      return 'skipped: this version cannot read it';
  }
}

/** What becomes of parts or kits, in words; nothing where the file has none. */
export function countWords(counts: Readonly<Record<Fate, number>>, one: string, here: Here): string {
  const { added, same, differs, unreadable } = counts;
  const pieces = [
    added > 0 ? `${counted(added, one)} added` : '',
    differs > 0 ? `${differs} ${here === 'replace' ? 'replaced' : 'different, skipped'}` : '',
    same > 0 ? `${same} already here` : '',
    unreadable > 0 ? `${unreadable} not readable, skipped` : '',
  ].filter((piece) => piece !== '');
  return pieces.length === 0 ? '' : `${pieces.join(', ')}.`;
}

/** Whether bringing it in would take anything away that is here. */
export const overwrites = ({ machines, parts, kits }: ShopPreview): boolean =>
  machines.some(({ fate }) => fate === 'differs') || parts.differs > 0 || kits.differs > 0;

/** What was done, in one sentence. */
export function restoredWords({ machines, parts, kits, kept }: ShopRestored): string {
  const done = [
    machines > 0 ? counted(machines, 'machine') : '',
    parts > 0 ? counted(parts, 'part') : '',
    kits > 0 ? counted(kits, 'kit') : '',
  ].filter((piece) => piece !== '');
  const came = done.length === 0 ? 'Everything in this file was already here.' : `Restored: ${done.join(', ')}.`;
  return kept > 0 ? `${came} ${counted(kept, 'item')} skipped: the ones here stay.` : came;
}
