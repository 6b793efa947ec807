import type { AxisContext } from '@crisp-notch/core/drive-line';
import { preferredUnit, type UnitSystem } from '@crisp-notch/core/quantity';
import type { Figure } from '@crisp-notch/core/reckoner';
import type { Quantity, QuantityAsked } from '@crisp-notch/core/shape';
import type { Reckoned } from '../../data/subjects';
import { understand } from '../quantity-field.state';
import type { ChoiceOption } from '../select.component';

/** One thing that is asked of one axis. */
export interface TypedCell {
  readonly asked: QuantityAsked;
  readonly value: Quantity | null;
}

/** One of a few ways, chosen from a list. */
export interface ChosenCell {
  readonly options: readonly ChoiceOption[];
  readonly chosen: string;
}

/** What comes of the rest. */
export interface FigureCell {
  readonly figure: Figure<AxisContext>;
  readonly view: Reckoned<AxisContext>;
  /** What the eye should meet first. */
  readonly isBig: boolean;
}

/** What only has to be read. */
export interface WordsCell {
  readonly words: string;
}

export type SheetCell = TypedCell | ChosenCell | FigureCell | WordsCell;

/** One thing of every axis; null where it does not apply. */
export interface SheetRow<Cell extends SheetCell = SheetCell> {
  readonly key: string;
  readonly label: string;
  /** What helps to answer it. */
  readonly remark: string;
  readonly cells: readonly (Cell | null)[];
}

/** One axis. */
export interface SheetColumn {
  readonly id: string;
  readonly letter: string;
  readonly name: string;
}

export interface SheetChange {
  readonly key: string;
  readonly columnId: string;
  readonly value: Quantity | null;
}

export interface Place {
  readonly row: number;
  readonly column: number;
}

/** The cell that is typed into, if it is one. */
export const typedCell = (cell: SheetCell | null | undefined): TypedCell | null =>
  cell && 'asked' in cell ? cell : null;

const STEPS: Readonly<Record<string, readonly [down: number, right: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  Enter: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/**
 * The next cell that is typed into in the direction of a key, over those that are not.
 * @returns null at the edge of the sheet, and for a key that does not move
 */
export function placeAfter(rows: readonly SheetRow[], { row, column }: Place, key: string): Place | null {
  const step = STEPS[key];
  if (!step) return null;
  const [down, right] = step;
  for (let [y, x] = [row + down, column + right]; rows[y]?.cells[x] !== undefined; [y, x] = [y + down, x + right])
    if (typedCell(rows[y]?.cells[x])) return { row: y, column: x };
  return null;
}

/**
 * Where a value is copied across to: the next cell to the right.
 * @returns null where there is none, or where it is asked in another dimension, as a table beside a slide
 */
export function placeToCopy(rows: readonly SheetRow[], from: Place): Place | null {
  const next = placeAfter(rows, from, 'ArrowRight');
  const dimensionAt = ({ row, column }: Place): string | undefined =>
    typedCell(rows[row]?.cells[column])?.asked.dimension;
  return next && dimensionAt(next) === dimensionAt(from) ? next : null;
}

export interface Pasted {
  readonly changes: readonly SheetChange[];
  /** What could not be taken, by its cell. */
  readonly problems: readonly string[];
}

/** Cells of a table that was copied elsewhere, from a place on: rows by lines, columns by tabs. */
export function pasted(
  rows: readonly SheetRow[],
  columns: readonly SheetColumn[],
  from: Place,
  text: string,
  units: UnitSystem,
): Pasted {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  const changes: SheetChange[] = [];
  const problems: string[] = [];
  lines.forEach((typedLine, down) => {
    typedLine.split('\t').forEach((typed, right) => {
      const [row, column] = [rows[from.row + down], columns[from.column + right]];
      const cell = typedCell(row?.cells[from.column + right]);
      if (typed.trim() === '') return;
      if (!row || !column || !cell) {
        problems.push(`“${typed.trim()}”: there is nothing to put it in`);
        return;
      }
      const { dimension, bounds = { isPositive: true } } = cell.asked;
      const result = understand(typed, dimension, preferredUnit(dimension, units), bounds, units);
      if (result.ok) changes.push({ key: row.key, columnId: column.id, value: result.quantity });
      else problems.push(`${column.letter}, ${row.label}: ${result.message}`);
    });
  });
  return { changes, problems };
}

/** Whether a text is a table of several cells, and not one value. */
export const isTable = (text: string): boolean => /[\t\n]/.test(text.trim());
