import { gainsFor, loopLimits, runLoop, type LoopedMotor } from './index.js';

/** τ_m = 4 · 2e-7/0.01² = 8 ms, τ_e = 0.5 ms. */
const motor: LoopedMotor = {
  torqueConstant: 0.01,
  resistance: 4,
  noLoadCurrent: 0,
  voltage: 12,
  currentLimit: Infinity,
  inductance: 2e-3,
  inertia: 2e-7,
  load: 0,
};
const period = 1e-3;

/** How much a loop still swings at the end of a long run. */
function swing(crossover: number): number {
  const { speeds } = runLoop(motor, gainsFor(motor, crossover), { target: 100, period, duration: 0.6 });
  const late = speeds.slice(-60);
  return Math.max(...late) - Math.min(...late);
}

describe('a speed loop over a brushed motor', () => {
  it('has the time constants of its sheet, worked out by hand', () => {
    const limits = loopLimits(motor, period);
    expect(limits.mechanical).toBeCloseTo(8e-3, 12);
    expect(limits.electrical).toBeCloseTo(5e-4, 12);
    // 90° − atan(ω · 0.5 ms) − ω · 1.5 ms = 60°: ω = 262/s; and nothing at ω ≈ 800/s.
    expect(Math.PI / 2 - Math.atan(limits.sound * 5e-4) - limits.sound * 1.5e-3).toBeCloseTo(Math.PI / 3, 9);
    expect(Math.PI / 2 - Math.atan(limits.swings * 5e-4) - limits.swings * 1.5e-3).toBeCloseTo(0, 9);
  });

  it('comes to its speed with the sound crossover, and swings for good beyond the other', () => {
    const { sound, swings } = loopLimits(motor, period);
    expect(swing(sound)).toBeLessThan(0.1);
    expect(swing(0.8 * swings)).toBeLessThan(2);
    expect(swing(1.25 * swings)).toBeGreaterThan(20);
  });

  it('answers a small step as 1 − e^(−t·ω_c) where nothing delays it, as any textbook has it', () => {
    const quick = { ...motor, inductance: 1e-9 };
    const { times, speeds } = runLoop(quick, gainsFor(quick, 50), { target: 50, period: 1e-4, duration: 0.1 });
    for (const [index, time] of times.entries())
      if (index % 50 === 49)
        expect(Math.abs((speeds[index] as number) / 50 - (1 - Math.exp(-50 * time)))).toBeLessThan(0.02);
  });

  it('holds its speed under a load, which a motor alone would not', () => {
    const loaded = { ...motor, load: 5e-3 };
    const { speeds } = runLoop(loaded, gainsFor(loaded, loopLimits(motor, period).sound), {
      target: 300,
      period,
      duration: 1,
    });
    expect(speeds.at(-1)).toBeCloseTo(300, 0);
    // With 12 V on and this load: (12 − 4 · 0.5)/0.01 = 1000 rad/s at the most; 2000 it never reaches.
    const beyond = runLoop(loaded, gainsFor(loaded, 100), { target: 2000, period, duration: 1 });
    expect(Math.abs((beyond.speeds.at(-1) ?? 0) / 1000 - 1)).toBeLessThan(0.01);
  });

  it('does not move while friction is more than its stall torque', () => {
    const stuck = { ...motor, load: 0.05 };
    expect(runLoop(stuck, gainsFor(stuck, 100), { target: 100, period, duration: 0.2 }).angle).toBe(0);
  });
});
