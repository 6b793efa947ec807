import { createRequire } from 'node:module';
import {
  fitScale,
  reversalTrend,
  scatterWithinRuns,
  wildReading,
  type FittedScale,
  type ScalePoint,
} from './scale-fit.js';

// The reference library ships no types.
const { jStat } = createRequire(import.meta.url)('jstat') as {
  jStat: { readonly studentt: { inv(p: number, dof: number): number } };
};
/** Two-sided point of Student's t. */
const t = (confidence: number, freedom: number): number => jStat.studentt.inv((1 + confidence) / 2, freedom);
const NORMAL = 1.959964;

const fitted = (points: readonly ScalePoint[], digit: number, own = 0): FittedScale => {
  const fit = fitScale(points, digit, own);
  if (fit.kind !== 'fitted') throw new Error(fit.reason);
  return fit;
};
const up = (commanded: number, measured: number): ScalePoint => ({ commanded, measured, approach: 'up' });
const down = (commanded: number, measured: number): ScalePoint => ({ commanded, measured, approach: 'down' });
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
const mean = (values: readonly number[]): number => sum(values) / values.length;

/** A line through points by the textbook's sums. */
function lineOf(points: readonly ScalePoint[]): {
  readonly a: number;
  readonly k: number;
  readonly spread: number;
  readonly middle: number;
  readonly deviation: number;
} {
  const xs = points.map((point) => point.commanded);
  const [middle, level] = [mean(xs), mean(points.map((point) => point.measured))];
  const spread = sum(xs.map((x) => (x - middle) ** 2));
  const k = sum(points.map((point) => (point.commanded - middle) * (point.measured - level))) / spread;
  const a = level - k * middle;
  const deviation = Math.sqrt(
    sum(points.map((point) => (point.measured - a - k * point.commanded) ** 2)) / (points.length - 2),
  );
  return { a, k, spread, middle, deviation };
}

