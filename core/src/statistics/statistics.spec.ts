import { createRequire } from 'node:module';
import fc from 'fast-check';
import { coverageFactor, leastSquares, logGamma, studentCdf } from './index.js';

interface Reference {
  readonly studentt: { cdf(x: number, dof: number): number };
}
// The reference library ships no types.
const { jStat } = createRequire(import.meta.url)('jstat') as { jStat: Reference };

describe('Student’s t', () => {
  it('has factorials in its gamma function', () => {
    let logFactorial = 0;
    for (let n = 1; n <= 30; n += 1) {
      logFactorial += Math.log(n);
      expect(logGamma(n + 1)).toBeCloseTo(logFactorial, 10);
    }
    expect(logGamma(0.5)).toBeCloseTo(0.5 * Math.log(Math.PI), 12);
  });

  // JCGM 100:2008, table G.2, column p = 95 %, as printed (two decimals)
  it('has the coverage factors of the guide’s table', () => {
    const table: readonly (readonly [number, number])[] = [
      [1, 12.71],
      [2, 4.3],
      [3, 3.18],
      [4, 2.78],
      [5, 2.57],
      [8, 2.31],
      [10, 2.23],
      [20, 2.09],
      [50, 2.01],
      [Infinity, 1.96],
    ];
    for (const [dof, factor] of table)
      expect(coverageFactor(0.95, dof)).withContext(`ν = ${dof}`).toBeCloseTo(factor, 2);
  });

  it('agrees with a reference library', () => {
    fc.assert(
      // The reference library is good to some seven digits, fewer beside zero.
      fc.property(
        fc.oneof(fc.double({ min: -8, max: -0.01, noNaN: true }), fc.double({ min: 0.01, max: 8, noNaN: true })),
        fc.integer({ min: 1, max: 60 }),
        (t, dof) => {
          expect(studentCdf(t, dof)).toBeCloseTo(jStat.studentt.cdf(t, dof), 6);
        },
      ),
    );
  });

  it('refuses what has no meaning', () => {
    expect(() => coverageFactor(1, 4)).toThrowError(RangeError);
    expect(() => coverageFactor(0.95, 0)).toThrowError(RangeError);
  });
});

describe('least squares', () => {
  // NIST Statistical Reference Datasets, Norris (linear regression, lower difficulty): certified values from memory,
  // B0 = -0.262323073774029, B1 = 1.00211681802045, residual SD = 0.884796396144373
  const norris =
    `0.1 0.2;338.8 337.4;118.1 118.2;888.0 884.6;9.2 10.1;228.1 226.5;668.5 666.3;998.5 996.3;449.1 448.6;778.9 777.0;559.2 558.2;0.3 0.4;0.1 0.6;778.1 775.5;668.8 666.9;339.3 338.0;448.9 447.5;10.8 11.6;557.7 556.0;228.3 228.1;998.0 995.8;888.8 887.6;119.6 120.2;0.3 0.3;0.6 0.3;557.6 556.8;339.3 339.1;888.0 887.2;998.5 999.0;778.9 779.0;10.2 11.1;117.6 118.3;228.9 229.2;668.4 669.1;449.2 448.9;0.2 0.5`
      .split(';')
      .map((pair) => pair.split(' ').map(Number) as [number, number]);

  it('reproduces certified linear regression', () => {
    const fit = leastSquares(
      norris.map(([y]) => y).map((_y, index) => [1, (norris[index] as [number, number])[1]]),
      norris.map(([y]) => y),
    );
    expect(fit?.estimates[0]).toBeCloseTo(-0.262323073774029, 8);
    expect(fit?.estimates[1]).toBeCloseTo(1.00211681802045, 10);
    expect(fit?.residualDeviation).toBeCloseTo(0.884796396144373, 8);
    const se = (fit?.residualDeviation ?? 0) * Math.sqrt(fit?.unscaledCovariance[1]?.[1] ?? 0);
    expect(se).toBeCloseTo(0.429796848199937e-3, 10);
  });

  it('refuses dependent columns and too few rows', () => {
    expect(
      leastSquares(
        [
          [1, 2],
          [2, 4],
          [3, 6],
        ],
        [1, 2, 3],
      ),
    ).toBeNull();
    expect(leastSquares([[1, 2]], [1])).toBeNull();
  });

  it('leaves residuals orthogonal to every column', () => {
    // Hundredths: places that differ by 10⁻¹⁰ only are no plan of measurements, and leave no digits to be orthogonal
    // in.
    const hundredths = fc.integer({ min: -500, max: 500 }).map((value) => value / 100);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(hundredths, fc.double({ min: -5, max: 5, noNaN: true })), { minLength: 6, maxLength: 20 }),
        (pairs) => {
          const rows = pairs.map(([x], index) => [1, x, index ** 2]);
          const fit = leastSquares(
            rows,
            pairs.map(([, y]) => y),
          );
          for (let column = 0; column < 3; column += 1) {
            const product = fit
              ? fit.residuals.reduce((sum, residual, index) => sum + residual * (rows[index]?.[column] ?? 0), 0)
              : 0;
            expect(Math.abs(product)).toBeLessThan(1e-8);
          }
        },
      ),
    );
  });
});
