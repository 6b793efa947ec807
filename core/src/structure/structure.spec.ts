import fc from 'fast-check';
import {
  beamStiffness,
  beamStiffnessAt,
  bendingMode,
  FRAME_MATERIALS,
  guideCompliance,
  openTorsion,
  sectionWorth,
  twistStiffness,
  type Held,
} from './index.js';

/** Deflection of a beam of unit rigidity by adding up its curvature twice, where a unit force pushes it. */
function bentBySum(held: Held, span: number): number {
  const parts = 4000;
  const h = span / parts;
  // Bending moment along the beam, by statics; for two clamps the end moments are L/8 each way (handbook).
  const moment = (x: number): number =>
    held === 'cantilever'
      ? span - x
      : held === 'supported'
        ? Math.min(x, span - x) / 2
        : Math.min(x, span - x) / 2 - span / 8;
  // Slope at the left end: none where it is clamped; by symmetry none in the middle where it is supported.
  let slope = 0;
  if (held === 'supported') for (let index = 0; index < parts / 2; index += 1) slope -= moment((index + 0.5) * h) * h;
  let y = 0;
  for (let index = 0; index < (held === 'cantilever' ? parts : parts / 2); index += 1) {
    const bend = moment((index + 0.5) * h) * h;
    y += (slope + bend / 2) * h;
    slope += bend;
  }
  return Math.abs(y);
}

describe('beams', () => {
  it('bend as the sum of their curvature says', () => {
    for (const held of ['supported', 'clamped', 'cantilever'] as const)
      expect(beamStiffness(held, 1, 1.7) * bentBySum(held, 1.7))
        .withContext(held)
        .toBeCloseTo(1, 5);
  });

  // Timoshenko, Strength of Materials, part I, chapter on deflection: simply supported, F in the middle, by hand:
  // 1000 N on 2 m of EI = 2·10⁵ N·m²: 1000·8/(48·2·10⁵) = 0.8333 mm.
  it('between two supports: by hand', () => {
    expect(1000 / beamStiffness('supported', 2e5, 2)).toBeCloseTo(0.8333e-3, 7);
    expect(1000 / beamStiffness('clamped', 2e5, 2)).toBeCloseTo(0.2083e-3, 7);
    expect(1000 / beamStiffness('cantilever', 2e5, 0.5)).toBeCloseTo(0.2083e-3, 7);
  });

  it('are softest in the middle, and stiffer by the square of the way to either end', () => {
    expect(beamStiffnessAt(7e4, 1.2, 0.6)).toBeCloseTo(beamStiffness('supported', 7e4, 1.2), 6);
    // a = L/4: a²b² is 9/16 of what it is in the middle.
    expect(beamStiffnessAt(7e4, 1.2, 0.3) / beamStiffness('supported', 7e4, 1.2)).toBeCloseTo(16 / 9, 9);
  });

  it('of twice the span have an eighth of the stiffness', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 3, noNaN: true }), (span) => {
        expect(beamStiffness('supported', 5e4, 2 * span) * 8).toBeCloseTo(beamStiffness('supported', 5e4, span), 3);
      }),
    );
  });

  it('twist under a tool that hangs below them', () => {
    // 100 N at 0.12 m below 0.9 m of GJ = 3·10⁴ N·m²: θ = 100·0.12·0.9/(4·3·10⁴) = 90 µrad; 0.12 m of it 10.8 µm.
    expect(100 / twistStiffness(3e4, 0.9, 0.12)).toBeCloseTo(10.8e-6, 10);
  });

  it('swing as a mass on a spring where they weigh nothing, and as the exact beam within 1 % where they carry nothing', () => {
    expect(bendingMode('supported', 2e5, 2, 50, 0)).toBeCloseTo(Math.sqrt((48 * 2e5) / 8 / 50) / (2 * Math.PI), 9);
    // Exact first modes: (π/L)², (4.7300/L)² and (1.8751/L)² times √(EI/m′) (any handbook of vibration, from memory).
    for (const [held, root] of [
      ['supported', Math.PI],
      ['clamped', 4.73],
      ['cantilever', 1.8751],
    ] as const) {
      const exact = ((root / 1.3) ** 2 * Math.sqrt(4e4 / (6 / 1.3))) / (2 * Math.PI);
      const rayleigh = bendingMode(held, 4e4, 1.3, 0, 6);
      expect(rayleigh / exact)
        .withContext(held)
        .toBeGreaterThan(0.999);
      expect(rayleigh / exact)
        .withContext(held)
        .toBeLessThan(1.02);
    }
  });
});

