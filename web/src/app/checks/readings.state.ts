import {
  readingValue,
  type CheckEvaluation,
  type CheckPlace,
  type EnteredReading,
  type ReadingSheet,
} from '@crisp-notch/core/checks';
import {
  formatQuantity,
  parseQuantity,
  preferredUnit,
  type Reading,
  type UnitSystem,
} from '@crisp-notch/core/quantity';
import { typedReading } from '../ui/decimal-mark';

/** One line of the readings sheet. */
export interface ReadingRow {
  readonly place: CheckPlace;
  /** Before the reading, under the sheet's heads. */
  readonly cells: readonly string[];
  /** What is read there, in words. */
  readonly named: string;
  /** The unit in which it is usually read. */
  readonly unit: string;
  /** The reading as kept, with its unit; empty while it is to come. */
  readonly text: string;
  /** The same without the unit, if that is the usual one. */
  readonly shown: string;
  readonly deviation: string;
  readonly tone: 'good' | 'caution' | 'stop' | 'open';
  readonly excluded: string | null;
  /** Its reading is kept, or on its way to be: the next is read elsewhere. */
  readonly isTaken: boolean;
}

const TONES = { within: 'good', undecided: 'caution', outside: 'stop' } as const;

/** The sheet of a plan's places with what has been read at each; `sent` are the places whose reading is not answered yet. */
export function readingRows(
  places: readonly CheckPlace[],
  sheet: ReadingSheet<CheckPlace>,
  evaluation: CheckEvaluation,
  entered: readonly EnteredReading[],
  units: UnitSystem,
  sent: ReadonlySet<number>,
): readonly ReadingRow[] {
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  const points = new Map(evaluation.points.map((point) => [point.index, point]));
  return places.map((place) => {
    const text = latest.get(place.index)?.text ?? '';
    const point = points.get(place.index);
    const unit = preferredUnit(place.dimension, units);
    return {
      place,
      cells: sheet.cells(place),
      named: sheet.named(place),
      unit: unit.symbol,
      text,
      shown: text.endsWith(` ${unit.symbol}`) ? text.slice(0, -unit.symbol.length - 1) : text,
      deviation: point
        ? signed(formatQuantity(point.deviation, unit, { uncertainty: 2 * evaluation.standardUncertainty }).digits)
        : '',
      tone: point ? (point.excluded === null ? TONES[point.conformity] : 'open') : 'open',
      excluded: point?.excluded ?? null,
      isTaken: text !== '' || sent.has(place.index),
    };
  });
}

function signed(digits: string): string {
  return digits.startsWith('−') || !/[1-9]/.test(digits) ? digits : `+${digits}`;
}

/** What was typed as a reading with its unit, a bare number in the usual one; null if it is none. */
export function understoodReading(
  text: string,
  { dimension }: CheckPlace,
  units: UnitSystem,
  reading: Reading = typedReading(),
): string | null {
  const parsed = parseQuantity(text, dimension, preferredUnit(dimension, units), reading);
  return parsed.ok && readingValue(parsed.value.text, dimension) !== null ? parsed.value.text : null;
}

/** Why a text is not taken as a reading; empty if it is. */
export function readingProblem(
  text: string,
  { place, unit }: Pick<ReadingRow, 'place' | 'unit'>,
  units: UnitSystem,
  reading: Reading = typedReading(),
): string {
  if (understoodReading(text, place, units, reading) !== null) return '';
  const parsed = parseQuantity(text, place.dimension, preferredUnit(place.dimension, units), reading);
  // What it would be if it were kept could be two things.
  return !parsed.ok && understoodReading(text, place, units, 'kept') !== null
    ? parsed.error
    : `“${text}” is not a reading: use digits, and a unit if it is not ${unit}.`;
}
