import { quantityOf } from '../../shape/index.js';
import { plannedMoves, plannedReadings, type StepCheckPlan } from '../index.js';
import { fitScale, wildReading, type FittedScale, type ScalePoint } from './scale-fit.js';
import { exampleInstrument } from '../../testing/example-instrument.js';

const fitted = (points: readonly ScalePoint[], digit: number, own = 0): FittedScale => {
  const fit = fitScale(points, digit, own);
  if (fit.kind !== 'fitted') throw new Error(fit.reason);
  return fit;
};
const up = (commanded: number, measured: number): ScalePoint => ({ commanded, measured, approach: 'up' });
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
const mean = (values: readonly number[]): number => sum(values) / values.length;

// Points of Student's t at 97.5 % (any statistics table).
const T1 = 12.7062;
const T2 = 4.30265;
const T10 = 2.22814;

describe('a scale worked out by hand', () => {
  it('of two distances read once: through zero, with the error of the zero itself', () => {
    const [x, y] = [
      [40, 100],
      [40.3, 100.1],
    ];
    const fit = fitted([up(40, 40.3), up(100, 100.1)], 0.02);
    const xx = sum(x.map((value) => value ** 2));
    const k = sum(x.map((value, index) => value * (y[index] ?? NaN))) / xx;
    const s2 = sum(x.map((value, index) => ((y[index] ?? NaN) - k * value) ** 2)) / 1;
    const variance = s2 / xx + s2 * (sum(x) / xx) ** 2;
    expect(fit.scale.value).toBeCloseTo(k, 12);
    expect(fit.scale.expanded / (T1 * Math.sqrt(variance))).toBeCloseTo(1, 4);
    expect([fit.offset, fit.reversal, fit.degreesOfFreedom, fit.ruledBy]).toEqual([null, null, 1, 'scatter']);
  });

  it('of readings that agree within the digit: the digit decides, once a place and once for the zero', () => {
    const digit = 0.03;
    const fit = fitted([up(30, 30), up(80, 80)], digit);
    const xx = 30 ** 2 + 80 ** 2;
    const variance = (digit ** 2 / 12) * (1 / xx + (110 / xx) ** 2);
    expect(fit.scale.expanded / (1.959964 * Math.sqrt(variance))).toBeCloseTo(1, 5);
    expect([fit.ruledBy, fit.effectiveDegreesOfFreedom]).toEqual(['digit', Infinity]);
    // An instrument that may be off by 1.2 % decides instead.
    const coarse = fitted([up(30, 30), up(80, 80)], digit, 0.012);
    expect(coarse.ruledBy).toBe('instrument');
    expect(coarse.scale.expanded).toBeCloseTo(1.959964 * Math.hypot(Math.sqrt(variance), 0.006), 8);
    expect(coarse.scaleStandardUncertainty).toBeCloseTo(Math.hypot(Math.sqrt(variance), 0.006), 9);
  });

  const places = [20, 50, 70, 110];
  const line = (x: number): number => 0.4 + 0.98 * x;
  const slopeWeights = (xs: readonly number[]): readonly number[] => {
    const middle = mean(xs);
    const spread = sum(xs.map((x) => (x - middle) ** 2));
    return xs.map((x) => (x - middle) / spread);
  };

  it('of places that are off by themselves: runs do not average them away', () => {
    const offs = [0.21, -0.26, -0.11, 0.16];
    const shakes = [0.001, -0.002, 0.001];
    const points = places.flatMap((x, place) => shakes.map((shake) => up(x, line(x) + (offs[place] ?? 0) + shake)));
    const fit = fitted(points, 0);
    const weights = slopeWeights(points.map((point) => point.commanded));
    const k = sum(points.map((point, index) => (weights[index] ?? 0) * point.measured));
    const a = mean(points.map((point) => point.measured)) - k * mean(points.map((point) => point.commanded));
    const between =
      sum(places.map((x, place) => 3 * (line(x) + (offs[place] ?? 0) + mean(shakes) - a - k * x) ** 2)) / 2;
    // The mean of a place scatters by between / 3, and three readings carry its weight together.
    const variance =
      (between / 3) *
      sum(
        slopeWeights(places.flatMap((x) => [x, x, x])).flatMap((c, index) => (index % 3 === 0 ? [(3 * c) ** 2] : [])),
      );
    expect(fit.scale.value).toBeCloseTo(k, 12);
    expect(fit.offset?.value).toBeCloseTo(a, 9);
    expect(fit.degreesOfFreedom).toBe(2);
    expect(fit.scale.expanded / (T2 * Math.sqrt(variance))).toBeCloseTo(1, 4);
    expect(fit.readingUncertainty).toBeCloseTo(
      Math.sqrt(sum(shakes.map((shake) => (shake - mean(shakes)) ** 2)) / 2),
      9,
    );
  });

  it('of places that only shake: all readings stand for the scatter', () => {
    const shakes = [
      [0.03, -0.05, 0.02],
      [-0.04, 0.06, -0.01],
      [0.05, -0.02, -0.03],
      [-0.01, 0.04, -0.04],
    ];
    const points = places.flatMap((x, place) => (shakes[place] ?? []).map((shake) => up(x, line(x) + shake)));
    const fit = fitted(points, 0);
    const xs = points.map((point) => point.commanded);
    const weights = slopeWeights(xs);
    const k = sum(points.map((point, index) => (weights[index] ?? 0) * point.measured));
    const a = mean(points.map((point) => point.measured)) - k * mean(xs);
    const s2 = sum(points.map((point) => (point.measured - a - k * point.commanded) ** 2)) / 10;
    expect(fit.degreesOfFreedom).toBe(10);
    expect(fit.scale.expanded / (T10 * Math.sqrt(s2 * sum(weights.map((c) => c ** 2))))).toBeCloseTo(1, 4);
    expect(fit.effectiveDegreesOfFreedom).toBe(10);
  });

  it('from both sides: play is taken neither for scale nor for an error of the zero', () => {
    const play = 0.17;
    const points = places.flatMap((x, index) => [
      up(x, line(x) + 0.002 * (index % 2)),
      { commanded: x, measured: line(x) + play, approach: 'down' as const },
    ]);
    const fit = fitted(points, 0);
    expect(fit.reversal?.value).toBeCloseTo(-(play - 0.001), 6);
    expect(fit.scale.value).toBeCloseTo(0.98, 4);
    expect(fit.offset?.value).toBeCloseTo(0.4, 2);
    expect(fit.degreesOfFreedom).toBe(5);
  });

  it('is refused where it cannot be told', () => {
    const reasonOf = (points: readonly ScalePoint[]): string => {
      const fit = fitScale(points, 0.01, 0);
      return fit.kind === 'refused' ? fit.reason : '';
    };
    expect(reasonOf([up(50, 50)])).toContain('One reading');
    expect(reasonOf([up(50, 50), up(50, 50.1)])).toContain('Only one distance');
    expect(reasonOf([up(50, 50), up(80, 80.2)])).toBe('');
  });
});

