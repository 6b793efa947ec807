import type { CheckChart } from '../checks/index.js';
import type { Dimension } from '../quantity/index.js';

/** What is drawn; whoever writes the passport knows how. All in SI. */
export type PassportDrawing =
  | { readonly kind: 'machine' }
  | { readonly kind: 'wiring' }
  | {
      readonly kind: 'ruler';
      readonly step: number;
      readonly lag: number | null;
      readonly tolerance: number | null;
      readonly dimension: Dimension;
    }
  | { readonly kind: 'chart'; readonly chart: CheckChart };

export interface Cell {
  readonly words: string;
  /** Nobody has confirmed it: it looks like a guess. */
  readonly isGuess?: boolean;
  /** What it comes to, beside the word for it. */
  readonly tone?: Tone;
}

export type Tone = 'good' | 'caution' | 'stop';

export interface Column {
  readonly words: string;
  /** Numbers stand to the right. */
  readonly isNumber?: boolean;
  /** Part of the width: 1 takes what the others leave; without, it is as wide as its words. */
  readonly share?: number;
}

/** A photo of the logbook, by its identity there. */
export interface PassportPhoto {
  readonly id: string;
  readonly caption: string;
  /** [px] */
  readonly width: number;
  readonly height: number;
}

/** A piece of a passport. */
export type Block =
  | { readonly kind: 'heading'; readonly words: string }
  | { readonly kind: 'text'; readonly words: string; readonly look?: 'quiet' | 'caution' | 'lead' }
  | { readonly kind: 'list'; readonly items: readonly string[] }
  | { readonly kind: 'table'; readonly columns: readonly Column[]; readonly rows: readonly (readonly Cell[])[] }
  /** Names with their values, so many that they stand in columns side by side. */
  | { readonly kind: 'pairs'; readonly title: string; readonly rows: readonly (readonly [string, Cell])[] }
  | { readonly kind: 'drawing'; readonly drawing: PassportDrawing; readonly words: string }
  | { readonly kind: 'photos'; readonly photos: readonly PassportPhoto[] };

export interface Section {
  readonly title: string;
  readonly blocks: readonly Block[];
  /** Begins a page of its own on paper. */
  readonly isOnItsOwn?: boolean;
}

export const heading = (words: string): Block => ({ kind: 'heading', words });
export const text = (words: string, look?: 'quiet' | 'caution' | 'lead'): Block =>
  look ? { kind: 'text', words, look } : { kind: 'text', words };

/** A table; one without rows is left out. */
export function table(columns: readonly Column[], rows: readonly (readonly (Cell | string)[])[]): readonly Block[] {
  const cell = (item: Cell | string): Cell => (typeof item === 'string' ? { words: item } : item);
  return rows.length === 0 ? [] : [{ kind: 'table', columns, rows: rows.map((row) => row.map(cell)) }];
}

/** A list; one without items is left out. */
export const list = (items: readonly string[]): readonly Block[] =>
  items.length === 0 ? [] : [{ kind: 'list', items }];
