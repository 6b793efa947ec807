import { quantityOf } from '../../shape/index.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import { usualMeasuring } from '../measuring.js';
import { movesToClaim, reliabilityShown } from './return-check.js';

const slide = firstAxis(screwMachine());
const plan = planFor('return-check', slide, {
  readings: 10,
  moves: 30,
  asked: { kind: 'linear', most: quantityOf('0.05 mm') },
});

describe('moves for a claim', () => {
  it('are 299 for 99 % at 95 % without a failure, 473 with one and 628 with two', () => {
    expect([0, 1, 2].map((failures) => movesToClaim(0.99, 0.95, failures))).toEqual([299, 473, 628]);
    // Without a failure n = ln(1 − C)/ln R, rounded up.
    expect(movesToClaim(0.9, 0.9, 0)).toBe(Math.ceil(Math.log(0.1) / Math.log(0.9)));
  });

  it('show just the reliability that they were reckoned for', () => {
    expect(reliabilityShown(299, 0, 0.95)).toBeGreaterThanOrEqual(0.99);
    expect(reliabilityShown(298, 0, 0.95)).toBeLessThan(0.99);
    expect(reliabilityShown(473, 1, 0.95)).toBeGreaterThanOrEqual(0.99);
    // Rule of three: about 3/n of failures may go unseen.
    expect(1 - reliabilityShown(300, 0, 0.95)).toBeCloseTo(3 / 300, 3);
    expect(reliabilityShown(3, 3, 0.95)).toBe(0);
  });
});

describe('return and endurance', () => {
  it('shows what it claims with enough moves, and asks for more with too few', () => {
    const whole = readBy('return-check', slide, plan, () => 0);
    expect(whole.verdict).toBe('true');
    expect(whole.sentence).toContain('99 of 100 moves');
    const short = readBy('return-check', slide, { ...plan, moves: 10 }, () => 0);
    expect(short.verdict).toBe('undecided');
    expect(short.next).toContain('199 more moves');
  });

  it('counts a reading beyond what is asked as a failure', () => {
    const found = readBy('return-check', slide, plan, (_, index) => (index === 6 ? 0.3e-3 : 0.004e-3));
    expect(found.verdict).toBe('not-true');
    expect(found.sentence).toContain('1 of 10');
    expect(figureNamed(found, 'R').value).toBeCloseTo(reliabilityShown(300, 1, 0.95), 12);
  });

  // Check values, row 25 (physics): open-loop motors lose place in whole electrical cycles of four full steps.
  it('row 25: names whole electrical cycles that were lost', () => {
    const cycle = 1.27e-3 / 50;
    // Hundredths would be too coarse for cycles of 25 µm.
    const fine = { ...plan, measured: usualMeasuring('lever-indicator') };
    const found = readBy('return-check', slide, fine, (_, index) => (index < 4 ? 0 : -3 * cycle), 6);
    expect(found.result).toContain('-3 whole electrical cycles');
    expect(found.notes.join()).toContain('Reading 5');
  });
});