describe('scatter and digit together', () => {
  it('read once a place, the larger of the two stands: the scatter holds the rounding already', () => {
    const points = [up(20, 20.02), up(50, 49.99), up(70, 70.03), up(110, 110)];
    const { spread, deviation } = lineOf(points);
    const scattered = (t(0.95, 2) * deviation) / Math.sqrt(spread);
    // A digit of 0.2 has more to say, one of 0.02 less; neither is added.
    const byDigit = (digit: number): number => NORMAL * Math.sqrt(digit ** 2 / 12 / spread);
    expect(byDigit(0.2)).toBeGreaterThan(scattered);
    expect(fitted(points, 0.2).scale.expanded / byDigit(0.2)).toBeCloseTo(1, 5);
    expect(fitted(points, 0.02).scale.expanded / scattered).toBeCloseTo(1, 5);
    expect([fitted(points, 0.2).ruledBy, fitted(points, 0.02).ruledBy]).toEqual(['digit', 'scatter']);
  });

  /** Read three times a place, each time so far off. */
  const shaken = (shakes: readonly (readonly number[])[]): readonly ScalePoint[] =>
    shakes.flatMap((of, index) =>
      of.map((shake) => up([20, 50, 70, 110][index] as number, 0.99 * ([20, 50, 70, 110][index] as number) + shake)),
    );

  it('read again and again, both count, the digit by what the scatter does not shake out of it', () => {
    const points = shaken([
      [0.004, -0.003, -0.001],
      [-0.002, 0.005, -0.003],
      [0.003, 0.001, -0.004],
      [-0.004, 0.002, 0.002],
    ]);
    const digit = 0.01;
    const { spread, deviation } = lineOf(points);
    const within =
      sum(
        [20, 50, 70, 110].map((x) =>
          sum(
            points
              .filter((point) => point.commanded === x)
              .map((point, _, of) => (point.measured - mean(of.map((item) => item.measured))) ** 2),
          ),
        ),
      ) / 8;
    // First harmonic of the mean error of rounding (Fourier series, standard derivation), of what scatter is left
    // beside it.
    const noise = within - digit ** 2 / 12;
    expect(noise).toBeGreaterThan(0);
    const kept = Math.exp((-2 * Math.PI ** 2 * noise) / digit ** 2);
    const places = 9 / spread / 3;
    // Welch and Satterthwaite (JCGM 100:2008, G.4.1): only the scatter has an end to its freedom.
    const [byScatter, byDigit] = [deviation ** 2 / spread, (digit ** 2 / 12) * kept ** 2 * places];
    const freedom = Math.floor((byScatter + byDigit) ** 2 / (byScatter ** 2 / 10));
    expect(freedom).toBeGreaterThan(10);
    const fit = fitted(points, digit);
    expect(fit.effectiveDegreesOfFreedom).toBe(freedom);
    expect(fit.scale.expanded / (t(0.95, freedom) * Math.sqrt(byScatter + byDigit))).toBeCloseTo(1, 4);
    expect(fit.scaleRows.map(({ name, kind }) => [name, kind])).toEqual([
      ['Scatter of 12 readings', 'A'],
      ['The digit', 'B'],
    ]);
    for (const [row, variance] of [byScatter, byDigit].entries())
      expect((fit.scaleRows[row]?.standard ?? NaN) / Math.sqrt(variance)).toBeCloseTo(1, 4);
  });

  it('that are nothing leave no doubt', () => {
    const exact = shaken([[0], [0], [0], [0]]).map((point) => ({ ...point, measured: point.commanded * 2 }));
    for (const points of [exact, [...exact, ...exact]]) {
      const fit = fitted(points, 0);
      expect(fit.scale.value).toBeCloseTo(2, 12);
      expect([fit.scale.expanded, fit.readingUncertainty].every((value) => value >= 0 && value < 1e-9)).toBeTrue();
    }
  });

  it('of places that are off by themselves, each run alike, count by place', () => {
    const points = shaken([
      [0.02, 0.02],
      [-0.03, -0.03],
      [0.02, 0.02],
      [-0.01, -0.01],
    ]);
    const { k, a, spread } = lineOf(points);
    const between =
      sum(
        [20, 50, 70, 110].map(
          (x, index) => 2 * (0.99 * x + ([0.02, -0.03, 0.02, -0.01][index] as number) - a - k * x) ** 2,
        ),
      ) / 2;
    // Two readings carry a place's weight together; its mean scatters by half of what one would.
    const expanded = t(0.95, 2) * Math.sqrt((between / 2) * (2 / spread) * 1);
    const fit = fitted(points, 0);
    expect(fit.degreesOfFreedom).toBe(2);
    expect(fit.scale.expanded / expanded).toBeCloseTo(1, 5);
    expect(fit.readingUncertainty).toBeCloseTo(0, 12);
  });

  it('the instrument’s own error goes by the scale: 1 % of 2.5, of which half is its standard uncertainty', () => {
    const points = [20, 50, 70, 110].map((x) => up(x, 2.5 * x));
    expect(fitted(points, 0, 0.01).scaleStandardUncertainty).toBeCloseTo(0.0125, 9);
    expect(fitted(points, 0, 0.01).scale.expanded).toBeCloseTo(NORMAL * 0.0125, 7);
    expect(fitted(points, 0, 0.01).ruledBy).toBe('instrument');
  });
});

