import {
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
  readonly readings: readonly EnteredReading[];
}

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

/** What a plan asks to be read of the way of its axis; empty where it reads none. */
export function askedRows(context: AxisContext, plan: CheckPlan, check: number): readonly AskedRow[] {
  const course = checkDeclaration(plan.kind).course?.(context, plan);
  const instrument = instrumentOf(plan);
  if (!course || !instrument) return [];
  const { doubt, form, type } = instrument;
  return sightsOf(context, course).map((sight): AskedRow => ({
    ...sight,
    check,
    digit: doubt.digit / sight.arm,
    own: doubt.error / Math.sqrt(3) / sight.arm,
    scale: Math.hypot(doubt.scale / 2, doubt.tilt / 2, doubt.expansion ?? 0),
    instrument: type,
    form,
  }));
}

/** What was read of the way of an axis; what was left out with a reason does not count. */
export function rowsOf({ context, plan, readings }: MadeCheck, check: number): readonly Row[] {
  const instrument = instrumentOf(plan);
  if (!instrument) return [];
  const latest = new Map(readings.map((reading) => [reading.index, reading]));
  const dimensions = new Map(placesOf(plan).map(({ index, dimension }) => [index, dimension]));
  return askedRows(context, plan, check).flatMap((asked): readonly Row[] => {
    const [reading, dimension] = [latest.get(asked.index), dimensions.get(asked.index)];
    if (!reading || !dimension || reading.excluded !== null) return [];
    const shown = readingValue(reading.text, dimension);
    if (shown === null) return [];
    const value = asked.of === 'push' ? Math.abs(shown) : instrument.along(shown);
    return [{ ...asked, off: value / asked.arm - asked.expected }];
  });
}
