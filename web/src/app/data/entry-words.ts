import type { LogEntry, LogKind } from '@crisp-notch/contract';
import { checkDeclaration, VERDICT_WORDS } from '@crisp-notch/core/checks';
import type { UnitSystem } from '@crisp-notch/core/quantity';

/** What an entry is, in a word; two kinds may share one. */
export const KIND_WORDS: Readonly<Record<LogKind, string>> = {
  note: 'note',
  check: 'check',
  verdict: 'check',
  correction: 'correction',
  revision: 'change',
  stamp: 'stamp',
  moves: 'first moves',
  order: 'parts',
};

/** What an entry says; the last verdict of a check is the one it has now, in the units that are shown. */
function wordsOf({ text, verdict }: LogEntry, units: UnitSystem): string {
  return verdict
    ? `${checkDeclaration(verdict.kind).name} on ${verdict.axisLetter}: ${VERDICT_WORDS[verdict.word]}. ${verdict.sentences[units]}`
    : text;
}

/** An entry in words: what it is, and what it says. */
export const entryWords = (entry: LogEntry, units: UnitSystem): { readonly kind: string; readonly text: string } => ({
  kind: KIND_WORDS[entry.kind],
  text: wordsOf(entry, units),
});
