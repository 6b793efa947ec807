import type { FormRow, RowColumn } from '@crisp-notch/core/form';
import { parseWhole, preferredUnit, type UnitSystem } from '@crisp-notch/core/quantity';
import type { Quantity } from '@crisp-notch/core/shape';
import { understand } from './quantity-field.state';

type CellValue = FormRow[string];
type ReadCell = { readonly ok: true; readonly value: CellValue } | { readonly ok: false; readonly message: string };

const isQuantity = (value: CellValue | undefined): value is Quantity => typeof value === 'object' && value !== null;

/** What stands in a cell. */
export const cellText = (value: CellValue | undefined): string =>
  isQuantity(value) ? value.text : (value ?? '').toString();

/** Whether nobody has said it yet. */
export const isGuessedCell = (value: CellValue | undefined): boolean => isQuantity(value) && value.from === 'assumed';

/** Reads what was typed into a cell; a number without a unit is taken in the usual one. */
export function readCell(column: RowColumn, typed: string, units: UnitSystem): ReadCell {
  const text = typed.trim();
  if (column.kind === 'text')
    return text.length > column.most
      ? { ok: false, message: `At most ${column.most} letters.` }
      : { ok: true, value: text };
  if (column.kind === 'whole') {
    const parsed = parseWhole(text, column.asked.least, column.asked.most);
    return parsed.ok ? { ok: true, value: parsed.value } : { ok: false, message: parsed.error };
  }
  const { dimension, bounds = { isPositive: true }, isOptional = true } = column.asked;
  if (text === '')
    return isOptional
      ? { ok: true, value: null }
      : { ok: false, message: 'A value is needed; the one before stays in force.' };
  const result = understand(text, dimension, preferredUnit(dimension, units), bounds, units);
  return result.ok ? { ok: true, value: result.quantity } : { ok: false, message: result.message };
}

export interface PastedRows {
  readonly rows: readonly FormRow[];
  /** What could not be taken, by its row and column. */
  readonly problems: readonly string[];
}

/** Rows with a table that was copied elsewhere put in from a cell on; rows that are missing are added up to the most. */
export function withPasted(
  rows: readonly FormRow[],
  said: { readonly columns: readonly RowColumn[]; readonly blank: FormRow; readonly most: number },
  from: { readonly row: number; readonly column: number },
  text: string,
  units: UnitSystem,
): PastedRows {
  const lines = text.replace(/\r?\n$/, '').split(/\r?\n/);
  const made = [...rows];
  const problems: string[] = [];
  for (const [down, line] of lines.entries()) {
    const place = from.row + down;
    if (place >= said.most) {
      problems.push(`Only ${said.most} rows fit: the rest was left out.`);
      break;
    }
    let row = made[place] ?? said.blank;
    for (const [right, typed] of line.split('\t').entries()) {
      const column = said.columns[from.column + right];
      const read: ReadCell = column
        ? readCell(column, typed, units)
        : { ok: false, message: 'there is no such column.' };
      if (column && read.ok) row = { ...row, [column.key]: read.value };
      else if (!read.ok)
        problems.push(`Row ${place + 1}, ${column?.label ?? `column ${from.column + right + 1}`}: ${read.message}`);
    }
    made[place] = row;
  }
  return { rows: made, problems };
}