describe('the terms of a fit', () => {
  it('are those that the readings carry', () => {
    const terms = (points: readonly ScalePoint[]): readonly boolean[] => {
      const fit = fitted(points, 0.01);
      return [fit.reversal !== null, fit.offset !== null];
    };
    expect(terms([up(20, 20), down(50, 50.1)])).toEqual([false, false]);
    expect(terms([up(20, 20), up(50, 50), down(50, 50.2)])).toEqual([true, false]);
    expect(terms([up(20, 20), up(50, 50.1), up(80, 80)])).toEqual([false, false]);
    expect(terms([up(20, 20), up(50, 50.1), up(80, 80), up(90, 90)])).toEqual([false, true]);
    expect(terms([up(20, 20), up(50, 50), down(50, 50.2), down(20, 20.1)])).toEqual([true, false]);
    expect(terms([up(20, 20), up(50, 50), up(80, 80), down(50, 50.2), down(20, 20.1)])).toEqual([true, true]);
  });

  it('cannot be told apart where each side saw one distance only', () => {
    const fit = fitScale([up(50, 50), up(50, 50.01), up(50, 50), down(80, 80.1), down(80, 80.1)], 0.01, 0);
    expect(fit.kind === 'refused' && fit.reason).toContain('do not separate scale, zero and reversal');
    expect(wildReading([up(50, 50), up(50, 50.01), up(50, 50), down(80, 80.1), down(80, 93)], 0.01, 0)).toBeNull();
  });
});

describe('a wild reading is called so', () => {
  const places = [10, 22, 37, 41, 58, 66, 83, 97];
  const shakes = [0.012, -0.021, 0.008, 0.017, -0.019, 0.004, -0.011, 0.01];
  const noisy = (off: number, index = 5): readonly ScalePoint[] =>
    places.map((x, place) => up(x, 1.01 * x + (shakes[place] as number) + (place === index ? off : 0)));

  /** Least offset, from the first value up, from which a reading is called wild. */
  const threshold = (found: (off: number) => boolean, most: number): number => {
    let [low, high] = [0, most];
    for (let step = 0; step < 60; step += 1) {
      const middle = (low + high) / 2;
      if (found(middle)) high = middle;
      else low = middle;
    }
    return high;
  };

  it('from where the others’ line does not explain it, by Student’s t over all that are judged', () => {
    const others = lineOf(noisy(0).filter((_, index) => index !== 5));
    const x = places[5] as number;
    const predicted = others.deviation * Math.sqrt(1 + 1 / 7 + (x - others.middle) ** 2 / others.spread);
    const limit = t(1 - 0.01 / 8, 5) * predicted;
    const base = 1.01 * x + (shakes[5] as number) - others.a - others.k * x;
    const found = threshold((off) => wildReading(noisy(off), 0, 0)?.index === 5, 1);
    expect((found + base) / limit).toBeCloseTo(1, 5);
    // How far it is off is said against the others' line.
    expect(wildReading(noisy(0.4), 0, 0)?.off).toBeCloseTo(0.4 + base, 9);
    expect(wildReading(noisy(0.9 * (limit - base)), 0, 0)).toBeNull();
  });

  it('from five digits where the others agree, and from what the digit alone lets doubt among four', () => {
    const agreed = (off: number): readonly ScalePoint[] =>
      Array.from({ length: 24 }, (_, index) => up(10 + 3 * index, 10 + 3 * index + (index === 9 ? off : 0)));
    const line = lineOf(agreed(0));
    const share = 1 - 1 / 24 - (37 - line.middle) ** 2 / line.spread;
    const from = threshold((off) => wildReading(agreed(off), 0.02, 0) !== null, 1);
    expect(from / 0.1).toBeCloseTo(1, 6);
    expect(share).toBeLessThan(1);
    const four = (off: number): readonly ScalePoint[] => [up(20, 20), up(50, 50 + off), up(70, 70), up(90, 90)];
    const limit = t(1 - 0.01 / 4, 1) * (0.02 / Math.sqrt(6));
    expect(threshold((off) => wildReading(four(off), 0.02, 0)?.index === 1, 50) / limit).toBeCloseTo(1, 4);
  });

  it('at two distances as well, and the worst of two that stand out', () => {
    const two = [up(30, 30), up(30, 30.01), up(30, 29.99), up(80, 80), up(80, 80.01), up(80, 79.99), up(80, 83)];
    expect(wildReading(two, 0.001, 0)?.index).toBe(6);
    const many = Array.from({ length: 40 }, (_, index) =>
      up(10 + 2 * index, 10 + 2 * index + (index === 7 ? 1 : index === 26 ? -1.3 : 0)),
    );
    expect(wildReading(many, 0.001, 0)?.index).toBe(26);
    const other = many.map((point) => ({
      ...point,
      measured: point.commanded - (point.measured - point.commanded) * (point.commanded === 24 ? 1.5 : 1),
    }));
    expect(wildReading(other, 0.001, 0)?.index).toBe(7);
  });
});

