import { parseRational, rationalToNumber } from '../quantity/index.js';
import type { Quantity } from '../shape/index.js';

export type Cells = Readonly<Record<string, string>>;
type Specification = Readonly<Record<string, unknown>>;

/** A column of the table of parts: what a part of the kind puts into it, and what is read from it. */
export interface Column {
  readonly name: string;
  readonly write: (specification: Specification) => string;
  /** What a cell that is not empty says of the specification. */
  readonly read: (text: string) => Specification;
  /** The count that is a guess while the cell is empty. */
  readonly guesses?: string;
}

export const fromPart = (text: string): Quantity | null =>
  text === '' ? null : { text, from: 'part', on: null, plusMinus: null };

export const quantityText = (item: Quantity | null | undefined): string => item?.text ?? '';

/** A whole number, or the text as it stands so that the check names it. */
export function wholeOf(text: string): unknown {
  const number = parseRational(text);
  return number ? rationalToNumber(number) : text;
}

/** A quantity that the sheet says; what is only a guess is no fact to hand on. */
export const fact = (name: string, key: string): Column => ({
  name,
  write: (specification) => {
    const item = specification[key] as Quantity | null | undefined;
    return item && item.from !== 'assumed' ? item.text : '';
  },
  read: (text) => ({ [key]: fromPart(text) }),
});

/** One of several words. */
export const word = (name: string, key: string): Column => ({
  name,
  write: (specification) => (typeof specification[key] === 'string' ? specification[key] : ''),
  read: (text) => ({ [key]: text }),
});

/** A count; one that can be a guess is none that a table says. */
export const count = (name: string, key: string, canBeGuessed = false): Column => ({
  name,
  write: (specification) => {
    const { guessed } = specification;
    const isGuess = Array.isArray(guessed) && guessed.includes(key);
    return typeof specification[key] === 'number' && !isGuess ? String(specification[key]) : '';
  },
  read: (text) => ({ [key]: wholeOf(text) }),
  ...(canBeGuessed ? { guesses: key } : {}),
});

/** A column that several cells make one thing of: it is only written here, and read by the kind as a whole. */
export const written = <S>(name: string, write: (specification: S) => string): Column => ({
  name,
  write: (specification) => write(specification as S),
  read: () => ({}),
});

/** What a part may say of itself as a piece of its own: columns for each of the piece's keys, and how they are read. */
export function pieceColumns<P extends object>(
  key: string,
  blank: P,
  columnOf: Readonly<Record<keyof P & string, string>>,
): { readonly columns: readonly Column[]; readonly read: (cells: Cells) => Specification } {
  const keys = Object.keys(columnOf) as (keyof P & string)[];
  return {
    columns: keys.map((name) =>
      written<Readonly<Record<string, P | null>>>(columnOf[name], (specification) => {
        const item = (specification[key]?.[name] ?? null) as Quantity | string | null;
        return item === null || typeof item === 'string' ? (item ?? '') : item.from === 'assumed' ? '' : item.text;
      }),
    ),
    read: (cells) => {
      const said = keys
        .map((name) => [name, cells[columnOf[name]] ?? ''] as const)
        .filter(([, text]) => text !== '')
        .map(([name, text]) => [name, typeof blank[name] === 'string' ? text : fromPart(text)] as const);
      // A part of whose piece nothing is said has none.
      return { [key]: said.length === 0 ? null : { ...blank, ...Object.fromEntries(said) } };
    },
  };
}

/** What the cells of a row say, column by column, and which counts they leave as guesses. */
export function readCells(columns: readonly Column[], cells: Cells): Specification {
  const said = columns.filter(({ name }) => (cells[name] ?? '') !== '');
  const guessed = columns.flatMap((column) =>
    column.guesses !== undefined && !said.includes(column) ? [column.guesses] : [],
  );
  const values = Object.assign({}, ...said.map(({ name, read }) => read(cells[name] ?? ''))) as Specification;
  return columns.some(({ guesses }) => guesses !== undefined) ? { guessed, ...values } : values;
}
