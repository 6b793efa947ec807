import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { fitDrift } from './warm-up.js';

const slide = firstAxis(screwMachine());
const plan = planFor('warm-up', slide, {
  every: quantityOf('4 min'),
  readings: 16,
  asked: { kind: 'linear', most: quantityOf('0.05 mm') },
});

describe('warm-up drift', () => {
  it('finds how far it goes in all and how long it takes, before it has levelled off whole', () => {
    const found = readBy('warm-up', slide, plan, ({ at }) => 1e-4 + 30e-6 * (1 - Math.exp(-at / 900)));
    expect((figureNamed(found, 'D∞').value ?? 0) * 1e6).toBeCloseTo(30, 0);
    expect((figureNamed(found, 't₉₀').value ?? 0) / (900 * Math.log(10))).toBeCloseTo(1, 1);
    expect(found.verdict).toBe('true');
  });

  it('says nothing of the end of a drift that goes on evenly', () => {
    const found = readBy('warm-up', slide, plan, ({ at }) => 2e-8 * at);
    expect(figureNamed(found, 'D∞').value).toBeNull();
    expect(found.result).toContain('go on reading');
    expect(figureNamed(found, 'D').value).toBeCloseTo(2e-8 * 15 * 240, 9);
  });

  it('carries no drift with three readings', () => {
    expect(fitDrift([0, 1, 2], [0, 1, 2])).toBeNull();
    const drift = fitDrift([0, 1, 2, 3, 4, 5], [0, 4, 6, 7, 7.5, 7.75]);
    // Halved every time: τ = 1/ln 2, to 8 in all.
    expect(drift?.by).toBeCloseTo(8, 1);
    expect(drift?.constant).toBeCloseTo(1 / Math.LN2, 1);
  });
});
