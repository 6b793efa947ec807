import { budgetOf, type Budget, type Contribution } from '../statistics/index.js';
import { readingDoubt } from './instrument.js';
import { doubtOf, type Measuring } from './measuring.js';

export const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Standard deviation with n − 1; null for fewer than two. */
export function deviationOf(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const mean = meanOf(values);
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1));
}

/** What an instrument but for its digit puts on a result, as rows of a budget. */
export function ownRows(measured: Measuring, distance: number, sensitivity = 1): readonly Contribution[] {
  const { own, tilt, expansion, drift } = readingDoubt(doubtOf(measured), distance);
  const rows: readonly (readonly [string, number])[] = [
    ['The instrument’s own error', own],
    ['How square it was set', tilt],
    ['Expansion away from 20 °C', expansion],
    ['Drift of its zero', drift],
  ];
  return rows.filter(([, standard]) => standard > 0).map(([name, standard]) => known(name, standard * sensitivity));
}

/** Something whose size is known. */
const known = (name: string, standard: number): Contribution => ({
  name,
  kind: 'B',
  standard: Math.abs(standard),
  freedom: Infinity,
});

/**
 * What an instrument alone puts on a result, as rows of a budget.
 * @param distance over which it is read [SI] @param sensitivity change of the result by a change of the reading
 * @param differences whether a zero is taken from each reading; without, the digit counts once
 */
export function instrumentRows(
  measured: Measuring,
  distance: number,
  sensitivity = 1,
  differences = true,
): readonly Contribution[] {
  const { digit } = readingDoubt(doubtOf(measured), distance);
  const rows = ownRows(measured, distance, sensitivity);
  return digit > 0 ? [known('The digit', (differences ? digit : digit / Math.SQRT2) * sensitivity), ...rows] : rows;
}

/** Budget of a difference of two readings that nothing but the instrument makes doubtful; each is read but once. */
export const differenceBudget = (measured: Measuring, distance: number): Budget =>
  budgetOf(instrumentRows(measured, distance, Math.SQRT2));

/** The scatter of a mean as a row of a budget; null where fewer than two readings say nothing of it. */
export function scatterRow(values: readonly number[], sensitivity = 1): Contribution | null {
  const deviation = deviationOf(values);
  return deviation === null
    ? null
    : {
        name: `Scatter of ${values.length} readings`,
        kind: 'A',
        standard: (Math.abs(sensitivity) * deviation) / Math.sqrt(values.length),
        freedom: values.length - 1,
      };
}

/** Budget of a mean: its scatter, and what its instrument puts on it; null where nothing is known of the scatter. */
export function meanBudget(values: readonly number[], rows: readonly Contribution[], sensitivity = 1): Budget | null {
  const scatter = scatterRow(values, sensitivity);
  return scatter && budgetOf([scatter, ...rows].filter(({ standard }) => standard > 0));
}