describe('a reading that the others speak against', () => {
  const sound = [20, 35, 50, 70, 90, 110].map((x, index) =>
    up(x, 0.99 * x + ([0.004, -0.006, 0.002, 0.005, -0.004, -0.001][index] ?? NaN)),
  );

  it('is named with how far it is off, and the fit without it', () => {
    const wrong = sound.map((point, index) => (index === 2 ? { ...point, measured: point.measured + 1.3 } : point));
    const found = wildReading(wrong, 0.01, 0);
    expect(found?.index).toBe(2);
    expect(found?.off).toBeCloseTo(1.3, 1);
    expect(found?.without.scale.value).toBeCloseTo(0.99, 3);
    expect(found?.without.residuals.length).toBe(5);
  });

  it('is none where all agree, where it is off by digits only, and among too few', () => {
    expect(wildReading(sound, 0.01, 0)).toBeNull();
    const little = sound.map((point, index) => (index === 2 ? { ...point, measured: point.measured + 0.04 } : point));
    expect(wildReading(little, 0.01, 0)).toBeNull();
    const three = [up(20, 19.8), up(50, 52), up(90, 89.1)];
    expect(wildReading(three, 0.01, 0)).toBeNull();
  });
});

describe('the moves of a plan', () => {
  const plan = (change: Partial<StepCheckPlan>): StepCheckPlan => ({
    targets: [900, 300],
    runs: 2,
    approach: 'both-ways',
    returnToZero: true,
    takeUp: 40,
    measured: exampleInstrument({ name: 'indicator', error: quantityOf('0.02 mm'), square: 'by-square' }),
    tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
    ...change,
  });
  const path = (change: Partial<StepCheckPlan>): readonly string[] =>
    plannedMoves(plan(change)).map(({ to, reading }) =>
      reading ? `${to}${reading.isReturn ? 'z' : reading.approach === 'up' ? '+' : '-'}` : String(to),
    );

  it('reach each place from the side that its reading names, past it first where need be', () => {
    expect(path({ runs: 1 })).toEqual(['0', '300+', '900+', '940', '900-', '300-', '-40', '0z']);
    expect(path({ runs: 2, approach: 'one-way' })).toEqual([
      '0',
      '300+',
      '900+',
      '-40',
      '0z',
      '300+',
      '900+',
      '-40',
      '0z',
    ]);
    expect(path({ runs: 2, returnToZero: false, targets: [500] })).toEqual([
      '0',
      '500+',
      '540',
      '500-',
      '460',
      '500+',
      '540',
      '500-',
    ]);
  });

  it('carry the readings in the order in which they are taken', () => {
    const readings = plannedReadings(plan({}));
    expect(readings.map(({ index }) => index)).toEqual([...readings.keys()]);
    expect(readings.map(({ run, target, approach }) => `${run}:${target}${approach === 'up' ? '+' : '-'}`)).toEqual([
      '1:300+',
      '1:900+',
      '1:900-',
      '1:300-',
      '1:0+',
      '2:300+',
      '2:900+',
      '2:900-',
      '2:300-',
      '2:0+',
    ]);
  });
});
