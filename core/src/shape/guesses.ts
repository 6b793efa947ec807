/** Something that holds counts, with the names of those that nobody has said yet. */
export interface WithGuesses {
  readonly guessed: readonly string[];
}

/** Whether a count is only a guess so far. */
export function isGuessed(item: WithGuesses, key: string): boolean {
  return item.guessed.includes(key);
}

/** A count as it is written where it may not be known: a guess is a question mark. */
export function saidCount<T extends WithGuesses, K extends keyof T & string>(item: T, key: K): string {
  return isGuessed(item, key) ? '?' : String(item[key]);
}

/** The same with one count said. */
export function withCount<T extends WithGuesses, K extends keyof T & string>(item: T, key: K, value: T[K]): T {
  return { ...item, [key]: value, guessed: item.guessed.filter((name) => name !== key) };
}
