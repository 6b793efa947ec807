import { gauss, seeded } from '../statistics/index.js';
import { changeBetween, driftOf, type TrendPoint } from './index.js';

const point = (at: number, value: number, said: Partial<TrendPoint> = {}): TrendPoint => ({
  at,
  value,
  half: 0.2,
  asked: null,
  revision: 1,
  ...said,
});

describe('a figure over time', () => {
  it('has the line of the textbook, the surer points counting more', () => {
    // Weights 1, 1 and 4 at 0, 1 and 3: mean time 13/6, mean value (0 + 2 + 4·3)/6.
    const points = [point(0, 0), point(1, 2), point(3, 3, { half: 0.1 })];
    const [middle, level] = [13 / 6, 14 / 6];
    const spread = (0 - middle) ** 2 + (1 - middle) ** 2 + 4 * (3 - middle) ** 2;
    const slope = ((0 - middle) * (0 - level) + (1 - middle) * (2 - level) + 4 * (3 - middle) * (3 - level)) / spread;
    expect(driftOf(points)?.slope).toBeCloseTo(slope, 12);
  });

  it('drifts only where it is shown, and reaches what is asked where the line does', () => {
    const asked = { asked: 5 };
    const up = driftOf([point(0, 1, asked), point(10, 2, asked), point(20, 3, asked)]);
    expect(up?.isShown).toBeTrue();
    expect(up?.slope).toBeCloseTo(0.1, 12);
    // 3 at 20, a tenth a second: 5 at 40.
    expect(up?.reaches).toBeCloseTo(40, 9);
    const down = driftOf([point(0, -1, asked), point(10, -2, asked), point(20, -3, asked)]);
    expect(down?.reaches).toBeCloseTo(40, 9);
    // Inward from beyond, or with nothing asked, it reaches nothing.
    expect(driftOf([point(0, 9, asked), point(10, 8, asked), point(20, 7, asked)])?.reaches).toBeNull();
    expect(driftOf([point(0, 1), point(10, 2), point(20, 3)])?.reaches).toBeNull();
    const still = driftOf([point(0, 1, asked), point(10, 1.1, asked), point(20, 0.95, asked)]);
    expect([still?.isShown, still?.reaches]).toEqual([false, null]);
    expect(driftOf([point(0, 1), point(10, 2)])).toBeNull();
    expect(driftOf([point(0, 1), point(0, 2), point(3, 2)])).toBeNull();
    expect(driftOf([point(0, 1, { half: 0 }), point(1, 2), point(3, 2)])).toBeNull();
  });

  it('holds the true slope in 95 of 100, whether its points scatter as they say or more', () => {
    const random = seeded(29);
    for (const [excess, least, most] of [
      [1, 0.93, 0.995],
      [3, 0.93, 0.98],
    ] as const) {
      let held = 0;
      for (let trial = 0; trial < 1500; trial += 1) {
        const slope = random() - 0.5;
        const points = Array.from({ length: 6 }, (_, place) => {
          const half = 0.2 + 0.3 * random();
          const at = 3 * place + random();
          return point(at, 4 + slope * at + ((excess * half) / 1.96) * gauss(random), { half });
        });
        const found = driftOf(points);
        if (found && Math.abs(found.slope - slope) <= found.half) held += 1;
      }
      expect(held / 1500)
        .withContext(`${excess}`)
        .toBeGreaterThanOrEqual(least);
      expect(held / 1500)
        .withContext(`${excess}`)
        .toBeLessThanOrEqual(most);
    }
  });

  it('has changed between two checks where their intervals together do not explain it', () => {
    const before = point(0, 0.31, { half: 0.03 });
    expect(changeBetween(before, point(1, 0.36, { half: 0.04 }))).toEqual({
      difference: jasmine.any(Number),
      half: jasmine.any(Number),
      isShown: false,
    });
    const after = changeBetween(before, point(1, 0.02, { half: 0.04 }));
    expect([after.difference, after.half, after.isShown]).toEqual([jasmine.any(Number), jasmine.any(Number), true]);
    expect(after.difference).toBeCloseTo(-0.29, 12);
    expect(after.half).toBeCloseTo(0.05, 12);
  });
});