describe('sections', () => {
  it('by hand: a box of 80 × 40 × 3, a tube of 50 × 2, a bar of 20 × 60', () => {
    const box = sectionWorth({ kind: 'box', height: 0.08, width: 0.04, wall: 0.003 });
    // (40·80³ − 34·74³)/12 mm⁴; A = 77·37, s = 2·(77 + 37): 4·2849²·3/228 mm⁴.
    expect(box.bending * 1e12).toBeCloseTo((40 * 80 ** 3 - 34 * 74 ** 3) / 12, 3);
    expect((box.torsion ?? 0) * 1e12).toBeCloseTo((4 * 2849 ** 2 * 3) / 228, 3);
    expect(box.area * 1e6).toBeCloseTo(3200 - 34 * 74, 6);
    const tube = sectionWorth({ kind: 'tube', diameter: 0.05, wall: 0.002 });
    expect(tube.bending * 1e12).toBeCloseTo((Math.PI * (50 ** 4 - 46 ** 4)) / 64, 3);
    expect(tube.torsion).toBeCloseTo(2 * tube.bending, 12);
    expect(sectionWorth({ kind: 'bar', height: 0.06, width: 0.02 }).bending * 1e12).toBeCloseTo((20 * 60 ** 3) / 12, 3);
  });

  // Roark's Formulas for Stress and Strain, table 10.1: a square of side a has J = 0.1406·a⁴ (2.25·(a/2)⁴).
  it('a square bar twists by 0.1406 of its side’s fourth power, a flat one by a third', () => {
    expect(sectionWorth({ kind: 'bar', height: 0.03, width: 0.03 }).torsion ?? 0).toBeCloseTo(0.1406 * 0.03 ** 4, 9);
    const flat = sectionWorth({ kind: 'bar', height: 0.5, width: 0.002 }).torsion ?? 0;
    expect(flat / ((0.5 * 0.002 ** 3) / 3)).toBeCloseTo(1, 2);
  });

  it('slotted open is tens of times softer in twist than closed', () => {
    const closed = sectionWorth({ kind: 'box', height: 0.08, width: 0.08, wall: 0.0025 }).torsion ?? 0;
    expect(closed / openTorsion(4 * 0.0775, 0.0025)).toBeGreaterThan(100);
  });

  it('need a wall that leaves something hollow', () => {
    expect(() => sectionWorth({ kind: 'box', height: 0.08, width: 0.02, wall: 0.01 })).toThrowError(RangeError);
    expect(() => sectionWorth({ kind: 'tube', diameter: 0.02, wall: 0.01 })).toThrowError(RangeError);
  });

  it('are of materials whose shear fits their elasticity and any Poisson’s ratio of metal', () => {
    for (const material of ['steel', 'aluminium'] as const) {
      const { elasticity, shear } = FRAME_MATERIALS[material];
      const poisson = elasticity / (2 * shear) - 1;
      expect(poisson).withContext(material).toBeGreaterThan(0.27);
      expect(poisson).withContext(material).toBeLessThan(0.35);
    }
  });
});

describe('guides', () => {
  it('give to a push in line with them by all blocks, and below them by their rocking too', () => {
    expect(guideCompliance(2e7, 2, 0.1, 0) * 4 * 2e7).toBeCloseTo(1, 12);
    // 100 N at 0.2 m: 20 N·m on rails 0.1 m apart: ±200 N on two blocks of each, ±5 µm; 100 µrad; 20 µm at the push.
    expect((guideCompliance(2e7, 2, 0.1, 0.2) - guideCompliance(2e7, 2, 0.1, 0)) * 100).toBeCloseTo(20e-6, 12);
  });
});
