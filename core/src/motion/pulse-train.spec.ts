import { pulseTrain } from './index.js';

/** Edges of a ramp from a rate, up by an acceleration to a top and on: pulse n comes where n = r₀t + at²/2. */
function edgesOf(start: number, acceleration: number, top: number, count: number): readonly number[] {
  const rampTime = (top - start) / acceleration;
  const rampPulses = start * rampTime + (acceleration * rampTime ** 2) / 2;
  return Array.from({ length: count }, (_, pulse) =>
    pulse <= rampPulses
      ? (-start + Math.sqrt(start ** 2 + 2 * acceleration * pulse)) / acceleration
      : rampTime + (pulse - rampPulses) / top,
  );
}

describe('edges of a step line', () => {
  it('tell start, ramp and top of a move', () => {
    const train = pulseTrain(edgesOf(1000, 10_000, 4000, 900));
    if (!train) throw new Error('there are edges');
    expect(train.count).toBe(900);
    expect(train.firstRate).toBeCloseTo(1005, 0);
    expect(train.topRate).toBeCloseTo(4000, 0);
    expect(train.leastWait).toBeCloseTo(250e-6, 7);
    // From 1000 to 4000 at 10 000 in a second: 0.3 s.
    expect(train.ramp?.time).toBeCloseTo(0.296, 2);
    expect((train.ramp?.acceleration ?? 0) / 10_000).toBeCloseTo(1, 2);
    expect(train.duration).toBeCloseTo(0.3 + (899 - 750) / 4000, 6);
  });

  it('have no ramp at one rate, and say nothing where there are none', () => {
    const train = pulseTrain([0, 0.001, 0.002, 0.003]);
    expect(train?.ramp).toBeNull();
    expect(train?.topRate).toBeCloseTo(1000, 6);
    expect(train?.rates.map(([time]) => Math.round(time * 1e4) / 1e4)).toEqual([0.0005, 0.0015, 0.0025]);
    expect(pulseTrain([])).toBeNull();
    expect(pulseTrain([0.4])).toBeNull();
  });
});
