import fc from 'fast-check';
import { cholesky, dot, forward, halfLogDeterminant, logSum } from './gaussian.js';

/** A symmetric positive matrix from any square one. */
function positive(size: number, values: readonly number[]): readonly Float64Array[] {
  const at = (row: number, column: number): number => values[(row * size + column) % values.length] ?? 0;
  return Array.from({ length: size }, (_, a) =>
    Float64Array.from(
      { length: size },
      (_value, b) =>
        Array.from({ length: size }, (_item, k) => at(a, k) * at(b, k)).reduce((sum, item) => sum + item, 0) +
        (a === b ? 1 : 0),
    ),
  );
}

describe('normal distributions', () => {
  it('have a lower triangle that multiplies to the matrix, and whitens by it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 36, maxLength: 36 }),
        (size, values) => {
          const matrix = positive(size, values);
          const lower = cholesky(matrix);
          for (let a = 0; a < size; a += 1)
            for (let b = 0; b < size; b += 1)
              expect(dot(lower[a] as Float64Array, lower[b] as Float64Array)).toBeCloseTo(matrix[a]?.[b] ?? NaN, 8);
          const y = Float64Array.from({ length: size }, (_, index) => values[index] ?? 0);
          const x = forward(lower, y);
          lower.forEach((row, index) => expect(dot(row, x)).toBeCloseTo(y[index] ?? NaN, 8));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('have half the logarithm of their determinant from its diagonal', () => {
    // |[[4, 2], [2, 5]]| = 16.
    const lower = cholesky([Float64Array.of(4, 2), Float64Array.of(2, 5)]);
    expect(halfLogDeterminant(lower)).toBeCloseTo(Math.log(16) / 2, 12);
  });

  it('add up by their logarithms without running over', () => {
    expect(logSum([Math.log(3), Math.log(4)])).toBeCloseTo(Math.log(7), 12);
    expect(logSum([-2000, -2000 + Math.log(3)])).toBeCloseTo(-2000 + Math.log(4), 9);
    expect(logSum([-Infinity, -Infinity])).toBe(-Infinity);
  });
});
