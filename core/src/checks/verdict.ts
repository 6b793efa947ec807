/** What a check comes to in a word. */
export type VerdictWord = 'incomplete' | 'true' | 'undecided' | 'not-true';

/** The same as it is read. */
export const VERDICT_WORDS: Readonly<Record<VerdictWord, string>> = {
  incomplete: 'not complete',
  true: 'true',
  undecided: 'undecided',
  'not-true': 'not true',
};
