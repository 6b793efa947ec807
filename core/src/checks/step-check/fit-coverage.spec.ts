import { gauss, seeded } from '../../statistics/index.js';
import { fitScale, type ScalePoint } from './scale-fit.js';

/** How often the intervals of scale and reversal hold the truth, the digit one. */
function coverageOf(
  noise: number,
  trials: number,
  seed: number,
  /** Standard uncertainty by which the instrument shows all too long or too short. */
  own = 0,
): { readonly scale: number; readonly reversal: number } {
  const random = seeded(seed);
  const held = { scale: 0, reversal: 0 };
  for (let trial = 0; trial < trials; trial += 1) {
    const [scale, lost, phase] = [1 + 0.02 * (random() - 0.5), 6 * random(), random()];
    const long = 1 + own * gauss(random);
    const distances = [300, 700, 1200, 1900].map((at) => at + 100 * random());
    const read = (true_: number): number => Math.round(phase + true_ * long + noise * gauss(random));
    const points = Array.from({ length: 3 }).flatMap(() =>
      distances.flatMap((commanded): readonly ScalePoint[] => [
        { commanded, approach: 'up', measured: read(scale * commanded) },
        { commanded, approach: 'down', measured: read(scale * commanded + lost) },
      ]),
    );
    const fit = fitScale(points, 1, 2 * own);
    if (fit.kind !== 'fitted' || !fit.reversal) continue;
    if (Math.abs(fit.scale.value - scale) <= fit.scale.expanded) held.scale += 1;
    // Lost motion is negative: what comes from below stays behind.
    if (Math.abs(fit.reversal.value + lost) <= fit.reversal.expanded) held.reversal += 1;
  }
  return { scale: held.scale / trials, reversal: held.reversal / trials };
}

describe('intervals of scale and reversal', () => {
  it('hold the truth 93 to 97 times in 100 over 2 000 simulated checks with noise of a digit and more', () => {
    for (const noise of [1, 2.5]) {
      const { scale, reversal } = coverageOf(noise, 2000, 61);
      for (const [name, share] of Object.entries({ scale, reversal })) {
        expect(share).withContext(`${name}, ${noise}`).toBeGreaterThanOrEqual(0.93);
        expect(share).withContext(`${name}, ${noise}`).toBeLessThanOrEqual(0.97);
      }
    }
  });

  it('hold it as often where the instrument’s own error is as large as the scatter, or larger', () => {
    for (const own of [3e-4, 2e-3]) {
      const { scale } = coverageOf(1.5, 2000, 73, own);
      expect(scale).withContext(`${own}`).toBeGreaterThanOrEqual(0.93);
      expect(scale).withContext(`${own}`).toBeLessThanOrEqual(0.97);
    }
  });

  it('hold it never less than 93 times in 100 with less', () => {
    for (const noise of [0.05, 0.2, 0.5]) {
      const { scale, reversal } = coverageOf(noise, 1000, 67);
      expect(scale).withContext(`scale, ${noise}`).toBeGreaterThanOrEqual(0.93);
      expect(reversal).withContext(`reversal, ${noise}`).toBeGreaterThanOrEqual(0.93);
    }
  });
});
