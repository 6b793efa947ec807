import { readingValue, type EnteredReading, type PlannedReading } from '../checks/index.js';
import {
  failure,
  formatNumber,
  inUnit,
  success,
  type Dimension,
  type Problem,
  type Result,
  type Unit,
} from '../quantity/index.js';
import { readTable, writeCsv } from './csv.js';

const HEADER = [
  'place',
  'run',
  'target_microsteps',
  'approach',
  'kind',
  'commanded',
  'unit',
  'reading',
  'left_out_because',
] as const;

/** Readings of a check as CSV, one row a planned reading, those not yet taken left blank. */
export function writeReadingsCsv(
  planned: readonly PlannedReading[],
  entered: readonly EnteredReading[],
  commandedOf: (target: number) => number,
  unit: Unit,
): string {
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  const rows = planned.map((item) => {
    const reading = latest.get(item.index);
    return [
      String(item.index + 1),
      String(item.run),
      String(item.target),
      item.approach,
      item.isReturn ? 'return' : 'target',
      // Plain digits: thin spaces between thousands would not be a number to a spreadsheet.
      formatNumber(inUnit(commandedOf(item.target), unit), { decimals: 6 })
        .replace(/\u202f/g, '')
        .replace('−', '-'),
      unit.symbol,
      reading?.text ?? '',
      reading?.excluded ?? '',
    ];
  });
  return writeCsv([HEADER, ...rows]);
}

/**
 * Reads readings back by their place in the plan. Blank readings are passed over; a bare number takes the default unit.
 * @returns the readings, or every row that cannot be one
 */
export function readReadingsCsv(
  source: string,
  plannedCount: number,
  dimension: Dimension,
  defaultUnit: Unit,
): Result<readonly EnteredReading[]> {
  const table = readTable(source);
  if (!table.ok) return failure([{ path: '', message: table.error }]);
  for (const name of ['place', 'reading'])
    if (!table.value.header.includes(name))
      return failure([{ path: 'row 1', message: `the column “${name}” is missing` }]);
  const problems: Problem[] = [];
  const readings = table.value.records.flatMap((record, row): EnteredReading[] => {
    const text = record['reading'] ?? '';
    if (text === '') return [];
    const path = `row ${row + 2}`;
    const place = Number(record['place']);
    const withUnit = /^[+-]?[\d.,/ ]+(?:e[+-]?\d+)?$/i.test(text) ? `${text} ${defaultUnit.symbol}` : text;
    if (!Number.isInteger(place) || place < 1 || place > plannedCount)
      problems.push({ path, message: `place must be from 1 to ${plannedCount}` });
    else if (readingValue(withUnit, dimension) === null) problems.push({ path, message: `“${text}” is not a reading` });
    else return [{ index: place - 1, text: withUnit, excluded: record['left_out_because'] || null }];
    return [];
  });
  return problems.length > 0 ? failure(problems) : success(readings);
}
