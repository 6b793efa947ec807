import type { CheckFigure } from '@crisp-notch/core/checks';
import { EXAMPLE_INK } from '../testing/example-ink';
import { courseChart, courseOf, courseWords, figuresOver, followed, type Found } from './trend.state';

const DAY = 86_400;
const figure = (value: number | null, half = 0.01e-3): CheckFigure => ({
  name: 'Largest deviation',
  symbol: 'Δ',
  dimension: 'length',
  value,
  interval: value === null ? null : [value - half, value + half],
  asked: 0.1e-3,
  conformity: null,
  working: '',
});
/** Newest first, as a list of checks is. */
const found = (
  ...values: readonly (readonly [day: number, revision: number, basis: string, value: number | null])[]
): readonly Found[] =>
  values
    .map(([day, revision, basis, value], place) => ({
      id: `check-${place}`,
      at: day * DAY,
      revision,
      basis,
      figures: [figure(value), { ...figure(null), name: 'Scale' }],
    }))
    .reverse();
const say = (value: number, _dimension: unknown, half?: number): string =>
  `${(value * 1e6).toFixed(half === undefined ? 0 : 1)} µm`;
const day = (at: number): string => `day ${Math.round(at / DAY)}`;
const words = (all: readonly Found[]): readonly string[] => {
  const course = courseOf(all, 'Largest deviation');
  return course ? courseWords(course, say, day) : [];
};

describe('checks that can be followed', () => {
  it('are kinds on an axis of which there are two and more', () => {
    const check = (axisId: string, kind: 'step-check' | 'runout') => ({ axisId, axisLetter: axisId, kind });
    expect(
      followed([check('X', 'step-check'), check('Y', 'step-check'), check('X', 'runout'), check('X', 'step-check')]),
    ).toEqual([{ value: 'step-check X', label: 'Step check on X, 2 times' }]);
    expect(followed([])).toEqual([]);
  });

  it('have the figures that two of them have a number of', () => {
    expect(figuresOver(found([1, 1, 'a', 1e-5], [2, 1, 'a', 2e-5])).map(({ name }) => name)).toEqual([
      'Largest deviation',
    ]);
    expect(figuresOver(found([1, 1, 'a', null], [2, 1, 'a', 2e-5]))).toEqual([]);
    expect(courseOf(found([1, 1, 'a', null], [2, 1, 'a', 2e-5]), 'Largest deviation')).toBeNull();
    expect(courseOf(found([1, 1, 'a', 1e-5], [2, 1, 'a', 2e-5]), 'no such')?.figure.name).toBe('Largest deviation');
  });
});

describe('the course of a figure', () => {
  it('goes from the oldest on, and what was open has no point', () => {
    const course = courseOf(found([1, 1, 'a', 1e-5], [3, 2, 'a', null], [9, 4, 'b', 3e-5]), 'Largest deviation');
    expect(course?.points.map(({ at, revision }) => [at / DAY, revision])).toEqual([
      [1, 1],
      [9, 4],
    ]);
    expect(course?.points[0]?.half).toBeCloseTo(1e-5, 12);
  });

  it('says what a change of the design did, where the intervals show it', () => {
    expect(words(found([1, 1, 'a', 60e-6], [5, 2, 'b', 10e-6]))).toEqual([
      'Between revision 1 and revision 2 it went from 60.0 µm ± 10.0 µm to 10.0 µm ± 10.0 µm.',
    ]);
    expect(words(found([1, 1, 'a', 15e-6], [5, 2, 'b', 10e-6]))).toEqual([
      'No change is shown between revision 1 and revision 2: -5.0 µm ± 14.1 µm.',
    ]);
  });

  it('says whether it drifts since then, and when it would reach what is asked', () => {
    // 10 µm every 10 days since the change: 40 on day 40, what is asked, 100, on day 100; 30 a month.
    const drifting = found(
      [1, 1, 'a', 90e-6],
      [10, 2, 'b', 10e-6],
      [20, 2, 'b', 20e-6],
      [30, 2, 'b', 30e-6],
      [40, 3, 'b', 40e-6],
    );
    const [, drift] = words(drifting);
    expect(drift).toMatch(/^It rises by 30\.0 µm ± 1\d\.\d µm a month, and would reach what is asked about day 100\.$/);
    const [still] = words(found([10, 2, 'b', 20e-6], [20, 2, 'b', 21e-6], [30, 2, 'b', 19e-6]));
    expect(still).toMatch(/^No drift is shown: at most \d+\.\d µm a month\.$/);
    expect(words(found([10, 2, 'b', 20e-6], [20, 2, 'b', 50e-6]))).toEqual([
      'Three checks of one state of the axis tell whether it drifts.',
    ]);
  });

  it('is drawn with its intervals, what is asked, and a mark where the design changed', () => {
    const course = courseOf(found([1, 1, 'a', 60e-6], [5, 2, 'b', 10e-6]), 'Largest deviation');
    if (!course) throw new Error('no course');
    const { series } = courseChart(course, 'metric', EXAMPLE_INK) as {
      series: readonly {
        readonly data: readonly (readonly [number, number | null])[];
        readonly markLine?: { readonly data: readonly Readonly<Record<string, unknown>>[] };
      }[];
    };
    const [intervals, points] = series;
    expect(intervals?.data.map(([, y]) => y)).toEqual([
      jasmine.any(Number),
      jasmine.any(Number),
      null,
      jasmine.any(Number),
      jasmine.any(Number),
      null,
    ]);
    expect(intervals?.data[0]?.[1]).toBeCloseTo(0.05, 9);
    expect(intervals?.data[1]?.[1]).toBeCloseTo(0.07, 9);
    expect(points?.data[1]?.[0]).toBe(5 * DAY * 1000);
    expect(points?.data[1]?.[1]).toBeCloseTo(0.01, 9);
    expect(intervals?.markLine?.data.map(({ xAxis, yAxis }) => [xAxis, yAxis])).toEqual([
      [undefined, jasmine.any(Number)],
      [5 * DAY * 1000, undefined],
    ]);
  });
});
