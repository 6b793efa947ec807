import { stepsPerUnit } from '../../drive-line/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { quantityOf } from '../../shape/index.js';
import { gauss, seeded } from '../../statistics/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { usualMeasuring, type Measuring } from '../measuring.js';
import { amplitudeInterval, fitWave } from '../harmonic.js';
import { resolutionUncertainty } from '../instrument.js';
import { aliasOf } from './periodic.js';

const slide = firstAxis(screwMachine());
const steps = new Reckoner(slide).value(stepsPerUnit) ?? NaN;
const LEAD = 1.27e-3;
/** It reads a turn and more in one setting, and its own error is not worth telling. */
const fine: Measuring = {
  ...usualMeasuring('plunger-indicator'),
  error: null,
  square: 'indicated',
  digit: quantityOf('0.001 mm'),
};
const plan = planFor('periodic', slide, {
  asked: { kind: 'linear', most: quantityOf('0.01 mm') },
  measured: fine,
});

describe('periodic error', () => {
  it('begins with a turn of the screw in twelfths, twice over', () => {
    expect([plan.over, plan.count, plan.spacing]).toEqual(['screw', 24, Math.round((LEAD * steps) / 12)]);
  });

  it('finds the wave beside a slope and a zero that is off', () => {
    const found = readBy('periodic', slide, plan, ({ target }) => {
      const x = target / steps;
      return 30e-6 + 1.002 * x + 8e-6 * Math.sin((2 * Math.PI * x) / LEAD + 1);
    });
    expect(figureNamed(found, 'A').value).toBeCloseTo(8e-6, 9);
    expect(found.sentence).toContain('comes back with a turn of the screw');
    // sin(2πx/P + 1) is highest where its argument is a quarter turn.
    expect(figureNamed(found, 'φ').value).toBeCloseTo((LEAD * (Math.PI / 2 - 1)) / (2 * Math.PI), 6);
  });

  it('shows none where there is only scatter, and says what it may be at most', () => {
    const random = seeded(5);
    const found = readBy('periodic', slide, plan, ({ target }) => target / steps + 3e-6 * gauss(random));
    expect(found.sentence).toContain('is shown');
    expect(found.sentence).toContain('may be up to');
    expect(figureNamed(found, 'φ').value).toBeNull();
    expect(figureNamed(found, 'A').interval?.[0]).toBe(0);
  });

  it('does not tell a wave of the axis from one that the instrument itself may have', () => {
    const coarse = { ...plan, measured: usualMeasuring('plunger-indicator') };
    const found = readBy(
      'periodic',
      slide,
      coarse,
      ({ target }) => target / steps + 8e-6 * Math.sin((2 * Math.PI * target) / steps / LEAD),
    );
    expect(found.sentence).toContain('this instrument may be wrong by as much');
    expect(figureNamed(found, 'A').interval?.[0]).toBe(0);
  });

  it('takes each run with a zero of its own', () => {
    const found = readBy('periodic', slide, { ...plan, runs: 2 }, ({ target, run }) => {
      const x = target / steps;
      return (run === 2 ? 50e-6 : 0) + x + 5e-6 * Math.cos((2 * Math.PI * x) / LEAD);
    });
    expect(figureNamed(found, 'A').value).toBeCloseTo(5e-6, 9);
  });

  it('has the false period of places that stand too far apart', () => {
    // h = 0.9 P shows as 0.9/0.1 = 9 P; h = 0.7 P as 0.7/0.3 P; at h = P it shows as none.
    expect(aliasOf(0.9, 1)).toBeCloseTo(9, 9);
    expect(aliasOf(0.7, 1)).toBeCloseTo(0.7 / 0.3, 9);
    expect(aliasOf(2, 1)).toBe(Infinity);
    expect(aliasOf(0.5, 1)).toBeNull();
    const coarse = { ...plan, spacing: Math.round(0.9 * LEAD * steps) };
    const found = readBy('periodic', slide, coarse, ({ target }) => target / steps);
    expect(found.notes.join()).toContain('Take smaller parts');
    expect(figureNamed(found, 'A').conformity).toBeNull();
    expect(found.verdict).toBe('undecided');
  });
});

/** How often the interval of a periodic error beside a slope holds the truth, over two turns, the digit one. */
function coverageOf(amplitude: number, noise: number, trials: number, seed: number): number {
  const random = seeded(seed);
  let held = 0;
  for (let trial = 0; trial < trials; trial += 1) {
    const [phase, zero, slope] = [2 * Math.PI * random(), random(), 4 * random() - 2];
    const places = Array.from({ length: 24 }, (_, index) => index / 12);
    const wave = fitWave(
      places.map((x) => [x / 2, 1]),
      places.map((x) => 2 * Math.PI * x),
      places.map((x) =>
        Math.round(zero + slope * x + amplitude * Math.cos(2 * Math.PI * x - phase) + noise * gauss(random)),
      ),
    );
    const [low, high] = (wave && amplitudeInterval(wave, noise < 1 ? resolutionUncertainty(1) : 0)) ?? [NaN, NaN];
    if (low <= amplitude && amplitude <= high) held += 1;
  }
  return held / trials;
}

describe('the interval of a periodic error', () => {
  it('holds the truth 93 to 97 times in 100 over 2 000 simulations with noise of a digit and more', () => {
    for (const [amplitude, noise] of [
      [10, 1],
      [5, 2.5],
    ] as const) {
      const share = coverageOf(amplitude, noise, 2000, 1907);
      expect(share).withContext(`${amplitude}, ${noise}`).toBeGreaterThanOrEqual(0.93);
      expect(share).withContext(`${amplitude}, ${noise}`).toBeLessThanOrEqual(0.97);
    }
  });

  it('holds it never less than 93 times in 100 with less, the digit counted as the check counts it', () => {
    for (const noise of [0.05, 0.2, 0.5])
      expect(coverageOf(7, noise, 1000, 1908))
        .withContext(String(noise))
        .toBeGreaterThanOrEqual(0.93);
  });
});
