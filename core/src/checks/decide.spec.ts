import { gauss, seeded } from '../statistics/index.js';
import { decidesWords, nextByBudget, readingsInAll, readingsToDecide } from './decide.js';
import { figureOf, type CheckFigure, type CheckFindings } from './findings.js';
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

/** Mean and squared distances of some values. */
function rowOf(values: readonly number[]): { readonly count: number; readonly mean: number; readonly squares: number } {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return { count: values.length, mean, squares: values.reduce((sum, value) => sum + (value - mean) ** 2, 0) };
}

describe('how many readings decide, while they are taken', () => {
  it('is what it takes in fact, within a quarter, by the middle of 400 axes that are left open', () => {
    const random = seeded(2106);
    const [tolerance, fixed] = [10, 0.3];
    const [promised, taken]: [number[], number[]] = [[], []];
    const isOpen = (all: readonly number[]): boolean => {
      const budget = meanBudget(all, [{ name: 'own', kind: 'B', standard: fixed, freedom: Infinity }]);
      return budget === null || Math.abs(Math.abs(rowOf(all).mean) - tolerance) < budget.expanded;
    };
    while (taken.length < 400) {
      // Axes of any error and any scatter: what is known of this one are its eight readings.
      const [deviation, scatter] = [60 * random() - 30, 3 * 8 ** random()];
      const values = Array.from({ length: 8 }, () => deviation + scatter * gauss(random));
      if (!isOpen(values)) continue;
      promised.push(readingsInAll(rowOf(values), fixed, tolerance) ?? 200);
      while (isOpen(values) && values.length < 200) values.push(deviation + scatter * gauss(random));
      taken.push(values.length);
    }
    const middle = (of: readonly number[]): number => [...of].sort((a, b) => a - b)[200] ?? NaN;
    const ratio = middle(taken) / middle(promised);
    expect(ratio)
      .withContext(`${middle(promised)}, ${middle(taken)}`)
      .toBeGreaterThan(0.75);
    expect(ratio)
      .withContext(`${middle(promised)}, ${middle(taken)}`)
      .toBeLessThan(1.25);
    // And of each single one: it takes more as often as less.
    const more = taken.filter((count, index) => count > (promised[index] ?? 0)).length / taken.length;
    expect(more).toBeGreaterThan(0.4);
    expect(more).toBeLessThan(0.6);
  });

  it('is said of the figure that the budget is of, and of no other', () => {
    const values = [4.2, 14.1, -6.3, 9.7, 3.1];
    const { mean } = rowOf(values);
    const budget = (fixed: number): CheckFindings['budget'] => {
      const rows = meanBudget(values, [{ name: 'own', kind: 'B', standard: fixed, freedom: Infinity }]);
      return rows && { of: 'T', dimension: 'torque', rows };
    };
    const figure = (asked: number, symbol = 'T'): CheckFigure =>
      figureOf({ name: 'Torque', symbol, dimension: 'torque', working: '' }, mean, 9, asked);
    expect(nextByBudget([figure(9)], budget(0.1), 5)).toMatch(
      /^Torque cannot be told from what is asked yet: about \d+ more readings like these would\.$/,
    );
    expect(nextByBudget([figure(9)], budget(6), 5)).toContain('what decides is the instrument');
    // Ninety readings about the very limit.
    const random = seeded(3);
    const many = Array.from({ length: 90 }, () => 9 + gauss(random));
    const rows = meanBudget(many, []);
    const near = { ...figure(9), value: 9, interval: [8.8, 9.2] as const };
    expect(nextByBudget([near], rows && { of: 'T', dimension: 'torque', rows }, 90)).toContain('lies so near to');
    // Within, outside, of another figure, or without a budget there is nothing to say.
    expect(nextByBudget([figure(40)], budget(0.1), 5)).toBe('');
    expect(nextByBudget([figure(9, 'Z')], budget(0.1), 5)).toBe('');
    expect(nextByBudget([figure(9)], null, 5)).toBe('');
  });

  it('is said before by an example, and held against what the plan has', () => {
    expect(decidesWords(null, 1, 5)).toContain('Nothing is asked');
    expect(decidesWords(10, 6, 5)).toContain('No number of readings');
    const need = readingsToDecide({ scatter: 2.5, fixed: 0.5, deviation: 5, tolerance: 10 }) ?? NaN;
    expect(decidesWords(10, 0.5, need)).toContain(`it about ${need} times decides.`);
    expect(decidesWords(10, 0.5, need - 1, { of: 'places' })).toContain(
      `about ${need} places decides; this plan has ${need - 1}.`,
    );
    const twice = readingsToDecide({ scatter: 5, fixed: 1, deviation: 5, tolerance: 10 }) ?? NaN;
    expect(twice).toBeGreaterThan(need);
    expect(decidesWords(10, 0.5, 99, { spread: 2 })).toContain(`it about ${twice} times decides.`);
  });
});
