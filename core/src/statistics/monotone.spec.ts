import fc from 'fast-check';
import { neverFalling } from './index.js';

const off = (one: readonly number[], other: readonly number[]): number =>
  one.reduce((sum, value, index) => sum + (value - (other[index] as number)) ** 2, 0);

describe('a row that never falls', () => {
  it('pools what falls, worked out by hand', () => {
    expect(neverFalling([1, 3, 2, 4])).toEqual([1, 2.5, 2.5, 4]);
    expect(neverFalling([5, 4, 3, 8])).toEqual([4, 4, 4, 8]);
    expect(neverFalling([])).toEqual([]);
  });

  it('never falls, keeps the mean, and is nearer than any other that never falls', () => {
    const values = fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(values, values, (given, other) => {
        const fitted = neverFalling(given);
        expect(fitted.every((value, index) => index === 0 || value >= (fitted[index - 1] as number))).toBeTrue();
        const sum = (row: readonly number[]): number => row.reduce((total, value) => total + value, 0);
        expect(sum(fitted)).toBeCloseTo(sum(given), 6);
        const rival = [...given.map((_, index) => other[index % other.length] as number)].sort((a, b) => a - b);
        expect(off(fitted, given)).toBeLessThanOrEqual(off(rival, given) + 1e-9);
      }),
    );
  });
});
