import {
  checkPart,
  declarationOf,
  newPart,
  PART_KINDS,
  partShape,
  specificationOfCells,
  wholeOf,
  type Part,
} from '../parts/index.js';
import { failure, success, type Problem, type Result } from '../quantity/index.js';
import type { Quantity } from '../shape/index.js';
import { canonicalJson } from './canonical-json.js';
import { readTable, writeCsv } from './csv.js';
import { parseJson } from './machine-json.js';

/** Most parts in one file. */
const PART_LIMIT = 10_000;

type Cells = Readonly<Record<string, string>>;

const countText = (count: number): string => (count === 0 ? '' : String(count));

/** Columns that every part has: what it is, and at the end what it costs and how many there are. */
const BEFORE: Readonly<Record<string, (part: Part) => string>> = {
  kind: (part) => part.kind,
  name: (part) => part.name,
  note: (part) => part.note,
};
const AFTER: Readonly<Record<string, (part: Part) => string>> = {
  price: ({ stock }) => stock.price?.text ?? '',
  shipping: ({ stock }) => stock.shipping?.text ?? '',
  source: ({ stock }) => stock.source,
  lead_days: ({ stock }) => (stock.leadDays === null ? '' : String(stock.leadDays)),
  owned: ({ stock }) => countText(stock.owned),
  wanted: ({ stock }) => countText(stock.wanted),
};

/** The columns of all kinds, each once: several kinds put the same thing into one of the same name. */
const OF_KINDS = [...new Set(PART_KINDS.flatMap((kind) => declarationOf(kind).columns.map(({ name }) => name)))];
const COLUMNS = [...Object.keys(BEFORE), ...OF_KINDS, ...Object.keys(AFTER)];

function cellOf(part: Part, name: string): string {
  const shared = BEFORE[name] ?? AFTER[name];
  if (shared) return shared(part);
  const column = declarationOf(part.kind).columns.find((item) => item.name === name);
  return column?.write(part.specification) ?? '';
}

export function writePartsCsv(parts: readonly Part[]): string {
  return writeCsv([COLUMNS, ...parts.map((part) => COLUMNS.map((name) => cellOf(part, name)))]);
}

export function writePartsJson(parts: readonly Part[]): string {
  return canonicalJson(
    { format: 'crisp-notch/parts', version: 1, parts },
    { properties: { format: {}, version: {}, parts: { items: partShape.schema } } },
  );
}

/** Reads a parts file; every problem names its row, counted as a spreadsheet does. */
export function readPartsCsv(source: string): Result<readonly Part[]> {
  const table = readTable(source);
  if (!table.ok) return failure([{ path: '', message: table.error }]);
  const known = new Set(COLUMNS);
  const problems: Problem[] = table.value.header
    .filter((name) => !known.has(name))
    .map((name) => ({ path: 'row 1', message: `the column “${name}” is not known` }));
  for (const name of ['kind', 'name'])
    if (!table.value.header.includes(name))
      problems.push({ path: 'row 1', message: `the column “${name}” is missing` });
  if (problems.length > 0) return failure(problems);
  return collect(
    table.value.records.map((cells) => partOfCells(cells)),
    (index) => `row ${index + 2}`,
  );
}

export function readPartsJson(source: string): Result<readonly Part[]> {
  const parsed = parseJson(source);
  if (!parsed.ok) return parsed;
  const file = parsed.value as { format?: unknown; version?: unknown; parts?: unknown } | null;
  if (file?.format !== 'crisp-notch/parts' || file.version !== 1 || !Array.isArray(file.parts))
    return failure([{ path: '', message: 'is not a parts file of version 1' }]);
  return collect(file.parts.map(checkPart), (index) => `parts.${index}`);
}

function collect(results: readonly Result<Part>[], place: (index: number) => string): Result<readonly Part[]> {
  if (results.length > PART_LIMIT) return failure([{ path: '', message: `has more than ${PART_LIMIT} parts` }]);
  const problems = results.flatMap((result, index) =>
    result.ok
      ? []
      : result.error.map(({ path, message }) => ({
          path: path === '' ? place(index) : `${place(index)}, ${path}`,
          message,
        })),
  );
  return problems.length > 0
    ? failure(problems)
    : success(results.flatMap((result) => (result.ok ? [result.value] : [])));
}

function partOfCells(cells: Cells): Result<Part> {
  const kind = PART_KINDS.find((item) => item === cells['kind']);
  if (!kind) return failure([{ path: 'kind', message: `must be one of ${PART_KINDS.join(', ')}` }]);
  const base = newPart(kind, cells['name'] ?? '');
  const specification = specificationOfCells(kind, cells);
  return checkPart({ ...base, note: cells['note'] ?? '', stock: stockOfCells(cells), specification });
}

function stockOfCells(cells: Cells): unknown {
  const cell = (name: string): string => cells[name] ?? '';
  const typed = (name: string): Quantity | null =>
    cell(name) === '' ? null : { text: cell(name), from: 'typed', on: null, plusMinus: null };
  const counted = (name: string, otherwise: number | null): unknown =>
    cell(name) === '' ? otherwise : wholeOf(cell(name));
  return {
    price: typed('price'),
    shipping: typed('shipping'),
    source: cell('source'),
    leadDays: counted('lead_days', null),
    owned: counted('owned', 0),
    wanted: counted('wanted', 0),
  };
}
