import {
  evaluateStepCheck,
  type EnteredReading,
  type StepCheckEvaluation,
  type StepCheckPlan,
} from '@crisp-notch/core/checks';
import { sayIn } from '@crisp-notch/core/drive-line';
import { quantityOf } from '@crisp-notch/core/shape';
import { exact, preferredUnit, rational } from '@crisp-notch/core/quantity';
import { exampleView } from '../testing/example-view';
import { EXAMPLE_INK } from '../testing/example-ink';
import { deviationChart, deviationUnit } from './deviation-chart.options';
import { readingRows } from './readings.state';

const plan: StepCheckPlan = {
  targets: [200, 600],
  runs: 1,
  approach: 'both-ways',
  returnToZero: true,
  takeUp: 200,
  instrument: {
    kind: 'linear',
    name: '',
    form: 'indicator',
    resolution: quantityOf('0.01 mm'),
    tilt: null,
    scaleUncertainty: null,
    error: null,
    square: 'by-square',
    range: null,
  },
  tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
};
const millimetre = preferredUnit('length', 'metric');
const stepsPerUnit = exact(rational(80_000_000, 127));
const evaluate = (entered: readonly EnteredReading[]): StepCheckEvaluation =>
  evaluateStepCheck(exampleView().context, plan, entered, sayIn('metric')) as StepCheckEvaluation;

describe('the readings sheet', () => {
  const entered: EnteredReading[] = [
    { index: 0, text: '0.32 mm', excluded: null },
    { index: 1, text: '0.0375 in', excluded: null },
    { index: 2, text: '1.5 mm', excluded: 'knocked' },
  ];
  const rows = readingRows(evaluate(entered), entered, stepsPerUnit, millimetre);

  it('has a row for everything that was planned, in its order', () => {
    expect(rows.map((row) => [row.planned.target, row.planned.approach, row.planned.isReturn])).toEqual([
      [200, 'up', false],
      [600, 'up', false],
      [600, 'down', false],
      [200, 'down', false],
      [0, 'up', true],
    ]);
  });

  it('shows a reading as it was typed, its unit only where it is another', () => {
    expect(rows.map((row) => row.shown)).toEqual(['0.32', '0.0375 in', '1.5', '', '']);
    expect(rows.map((row) => row.commanded)).toEqual(['0.3175', '0.9525', '0.9525', '0.3175', '0']);
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
