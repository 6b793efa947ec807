import { columnsOf, placesOf, readingValue, type CheckPlan, type EnteredReading } from '../checks/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { failure, preferredUnit, success, type Problem, type Result, type UnitSystem } from '../quantity/index.js';
import { readTable, writeCsv } from './csv.js';

/** Readings of a check as CSV, one row a planned reading, those not yet taken left blank. */
export function writeReadingsCsv(
  context: AxisContext,
  plan: CheckPlan,
  entered: readonly EnteredReading[],
  units: UnitSystem,
): string {
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  const { header, cells } = columnsOf(context, plan, units);
  const rows = placesOf(plan).map((place) => {
    const reading = latest.get(place.index);
    return [String(place.index + 1), ...cells(place), reading?.text ?? '', reading?.excluded ?? ''];
  });
  return writeCsv([['place', ...header, 'reading', 'left_out_because'], ...rows]);
}

/**
 * Reads readings back by their place in the plan. Blank readings are passed over; a bare number takes the unit in which
 * the place is usually read.
 * @returns the readings, or every row that cannot be one
 */
export function readReadingsCsv(source: string, plan: CheckPlan, units: UnitSystem): Result<readonly EnteredReading[]> {
  const table = readTable(source);
  if (!table.ok) return failure([{ path: '', message: table.error }]);
  for (const name of ['place', 'reading'])
    if (!table.value.header.includes(name))
      return failure([{ path: 'row 1', message: `the column “${name}” is missing` }]);
  const places = placesOf(plan);
  const problems: Problem[] = [];
  const readings = table.value.records.flatMap((record, row): EnteredReading[] => {
    const text = record['reading'] ?? '';
    if (text === '') return [];
    const path = `row ${row + 2}`;
    const number = Number(record['place']);
    const place = Number.isInteger(number) ? places[number - 1] : undefined;
    if (!place) {
      problems.push({ path, message: `place must be from 1 to ${places.length}` });
      return [];
    }
    const isBare = /^[+-]?[\d.,/ ]+(?:e[+-]?\d+)?$/i.test(text);
    const withUnit = isBare ? `${text} ${preferredUnit(place.dimension, units).symbol}` : text;
    if (readingValue(withUnit, place.dimension) === null)
      problems.push({ path, message: `“${text}” is not a reading` });
    else return [{ index: place.index, text: withUnit, excluded: record['left_out_because'] || null }];
    return [];
  });
  return problems.length > 0 ? failure(problems) : success(readings);
}