describe('the change of lost motion along the travel', () => {
  const played = (plays: readonly number[]): readonly ScalePoint[] =>
    plays.flatMap((play, index) => [
      up(20 * (index + 1), 20 * (index + 1) + (index % 2) * 0.004),
      down(20 * (index + 1), 20 * (index + 1) + play),
    ]);

  it('is the slope of the differences, with its interval', () => {
    const plays = [0.11, 0.19, 0.22, 0.31];
    const trend = reversalTrend(played(plays), 0);
    // Both sides read at the same places: the two lines are fitted apart, and their slopes compared.
    const [out, back] = [
      lineOf(played(plays).filter((point) => point.approach === 'up')),
      lineOf(played(plays).filter((point) => point.approach === 'down')),
    ];
    const pooled = (2 * out.deviation ** 2 + 2 * back.deviation ** 2) / 4;
    expect(trend?.value).toBeCloseTo(80 * (out.k - back.k), 9);
    expect((trend?.expanded ?? 0) / (t(0.95, 4) * 80 * Math.sqrt((2 * pooled) / out.spread))).toBeCloseTo(1, 4);
    // The digit's variance is added to that of the scatter.
    const digit = 0.06;
    expect(
      (reversalTrend(played(plays), digit)?.expanded ?? 0) /
        (t(0.95, 4) * 80 * Math.sqrt((2 * (pooled + digit ** 2 / 12)) / out.spread)),
    ).toBeCloseTo(1, 4);
  });

  it('is not known where the readings cannot carry it', () => {
    expect(reversalTrend([up(20, 20), up(40, 40.1), down(40, 40.3), down(20, 20.2)], 0.01)).toBeNull();
    expect(reversalTrend([up(20, 20), up(40, 40.1), up(60, 60), up(80, 80), up(90, 90)], 0.01)).toBeNull();
    expect(
      reversalTrend([up(20, 20), up(40, 40.1), up(60, 60), down(40, 40.3), down(40, 40.31), down(40, 40.29)], 0.01),
    ).toBeNull();
  });
});

describe('scatter within runs', () => {
  it('leaves out what a whole run is off by, and lost motion', () => {
    const made = [0, 0.5, -0.3].flatMap((off, run) =>
      [20, 50, 70].flatMap((x, place) => [
        { ...up(x, x + off + ([0.01, -0.02, 0.01][place] as number)), run: run + 1 },
        { ...down(x, x + off + 0.2 + ([0.01, -0.02, 0.01][place] as number)), run: run + 1 },
      ]),
    );
    const scatter = scatterWithinRuns(made);
    // 18 readings, less scale, reversal and three runs.
    expect(scatter?.freedom).toBe(13);
    // The shakes less the slope that they have by themselves.
    const shakes = lineOf([up(20, 0.01), up(50, -0.02), up(70, 0.01)]);
    expect(scatter?.deviation).toBeCloseTo(Math.sqrt((6 * shakes.deviation ** 2) / 13), 9);
  });

  it('of one run is that about its line, and of nothing is not known', () => {
    const one = [up(20, 20.02), up(50, 49.97), up(70, 70.04), up(110, 110)];
    expect(scatterWithinRuns(one.map((point) => ({ ...point, run: 1 })))?.deviation).toBeCloseTo(
      lineOf(one).deviation,
      9,
    );
    expect(scatterWithinRuns([])).toBeNull();
  });
});
