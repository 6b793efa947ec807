import {
  READ_TIME,
  checkDeclaration,
  instrumentOf,
  placesOf,
  readingValue,
  sightsOf,
  type CheckPlan,
  type EnteredReading,
  type Sight,
} from '../checks/index.js';
import type { AxisContext } from '../drive-line/index.js';

/** A check of an axis with what was read, on the design as it was then. */
export interface MadeCheck {
  readonly id: string;
  readonly context: AxisContext;
  readonly plan: CheckPlan;
  readonly readings: readonly TimedReading[];
}

/** A reading with the moment at which it was entered, as a date of ISO 8601; left out where that is not known. */
type TimedReading = EnteredReading & { readonly at?: string };

/** A reading that is still to be taken, as far as it is known before. SI. */
export interface AskedRow extends Sight {
  /** Which of the checks it is of. */
  readonly check: number;
  /** Smallest digit, limit of its own error as a standard deviation, and relative standard uncertainty of its scale. */
  readonly digit: number;
  readonly own: number;
  readonly scale: number;
  /** Of what type it was read with, and whether it is moved along or laid along. */
  readonly instrument: string;
  readonly form: 'indicator' | 'scale' | 'none';
}

/** A reading that was taken. */
export interface Row extends AskedRow {
  /** Read less expected. */
  readonly off: number;
}

/**
 * What a plan asks to be read of the way of its axis; empty where it reads none.
 * @param readTime a reading takes so long [s]
 */
export function askedRows(
  context: AxisContext,
  plan: CheckPlan,
  check: number,
  readTime = READ_TIME,
): readonly AskedRow[] {
  const course = checkDeclaration(plan.kind).course?.(context, plan);
  const instrument = instrumentOf(plan);
  if (!course || !instrument) return [];
  const { doubt, form, type } = instrument;
  return sightsOf(context, course, readTime).map((sight): AskedRow => ({
    ...sight,
    check,
    digit: doubt.digit / sight.arm,
    own: doubt.error / Math.sqrt(3) / sight.arm,
    scale: Math.hypot(doubt.scale / 2, doubt.tilt / 2, doubt.expansion ?? 0),
    instrument: type,
    form,
  }));
}

/** Somebody is no quicker than that, and whoever takes longer went away in between [s]. */
const READS_WITHIN = [0.3, 60] as const;
/** What was entered in less than this share of the time that it takes without reading was noted down and entered later. */
const MEANWHILE = 0.5;

/** When each place was first read [s]; null where that is not known of all that were. */
function timesOf(readings: readonly TimedReading[]): ReadonlyMap<number, number> | null {
  const times = new Map<number, number>();
  for (const { index, at } of readings) {
    const time = at === undefined ? NaN : Date.parse(at) / 1000;
    if (!Number.isFinite(time)) return null;
    if (!times.has(index)) times.set(index, time);
  }
  return times;
}

/** How long a reading took in a check on the mean [s]; null where it was entered later, or its times are not known. */
function readTimeOf(asked: readonly AskedRow[], times: ReadonlyMap<number, number>): number | null {
  const read = asked.filter(({ index }) => times.has(index));
  let [gone, reckoned, count] = [0, 0, 0];
  for (const [place, row] of read.entries()) {
    const before = read[place - 1];
    if (!before || row.seconds < before.seconds) continue;
    gone += (times.get(row.index) as number) - (times.get(before.index) as number);
    reckoned += row.seconds - before.seconds;
    count += 1;
  }
  const still = reckoned - count * READ_TIME;
  if (count === 0 || gone < MEANWHILE * still) return null;
  return Math.min(READS_WITHIN[1], Math.max(READS_WITHIN[0], (gone - still) / count));
}

/** How long somebody takes for a reading of this axis, by the moments at which readings were entered [s]. */
export function usualReadTime(checks: readonly MadeCheck[]): number {
  const known = checks.flatMap(({ context, plan, readings }) => {
    const times = timesOf(readings);
    const took = times && readTimeOf(askedRows(context, plan, 0), times);
    return took === null ? [] : [took];
  });
  return known.length === 0 ? READ_TIME : known.reduce((sum, took) => sum + took, 0) / known.length;
}

/** What a plan asked for, at the time at which it was read where that is known. */
function timedRows({ context, plan, readings }: MadeCheck, check: number): readonly AskedRow[] {
  const asked = askedRows(context, plan, check);
  const times = timesOf(readings);
  const took = times && readTimeOf(asked, times);
  if (times === null || took === null) return asked;
  const reckoned = askedRows(context, plan, check, took);
  const rows: AskedRow[] = [];
  for (const [place, row] of reckoned.entries()) {
    const [before, last] = [reckoned[place - 1], rows.at(-1)];
    const [now, then] = [times.get(row.index), before && times.get(before.index)];
    const isSince = before !== undefined && row.seconds >= before.seconds;
    const seconds =
      isSince && last && now !== undefined && then !== undefined ? last.seconds + Math.max(0, now - then) : row.seconds;
    rows.push({ ...row, seconds });
  }
  return rows;
}

/** What was read of the way of an axis; what was left out with a reason does not count. */
export function rowsOf(made: MadeCheck, check: number): readonly Row[] {
  const { plan, readings } = made;
  const instrument = instrumentOf(plan);
  if (!instrument) return [];
  const latest = new Map(readings.map((reading) => [reading.index, reading]));
  const dimensions = new Map(placesOf(plan).map(({ index, dimension }) => [index, dimension]));
  return timedRows(made, check).flatMap((asked): readonly Row[] => {
    const [reading, dimension] = [latest.get(asked.index), dimensions.get(asked.index)];
    if (!reading || !dimension || reading.excluded !== null) return [];
    const shown = readingValue(reading.text, dimension);
    if (shown === null) return [];
    const value = asked.of === 'push' ? Math.abs(shown) : instrument.along(shown);
    return [{ ...asked, off: value / asked.arm - asked.expected }];
  });
}
