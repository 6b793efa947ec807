import { gauss, seeded } from '../statistics/index.js';
import { readingsToDecide } from './decide.js';
import { meanBudget } from './sample.js';

/** Readings it takes in fact until the interval of their mean no longer holds the limit. */
function needed(deviation: number, tolerance: number, scatter: number, fixed: number, random: () => number): number {
  const values: number[] = [];
  for (;;) {
    values.push(deviation + scatter * gauss(random));
    const budget = meanBudget(values, [{ name: 'own', kind: 'B', standard: fixed, freedom: Infinity }]);
    if (!budget) continue;
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    if (Math.abs(Math.abs(mean) - tolerance) >= budget.expanded || values.length > 2000) return values.length;
  }
}

describe('how many readings decide', () => {
  it('is what it takes in fact, within a quarter, by the middle of 400 simulations each', () => {
    const random = seeded(88);
    for (const [deviation, tolerance, scatter, fixed] of [
      [2, 10, 9, 0.5],
      [4, 10, 12, 1],
      [16, 10, 14, 1],
      [0, 10, 20, 0],
    ] as const) {
      const promised = readingsToDecide({ deviation, tolerance, scatter, fixed }) ?? NaN;
      const taken = Array.from({ length: 400 }, () => needed(deviation, tolerance, scatter, fixed, random)).sort(
        (a, b) => a - b,
      );
      const middle = taken[200] ?? NaN;
      expect(middle / promised)
        .withContext(`${deviation} of ${tolerance}: ${promised}, ${middle}`)
        .toBeGreaterThan(0.75);
      expect(middle / promised)
        .withContext(`${deviation} of ${tolerance}: ${promised}, ${middle}`)
        .toBeLessThan(1.25);
    }
  });

  it('is none where the instrument alone leaves it open, one where nothing scatters', () => {
    expect(readingsToDecide({ deviation: 9.5, tolerance: 10, scatter: 1, fixed: 0.4 })).toBeNull();
    expect(readingsToDecide({ deviation: 5, tolerance: 10, scatter: 0, fixed: 1 })).toBe(1);
    expect(readingsToDecide({ deviation: 9.99, tolerance: 10, scatter: 5, fixed: 0 })).toBeNull();
  });
});
