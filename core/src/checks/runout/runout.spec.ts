import { quantityOf } from '../../shape/index.js';
import { gauss, seeded } from '../../statistics/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { amplitudeInterval, fitWave } from '../harmonic.js';

const slide = firstAxis(screwMachine());

describe('run-out', () => {
  const plan = planFor('runout', slide, { places: 8, most: quantityOf('0.06 mm') });

  it('finds the high spot between places, where half of what is read from lowest to highest would miss it', () => {
    const at = (67 * Math.PI) / 180;
    const found = readBy('runout', slide, plan, ({ angle }) => 1e-3 + 20e-6 * Math.cos(angle - at));
    expect(figureNamed(found, '2e').value).toBeCloseTo(40e-6, 9);
    expect(((figureNamed(found, 'φ').value ?? 0) * 180) / Math.PI).toBeCloseTo(67, 3);
    // No place stands at 67°: lowest to highest shows less than there is.
    expect(figureNamed(found, 'TIR').value).toBeLessThan(40e-6);
    expect(found.verdict).toBe('true');
  });

  it('keeps what is out of round apart from what is out of the middle', () => {
    const oval = readBy('runout', slide, { ...plan, places: 12 }, ({ angle }) => 20e-6 * Math.cos(2 * angle));
    expect(figureNamed(oval, '2e').value).toBeCloseTo(0, 9);
    expect(figureNamed(oval, 'TIR').value).toBeCloseTo(40e-6, 9);
  });

  it('is too much where it is, and open with two readings', () => {
    const bad = readBy('runout', slide, plan, ({ angle }) => 60e-6 * Math.sin(angle));
    expect(bad.verdict).toBe('not-true');
    expect(bad.sentence).toMatch(/0\.00012|0\.0001200/);
  });
});

/** How often the interval of an amplitude holds the truth, the digit one. */
function coverageOf(amplitude: number, noise: number, count: number, trials: number, seed: number): number {
  const random = seeded(seed);
  let held = 0;
  for (let trial = 0; trial < trials; trial += 1) {
    const [phase, zero] = [2 * Math.PI * random(), random()];
    const angles = Array.from({ length: count }, (_, index) => (2 * Math.PI * index) / count);
    const wave = fitWave(
      angles.map(() => [1]),
      angles,
      angles.map((angle) => Math.round(zero + amplitude * Math.cos(angle - phase) + noise * gauss(random))),
    );
    const [low, high] = (wave && amplitudeInterval(wave, noise < 1 ? 0.3 / Math.sqrt(count) : 0)) ?? [NaN, NaN];
    if (low <= amplitude && amplitude <= high) held += 1;
  }
  return held / trials;
}

describe('the interval of an amplitude', () => {
  for (const [amplitude, noise] of [
    [12, 1.5],
    [4, 3],
    [1, 3],
  ] as const)
    it(`holds ${amplitude} digits 93 to 97 times in 100 with a scatter of ${noise}, over 2 000 simulations`, () => {
      const share = coverageOf(amplitude, noise, 24, 2000, 991);
      expect(share).toBeGreaterThanOrEqual(0.93);
      expect(share).toBeLessThanOrEqual(0.97);
    });

  it('holds it never less than 93 times in 100 with less scatter, and an amplitude of nothing too', () => {
    for (const noise of [0.1, 0.3, 0.6])
      expect(coverageOf(9, noise, 24, 500, 17))
        .withContext(`${noise}`)
        .toBeGreaterThanOrEqual(0.93);
    expect(coverageOf(0, 2, 24, 500, 3)).toBeGreaterThanOrEqual(0.93);
  });
});
