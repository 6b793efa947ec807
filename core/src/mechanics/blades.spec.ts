import fc from 'fast-check';
import { cornersLeft, firstTouch, flankDistance, leastTip, residueArea, type VBlades } from './index.js';

const square: VBlades = { half: Math.PI / 4, outer: 0.8e-3, inner: 0.35e-3 };

/** Area inside the four flanks, within the insulation and outside the conductor, counted on a fine grid. */
function counted({ half, outer, inner }: VBlades, tip: number): number {
  const pieces = 600;
  const cell = (2 * outer) / pieces;
  let count = 0;
  for (let row = 0; row < pieces; row += 1)
    for (let column = 0; column < pieces; column += 1) {
      const [x, y] = [-outer + (column + 0.5) * cell, -outer + (row + 0.5) * cell];
      const away = Math.hypot(x, y);
      if (away <= outer && away > inner && Math.abs(x) / Math.tan(half) + Math.abs(y) <= tip) count += 1;
    }
  return count * cell * cell;
}

describe('V blades on a wire', () => {
  it('touch at R/sin β, and may close to (r + guard)/sin β (geometry)', () => {
    expect(firstTouch(square)).toBeCloseTo(0.8e-3 * Math.SQRT2, 12);
    expect(leastTip(square, 0.05e-3)).toBeCloseTo(0.4e-3 * Math.SQRT2, 12);
    expect(flankDistance(square, leastTip(square, 0))).toBeCloseTo(0.35e-3, 12);
    // Flat blades cut where they stand.
    expect(leastTip({ ...square, half: (75 * Math.PI) / 180 }, 0)).toBeCloseTo(
      0.35e-3 / Math.sin((75 * Math.PI) / 180),
      12,
    );
  });

  it('of 90° leave a bridge of √2·a − r at each corner, and no arc untouched so deep', () => {
    const tip = leastTip(square, 0.05e-3);
    for (const { bridge, untouched } of cornersLeft(square, tip)) {
      expect(bridge).toBeCloseTo(Math.SQRT2 * 0.4e-3 - 0.35e-3, 12);
      expect(untouched).toBe(0);
    }
  });

  it('of 90° leave arcs of 2·(45° − acos(a/R)) while a > R/√2', () => {
    const tip = 0.7e-3 * Math.SQRT2;
    for (const { bridge, untouched } of cornersLeft(square, tip)) {
      expect(untouched).toBeCloseTo(2 * (Math.PI / 4 - Math.acos(0.7 / 0.8)), 12);
      expect(bridge).toBeCloseTo(0.45e-3, 12);
    }
  });

  it('that open wider leave two strips at the sides that no blade ever touches', () => {
    const flat = { ...square, half: Math.PI / 3 };
    const [along, across] = cornersLeft(flat, leastTip(flat, 0));
    expect(along?.where).toBe('along');
    // a = 0.35 mm: 0.404 mm to the tip, 0.7 mm to the side; 1.4 times r at 60°, not R yet.
    expect(along?.bridge).toBeCloseTo(0.35e-3 / Math.cos(Math.PI / 6) - 0.35e-3, 12);
    expect(across?.bridge).toBeCloseTo(0.35e-3, 12);
    const wider = { ...square, half: (70 * Math.PI) / 180 };
    expect(cornersLeft(wider, leastTip(wider, 0))[1]?.untouched).toBeGreaterThan(0);
    expect(cornersLeft(wider, leastTip(wider, 0))[0]?.untouched).toBe(0);
  });

  it('leave the area that a fine grid counts', () => {
    for (const half of [30, 45, 60, 72])
      for (const share of [0.45, 0.7, 0.9]) {
        const blades = { ...square, half: (half * Math.PI) / 180 };
        const tip = (share * blades.outer) / Math.sin(blades.half);
        const whole = Math.PI * blades.outer ** 2;
        expect(Math.abs(residueArea(blades, tip) - counted(blades, tip)) / whole)
          .withContext(`${half}° at ${share}`)
          .toBeLessThan(2.5e-3);
      }
  });

  it('leave all of the insulation before they touch it, and less the nearer they come', () => {
    const all = Math.PI * (square.outer ** 2 - square.inner ** 2);
    expect(residueArea(square, 1.01 * firstTouch(square))).toBeCloseTo(all, 15);
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 1.2, noNaN: true }), (share) => {
        const tip = share * 1e-3;
        expect(residueArea(square, tip)).toBeLessThanOrEqual(residueArea(square, 1.02 * tip) + 1e-18);
      }),
    );
  });
});
