import { coverageFactor, gauss, seeded } from '../statistics/index.js';
import { passFound, threadFound, type GrooveRead } from './index.js';

/** A pass of a lead that lags, with what a microscope scatters; backwards, from 90 mm on. */
const groove = (lead: number, lag: number, turns: number, scatter = 0, seed = 7): GrooveRead => {
  const random = seeded(seed);
  return {
    begins: 90e-3,
    marks: Array.from({ length: turns }, (_, index) => 90e-3 - (lead * (index + 1) - lag) + scatter * gauss(random)),
  };
};

describe('a pass of a thread that was read', () => {
  it('has the lead and the lag of the line through its marks, without its run-in and run-out', () => {
    const read = groove(1.5e-3, 0.2e-3, 12);
    // What is not in step yet, and what comes to rest, is elsewhere.
    const bent = {
      ...read,
      marks: read.marks.map((place, index) => (index === 0 || index > 9 ? place + 0.4e-3 : place)),
    };
    const found = passFound(bent, 1.6e-3, 17e-3, 2e-6);
    expect(found?.count).toBe(9);
    expect(found?.lead).toBeCloseTo(1.5e-3, 12);
    expect(found?.lag).toBeCloseTo(0.2e-3, 12);
    // Nine marks a turn apart: squares of their turns about the middle are 60.
    expect(found?.expanded).toBeCloseTo((coverageFactor(0.95, 7) * 2e-6) / Math.sqrt(60), 12);
  });

  it('covers the true lead about as often as it says', () => {
    let covered = 0;
    for (let seed = 1; seed <= 400; seed += 1) {
      const found = passFound(groove(2e-3, 0, 14, 5e-6, 31 * seed), 0, 1, 1e-9);
      if (found && Math.abs(found.lead - 2e-3) <= found.expanded) covered += 1;
    }
    expect(covered).toBeGreaterThan(0.92 * 400);
    expect(covered).toBeLessThan(0.98 * 400);
  });

  it('is none where too few of its turns were in step', () => {
    expect(passFound(groove(1.5e-3, 0, 3), 0, 1, 2e-6)).toBeNull();
    expect(passFound(groove(1.5e-3, 0, 9), 7e-3, 14e-3, 2e-6)).toBeNull();
  });
});

describe('passes of a thread together', () => {
  it('are as far apart as their lags, and what cannot be read is left out', () => {
    const pass = (lag: number, lead = 1e-3) => passFound(groove(lead, lag, 10), 0, 1, 3e-6);
    const found = threadFound([pass(0.1e-3), null, pass(0.13e-3), pass(0.12e-3, 1.03e-3)]);
    expect(found?.apart).toBeCloseTo(0.03e-3, 9);
    expect(found?.lag).toBeCloseTo(0.35e-3 / 3, 9);
    expect(found?.lead).toBeCloseTo(1.01e-3, 12);
    expect(found?.expanded).toBeCloseTo((pass(0)?.expanded ?? NaN) / Math.sqrt(3), 12);
    expect(threadFound([null])).toBeNull();
  });
});
