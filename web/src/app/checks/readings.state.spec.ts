import {
  evaluateCheck,
  placesOf,
  sheetOf,
  usualMeasuring,
  type CheckPlace,
  type PlanOf,
  type EnteredReading,
  type StepCheckEvaluation,
} from '@crisp-notch/core/checks';
import { sayIn } from '@crisp-notch/core/drive-line';
import { quantityOf } from '@crisp-notch/core/shape';
import { preferredUnit } from '@crisp-notch/core/quantity';
import { exampleView } from '../testing/example-view';
import { EXAMPLE_INK } from '../testing/example-ink';
import { deviationChart, deviationUnit } from './step-check/deviation-chart.options';
import { readingProblem, readingRows, understoodReading } from './readings.state';

const plan: PlanOf<'step-check'> = {
  kind: 'step-check',
  targets: [200, 600],
  runs: 1,
  approach: 'both-ways',
  returnToZero: true,
  takeUp: 200,
  measured: { ...usualMeasuring('plunger-indicator'), error: null, range: null },
  tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
};
const millimetre = preferredUnit('length', 'metric');
const evaluate = (entered: readonly EnteredReading[]): StepCheckEvaluation =>
  evaluateCheck(exampleView().context, plan, entered, sayIn('metric')) as StepCheckEvaluation;

describe('the readings sheet', () => {
  const places = placesOf(plan);
  const sheet = sheetOf(exampleView().context, plan, 'metric');
  const entered: EnteredReading[] = [
    { index: 0, text: '0.32 mm', excluded: null },
    { index: 1, text: '0.0375 in', excluded: null },
    { index: 2, text: '1.5 mm', excluded: 'knocked' },
  ];
  const rows = readingRows(places, sheet, evaluate(entered), entered, 'metric', new Set([4]));

  it('has a row for everything that was planned, in its order', () => {
    expect(rows.map(({ cells, named }) => [...cells, named])).toEqual([
      ['1 ↑', '200', '0.3175', '200 microsteps from below'],
      ['1 ↑', '600', '0.9525', '600 microsteps from below'],
      ['1 ↓', '600', '0.9525', '600 microsteps from above'],
      ['1 ↓', '200', '0.3175', '200 microsteps from above'],
      ['1 zero', '0', '0', 'return to zero'],
    ]);
  });

  it('shows a reading as it was typed, its unit only where it is another', () => {
    expect(rows.map((row) => row.shown)).toEqual(['0.32', '0.0375 in', '1.5', '', '']);
  });

  it('takes a place as read while its reading is on its way, and shows no reading there', () => {
    expect(rows.map(({ text, isTaken }) => [text !== '', isTaken])).toEqual([
      [true, true],
      [true, true],
      [true, true],
      [false, false],
      [false, true],
    ]);
  });

  it('understands what is typed by the unit of its place, and nothing that is no reading', () => {
    const [place] = places as [CheckPlace];
    expect(understoodReading('0,32', place, 'metric')).toMatch(/^0[.,]32 mm$/);
    expect(understoodReading('0.0125', place, 'inch')).toBe('0.0125 in');
    for (const text of ['', 'long', '3 °', '1 kg'])
      expect(understoodReading(text, place, 'metric'))
        .withContext(text)
        .toBeNull();
  });

  it('takes a comma as decimal where that is how the reader writes, and asks elsewhere', () => {
    const [row] = rows as [(typeof rows)[number]];
    expect(understoodReading('9,985', row.place, 'metric', 'typed with a comma')).toBe('9.985 mm');
    expect(readingProblem('9,985', row, 'metric', 'typed with a comma')).toBe('');
    expect(readingProblem('9,985', row, 'metric', 'typed')).toContain('could be 9985 or 9.985');
    expect(readingProblem('0,32', row, 'metric', 'typed')).toBe('');
    expect(readingProblem('long', row, 'metric', 'typed')).toContain('is not a reading');
  });

  it('shows how far off with a sign, and what was left out without a verdict', () => {
    expect(rows.map((row) => row.deviation)).toEqual(['+0.0025', '0.0000', '+0.5475', '', '']);
    expect(rows.map((row) => row.tone)).toEqual(['good', 'good', 'open', 'open', 'open']);
    expect(rows[2]?.excluded).toBe('knocked');
  });
});

describe('the chart of deviations', () => {
  interface Drawn {
    readonly series: readonly { readonly name: string; readonly data: readonly (readonly [number, number])[] }[];
    readonly yAxis: { readonly name: string; readonly min?: number; readonly max?: number };
    readonly xAxis: { readonly name: string };
  }
  const draw = (entered: readonly EnteredReading[]): Drawn => {
    const evaluation = evaluate(entered);
    return deviationChart(
      evaluation,
      millimetre,
      deviationUnit(evaluation, 'length', 'metric'),
      EXAMPLE_INK,
      600,
    ) as unknown as Drawn;
  };

  it('has axes with units and a place for each kind of reading', () => {
    const chart = draw([
      { index: 0, text: '0.32 mm', excluded: null },
      { index: 3, text: '0.33 mm', excluded: null },
      { index: 4, text: '0.01 mm', excluded: null },
    ]);
    expect([chart.xAxis.name, chart.yAxis.name]).toEqual(['commanded, mm', 'deviation, µm']);
    expect(chart.series.map((item) => item.name)).toEqual([
      'fitted scale',
      'from below',
      'from above',
      'return to zero',
    ]);
    expect(chart.series[1]?.data[0]?.[1]).toBeCloseTo(2.5, 9);
  });

  it('shows small errors within the whole band asked for, and gives large ones their room', () => {
    const small = draw([{ index: 0, text: '0.32 mm', excluded: null }]);
    expect([small.yAxis.min, small.yAxis.max]).toEqual([-60, 60]);
    const large = draw([{ index: 0, text: '1.3 mm', excluded: null }]);
    expect(large.yAxis.min).toBeNull();
  });
});
