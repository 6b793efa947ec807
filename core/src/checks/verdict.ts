/** What a check comes to in a word. */
export type VerdictWord = 'incomplete' | 'true' | 'undecided' | 'not-true';
