import { failure, success, type Result } from '../quantity/index.js';

/** Longest text read as CSV; a shelf of 5 000 parts is well below. */
const LENGTH_LIMIT = 5_000_000;

/**
 * What makes a spreadsheet take a line of a cell for a formula, full-width signs and blanks before it included. A plain
 * number with a sign is left alone.
 */
const FORMULA_START = /^\s*[=+\-@\t\r＝＋－＠]/;
const GUARDED = /^'+\s*[=+\-@\t\r＝＋－＠]/;
const PLAIN_NUMBER = /^[+-]?[\d.,]+(?:e[+-]?\d+)?$/i;
/** Between the lines of a cell; a program that reads quotes wrongly begins a cell after each. */
const LINE_BREAK = /(\r\n|\r|\n)/;

function isFormulaLike(line: string): boolean {
  return FORMULA_START.test(line) && !PLAIN_NUMBER.test(line);
}

/** Changes each line of a cell by itself and leaves the breaks between them as they are. */
function eachLine(cell: string, change: (line: string) => string): string {
  return cell
    .split(LINE_BREAK)
    .map((piece, index) => (index % 2 === 0 ? change(piece) : piece))
    .join('');
}

/**
 * Rows as CSV (RFC 4180: CRLF, quotes doubled). A cell that a spreadsheet would run as a formula gets an apostrophe in
 * front, which {@link readCsv} takes off again. Where a comma is the decimal mark, spreadsheets want semicolons between
 * cells.
 */
export function writeCsv(rows: readonly (readonly string[])[], separator: ',' | ';' = ','): string {
  return rows.map((row) => row.map(writeCell).join(separator) + '\r\n').join('');
}

function writeCell(cell: string): string {
  const safe = eachLine(cell, (line) => (isFormulaLike(line) || GUARDED.test(line) ? `'${line}` : line));
  return /[",\r\n;\t]|^\s|\s$/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
}

/**
 * Reads CSV with commas, or with semicolons or tabs where the first line has more of those, as spreadsheets in many
 * countries write it. A byte order mark and blank lines are passed over.
 * @returns rows of cells, or what is wrong and on which line
 */
export function readCsv(source: string): Result<readonly (readonly string[])[], string> {
  if (source.length > LENGTH_LIMIT) return failure('The file is too large.');
  const text = source.replace(/^\ufeff/, '');
  const separator = separatorOf(text);
  const rows: string[][] = [];
  let row: string[] = [];
  let cell = '';
  let isQuoted = false;
  let wasQuoted = false;
  let line = 1;
  const endCell = (): void => {
    row.push(wasQuoted ? cell : cell.trim());
    cell = '';
    wasQuoted = false;
  };
  const endRow = (): void => {
    endCell();
    if (row.some((entry) => entry !== '')) rows.push(row.map(unguard));
    row = [];
  };
  for (let place = 0; place < text.length; place += 1) {
    const character = text[place] as string;
    if (character === '\n') line += 1;
    if (isQuoted) {
      if (character !== '"') cell += character;
      else if (text[place + 1] === '"') {
        cell += '"';
        place += 1;
      } else isQuoted = false;
    } else if (character === '"' && cell.trim() === '' && !wasQuoted) {
      cell = '';
      isQuoted = true;
      wasQuoted = true;
    } else if (character === separator) endCell();
    else if (character === '\n') endRow();
    else if (character === '\r' && (text[place + 1] === '\n' || place + 1 === text.length)) continue;
    else if (character === '\r') endRow();
    else if (!wasQuoted) cell += character;
    else if (character.trim() !== '') return failure(`Line ${line}: text after a closing quote.`);
  }
  if (isQuoted) return failure(`Line ${line}: a quote is not closed.`);
  if (cell !== '' || row.length > 0) endRow();
  return success(rows);
}

/** A header is shorter than this. */
const HEADER_LIMIT = 65_536;

function separatorOf(text: string): string {
  // What stands in quotes separates nothing, line breaks included.
  const bare = text.slice(0, HEADER_LIMIT).replace(/"(?:[^"]|"")*"?/g, '');
  const firstLine = bare.slice(0, bare.search(/[\r\n]|$/));
  const count = (separator: string): number => firstLine.split(separator).length;
  return [',', ';', '\t'].reduce((best, candidate) => (count(candidate) > count(best) ? candidate : best));
}

function unguard(cell: string): string {
  return eachLine(cell, (line) => (GUARDED.test(line) ? line.slice(1) : line));
}

/** Rows as records by the names in the first row. @returns the records with their line-like row numbers from 2 */
export function readTable(
  source: string,
): Result<
  { readonly header: readonly string[]; readonly records: readonly Readonly<Record<string, string>>[] },
  string
> {
  const rows = readCsv(source);
  if (!rows.ok) return rows;
  const [first, ...others] = rows.value;
  if (!first) return failure('The file is empty.');
  const header = first.map((name) => name.trim().toLowerCase());
  const repeated = header.find((name, index) => header.indexOf(name) !== index);
  if (repeated !== undefined) return failure(`The column “${repeated}” stands twice.`);
  const records = others.map((row) => Object.fromEntries(header.map((name, index) => [name, row[index] ?? ''])));
  return success({ header, records });
}
