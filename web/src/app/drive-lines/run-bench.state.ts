import { accelerationEnd, startEnd, type AxisContext } from '@crisp-notch/core/drive-line';
import { writeCsv } from '@crisp-notch/core/formats';
import { motionOf } from '@crisp-notch/core/machine';
import { formatNumber, preferredUnit, showQuantity, type Dimension, type UnitSystem } from '@crisp-notch/core/quantity';
import type { Reckoner } from '@crisp-notch/core/reckoner';
import type { Found, RunResult, Trace } from '@crisp-notch/core/simulation';

/** What came of something that was tried, and what exactly was tried. */
export interface Outcome {
  /** Motor, driver, load and how they are tried, as text. */
  readonly setup: string;
  /** The command as text; null where it was searched for. */
  readonly command: string | null;
  readonly result: RunResult | null;
  readonly sentence: string;
}

/** Outcomes that are kept, so that one can go back and forth between two ways of trying. */
const OUTCOME_LIMIT = 12;

export const withOutcome = (outcomes: readonly Outcome[], outcome: Outcome): readonly Outcome[] =>
  [...outcomes, outcome].slice(-OUTCOME_LIMIT);

/**
 * What belongs to the setup and the command that are chosen now, the latest of it: an outcome of another motor, load or
 * move is not shown beside them.
 */
export function outcomeOf(
  outcomes: readonly Outcome[],
  setup: string,
  command: string,
): { readonly sentence: string; readonly result: RunResult | null } {
  const own = outcomes.filter((item) => item.setup === setup && (item.command === null || item.command === command));
  const isOfAnother = own.length === 0 && outcomes.length > 0;
  return {
    sentence: own.at(-1)?.sentence ?? (isOfAnother ? '○ Changed since it was tried: run it again.' : ''),
    result: [...own].reverse().find((item) => item.result !== null)?.result ?? null,
  };
}

/** The axis that is tried, and how its numbers are written. */
export interface TriedAxis {
  readonly reckoner: Reckoner<AxisContext>;
  /** Full steps of the motor in a unit of travel; null while they are not known. */
  readonly fullSteps: number | null;
  readonly units: UnitSystem;
}

const told = (value: number, dimension: Dimension, units: UnitSystem): string =>
  showQuantity(value, preferredUnit(dimension, units), { significant: 3 });
const whole = (value: number, significant: number): string => formatNumber(Math.round(value), { significant });
const milliseconds = (seconds: number): string => `${(seconds * 1000).toFixed(1)} ms`;

/** What a rate in full steps per second is at the carriage; empty while that is not known. */
export function atCarriage(rate: number, { reckoner, fullSteps, units }: TriedAxis): string {
  return fullSteps === null
    ? ''
    : `In full steps: ${told(rate / fullSteps, motionOf(reckoner.context.axis.job).speed, units)} at the carriage.`;
}

/** How a run went, in one sentence. @param jumpedAt when the rate jumped [s]; null where it did not */
export function runWords(
  result: RunResult,
  jumpedAt: number | null,
  { reckoner, fullSteps, units }: TriedAxis,
): string {
  const { fell, lost, greatestSlip } = result;
  if (fell === null && lost === 0)
    return `● It follows to the end and loses nothing. Greatest slip ${Math.round((greatestSlip * 180) / Math.PI)}° electrical.`;
  const travel =
    fullSteps === null
      ? ''
      : `, ${told(Math.abs(lost) / fullSteps, motionOf(reckoner.context.axis.job).travel, units)} at the carriage`;
  const since =
    fell === null
      ? 'at the end'
      : jumpedAt !== null && fell.time > jumpedAt
        ? `${milliseconds(fell.time - jumpedAt)} after the jump`
        : `after ${milliseconds(fell.time)}`;
  const rate = fell === null ? '' : `, at ${whole(fell.rate, 6)} full steps/s`;
  return `⬢ It falls out of step ${since}${rate}, and loses ${whole(Math.abs(lost), 6)} full steps${travel}.`;
}

/** What a search found, beside what is reckoned, in one or two sentences. */
export function foundWords(
  kind: 'start-rate' | 'fastest-ramp',
  { value, isOpenEnded }: Found,
  { reckoner, fullSteps, units }: TriedAxis,
): string {
  const isStart = kind === 'start-rate';
  if (value === 0) return isStart ? '⬢ It does not start at any rate.' : '⬢ No ramp that was tried reaches this rate.';
  const motion = motionOf(reckoner.context.axis.job);
  const say = (item: number): string => told(item, isStart ? motion.speed : motion.acceleration, units);
  const reckoned = isStart ? startEnd(reckoner) : accelerationEnd(reckoner);
  const beside = reckoned
    ? ` Under Moves ${say(reckoned.value)} is reckoned${isStart ? '' : ' with the margin'}, where ${reckoned.words}: count on the lower of the two.`
    : ' Stay well below it.';
  const there = say(value / (fullSteps ?? 1));
  return isStart
    ? `● It starts and stops without a ramp up to ${whole(value, 3)} full steps/s, ${there} at the carriage.${beside}`
    : `● The fastest safe ramp is ${isOpenEnded ? 'beyond ' : ''}${there} at the carriage, ${whole(value, 3)} full steps/s².${beside}`;
}

/** A run as a table. */
export function traceCsv(trace: Trace): string {
  const columns = [
    ['time s', trace.time],
    ['commanded full steps', trace.commanded],
    ['rotor full steps', trace.position],
    ['commanded full steps/s', trace.rate],
    ['rotor full steps/s', trace.rotorRate],
    ['slip electrical rad', trace.slip],
    ['current A', trace.currentA],
    ['current B', trace.currentB],
    ['torque N·m', trace.torque],
  ] as const;
  return writeCsv([
    columns.map(([name]) => name),
    ...Array.from(trace.time, (_, index) => columns.map(([, values]) => String(values[index]))),
  ]);
}
