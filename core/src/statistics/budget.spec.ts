import { createRequire } from 'node:module';
import {
  budgetOf,
  chiSquare,
  chiSquareCdf,
  chiSquareQuantile,
  gauss,
  grubbsCritical,
  grubbsOutlier,
  lengthBetween,
  seeded,
} from './index.js';

interface Reference {
  readonly chisquare: { cdf(x: number, dof: number): number; inv(p: number, dof: number): number };
}
// The reference library ships no types.
const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: Reference };

describe('an uncertainty budget', () => {
  // JCGM 100:2008, example H.1 (end-gauge calibration), in nanometres: standard uncertainties and degrees of freedom of
  // its contributions, u_c = 32 nm, ν_eff = 16, k = 2.92 and U = 93 nm at 99 %.
  it('reproduces example H.1 of the guide', () => {
    const difference = budgetOf([
      { name: 'repeated observations', kind: 'A', standard: 5.8, freedom: 24 },
      { name: 'random effects of the comparator', kind: 'B', standard: 3.9, freedom: 5 },
      { name: 'systematic effects of the comparator', kind: 'B', standard: 6.7, freedom: 8 },
    ]);
    expect(difference.combined).toBeCloseTo(9.7, 1);
    expect(difference.freedom).toBe(25);
    const length = budgetOf(
      [
        { name: 'standard end gauge', kind: 'B', standard: 25, freedom: 18 },
        { name: 'difference of the gauges', kind: 'A', standard: 9.7, freedom: 25.6 },
        { name: 'difference of their expansion', kind: 'B', standard: 2.9, freedom: 50 },
        { name: 'difference of their temperatures', kind: 'B', standard: 16.6, freedom: 2 },
      ],
      0.99,
    );
    expect(Math.round(length.combined)).toBe(32);
    expect(length.freedom).toBe(16);
    expect(length.factor).toBeCloseTo(2.92, 2);
    expect(Math.round(length.expanded)).toBe(93);
    expect(length.rows.map(({ name }) => name)[0]).toBe('standard end gauge');
    expect(length.rows.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
  });

  it('takes what is known for sure with the normal distribution, and nothing as nothing', () => {
    const sure = budgetOf([{ name: 'digit', kind: 'B', standard: 3, freedom: Infinity }]);
    expect([sure.freedom, sure.factor]).toEqual([Infinity, jasmine.any(Number)]);
    expect(sure.factor).toBeCloseTo(1.96, 3);
    expect(budgetOf([]).expanded).toBe(0);
  });
});

describe('chi-square', () => {
  it('agrees with a reference library', () => {
    for (const dof of [1, 2, 5, 17, 40])
      for (const x of [0.02, 0.7, 3, 12, 45]) {
        expect(chiSquareCdf(x, dof)).withContext(`${x}, ν ${dof}`).toBeCloseTo(jStat.chisquare.cdf(x, dof), 8);
        const p = [0.025, 0.5, 0.975][dof % 3] ?? 0.5;
        expect(chiSquareQuantile(p, dof) / jStat.chisquare.inv(p, dof)).toBeCloseTo(1, 5);
      }
    // Without freedom to fall back on, two have a closed form.
    expect(chiSquareCdf(2, 2)).toBeCloseTo(1 - Math.exp(-1), 14);
  });

  it('is drawn with its mean and variance', () => {
    const random = seeded(4711);
    for (const dof of [1, 2, 7]) {
      const drawn = Array.from({ length: 20_000 }, () => chiSquare(random, dof));
      const mean = drawn.reduce((sum, value) => sum + value, 0) / drawn.length;
      const variance = drawn.reduce((sum, value) => sum + (value - mean) ** 2, 0) / drawn.length;
      expect(mean / dof)
        .withContext(`ν ${dof}`)
        .toBeCloseTo(1, 1);
      expect(variance / (2 * dof))
        .withContext(`ν ${dof}`)
        .toBeCloseTo(1, 0);
    }
  });
});

describe('a length of two parts', () => {
  it('lies between the ends that its distribution leaves, near and far', () => {
    const random = seeded(23);
    for (const [length, deviation] of [
      [0, 2],
      [1, 2],
      [5, 2],
      [300, 2],
    ] as const) {
      let held = 0;
      for (let trial = 0; trial < 600; trial += 1) {
        const measured = Math.hypot(length + deviation * gauss(random), deviation * gauss(random));
        const [low, high] = lengthBetween(measured, deviation, 0.95);
        if (low <= length && length <= high) held += 1;
      }
      expect(held / 600)
        .withContext(`${length}`)
        .toBeGreaterThan(0.925);
      expect(held / 600)
        .withContext(`${length}`)
        .toBeLessThan(0.99);
    }
  });

  it('passes from near to far without a step', () => {
    const [below, above] = [24.999, 25.001].map((shown) => lengthBetween(shown, 1, 0.95)) as [
      readonly [number, number],
      readonly [number, number],
    ];
    expect(above[0] - below[0]).toBeCloseTo(0.002, 2);
    expect(above[1] - below[1]).toBeCloseTo(0.002, 2);
  });
});

describe('Grubbs’ test', () => {
  // Critical values at 5 % for the farthest either side, as tabulated (ISO 5725-2, upper 2.5 %, from memory).
  it('has the critical values of its table', () => {
    for (const [n, value] of [
      [3, 1.155],
      [5, 1.715],
      [10, 2.29],
      [20, 2.709],
    ] as const)
      expect(grubbsCritical(n, 0.05)).withContext(`n ${n}`).toBeCloseTo(value, 2);
    expect(() => grubbsCritical(2, 0.05)).toThrowError(RangeError);
  });

  it('finds one that stands off among five, where three standard deviations never fire', () => {
    const values = [1.01, 0.99, 1, 1.02, 1.4];
    expect(grubbsOutlier(values, 0.01)).toBe(4);
    // With five values none can lie more than 1.789 standard deviations off: (n − 1)/√n.
    const mean = values.reduce((sum, value) => sum + value, 0) / 5;
    const deviation = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / 4);
    expect((1.4 - mean) / deviation).toBeLessThan(1.789);
  });

  it('lets stand what differs by the digit alone, and tells nothing of two', () => {
    expect(grubbsOutlier([1, 1, 1, 1, 1, 2], 0.05, 1.5)).toBeNull();
    expect(grubbsOutlier([1, 9], 0.05)).toBeNull();
    expect(grubbsOutlier([3, 3, 3, 3], 0.05)).toBeNull();
  });
});
