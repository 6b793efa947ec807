import { Injectable, signal } from '@angular/core';

/** Something that can be found by its words, and gone to. */
export interface Entry {
  /** As it is found and shown, e.g. `Step angle of X`. */
  readonly words: string;
  /** What it is: a page, an axis, a field, a figure, a part, an action. */
  readonly kind: string;
  /** The value beside it, where it has one. */
  readonly value?: string;
  /** It is found behind everything else that is called so. */
  readonly isAside?: true;
  readonly go: () => void;
}

/** Entries shown at once; more words narrow them. */
const SHOWN = 12;

const plain = (text: string): string => text.toLowerCase().normalize('NFKD').replace(/[̀-ͯ]/g, '');

/** How well an entry's words meet what was typed; null if one of the typed words is not in it. Lower is better. */
function distance(entry: string, typed: readonly string[]): number | null {
  const words = entry.split(/[^\p{L}\p{N}.]+/u).filter((word) => word !== '');
  let sum = 0;
  for (const wanted of typed) {
    if (words.includes(wanted)) continue;
    if (words.some((word) => word.startsWith(wanted))) sum += 1;
    else if (entry.includes(wanted)) sum += 3;
    else return null;
  }
  // Of those that meet alike, the shorter one is meant.
  return sum + entry.length / 1000;
}

/** The entries that hold every word that was typed, the best first; of an empty text the first ones. */
export function lookedUp(entries: readonly Entry[], typed: string): readonly Entry[] {
  const wanted = plain(typed)
    .split(/\s+/)
    .filter((word) => word !== '');
  if (wanted.length === 0) return entries.slice(0, SHOWN);
  return entries
    .map((entry) => ({ entry, far: distance(plain(`${entry.words} ${entry.kind}`), wanted) }))
    .filter((item): item is { entry: Entry; far: number } => item.far !== null)
    .sort((a, b) => Number(a.entry.isAside ?? false) - Number(b.entry.isAside ?? false) || a.far - b.far)
    .slice(0, SHOWN)
    .map(({ entry }) => entry);
}

/** What offers entries, and reads what it needs for that when somebody looks for something. */
interface Source {
  readonly entries: () => readonly Entry[];
  readonly read: () => void;
}

/** Lets a page offer what can be found on it, for as long as it is open. */
@Injectable({ providedIn: 'root' })
export class Lookup {
  private readonly sources = signal<readonly Source[]>([]);

  /** @param read is called each time that somebody begins to look @returns takes the source away again */
  offer(entries: () => readonly Entry[], read: () => void = () => undefined): () => void {
    const source = { entries, read };
    this.sources.update((sources) => [source, ...sources]);
    return () => {
      this.sources.update((sources) => sources.filter((item) => item !== source));
    };
  }

  /** Everything that can be found now, of what was opened last first. */
  entries(): readonly Entry[] {
    return this.sources().flatMap(({ entries }) => entries());
  }

  /** Somebody begins to look. */
  read(): void {
    for (const { read } of this.sources()) read();
  }
}
