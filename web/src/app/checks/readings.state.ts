import type { EnteredReading, PlannedReading, StepCheckEvaluation } from '@crisp-notch/core/checks';
import { travelOfSteps } from '@crisp-notch/core/drive-line';
import { formatQuantity, type Exact, type Unit } from '@crisp-notch/core/quantity';

/** One line of the readings sheet. */
export interface ReadingRow {
  readonly planned: PlannedReading;
  /** Where it should be. */
  readonly commanded: string;
  /** The reading as kept, with its unit; empty while it is to come. */
  readonly text: string;
  /** The same without the unit, if that is the one shown. */
  readonly shown: string;
  readonly deviation: string;
  readonly tone: 'good' | 'caution' | 'stop' | 'open';
  readonly excluded: string | null;
}

const TONES = { within: 'good', undecided: 'caution', outside: 'stop' } as const;

export function readingRows(
  evaluation: StepCheckEvaluation,
  entered: readonly EnteredReading[],
  stepsPerUnit: Exact,
  unit: Unit,
): readonly ReadingRow[] {
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  const points = new Map(evaluation.points.map((point) => [point.index, point]));
  return evaluation.planned.map((planned) => {
    const text = latest.get(planned.index)?.text ?? '';
    const point = points.get(planned.index);
    return {
      planned,
      commanded: formatQuantity(travelOfSteps(planned.target, stepsPerUnit), unit, { significant: 6 }).digits,
      text,
      shown: text.endsWith(` ${unit.symbol}`) ? text.slice(0, -unit.symbol.length - 1) : text,
      deviation: point
        ? signed(formatQuantity(point.deviation, unit, { uncertainty: 2 * evaluation.standardUncertainty }).digits)
        : '',
      tone: point ? (point.excluded === null ? TONES[point.conformity] : 'open') : 'open',
      excluded: point?.excluded ?? null,
    };
  });
}

function signed(digits: string): string {
  return digits.startsWith('−') || !/[1-9]/.test(digits) ? digits : `+${digits}`;
}
