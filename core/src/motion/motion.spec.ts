import fc from 'fast-check';
import {
  accelerationForTime,
  coordinatedProfile,
  ease,
  EASES,
  edgeDelayFor,
  keyframeDemands,
  positionAt,
  profileOf,
  pulseLoopRate,
  stateAt,
  timedRate,
  type Limits,
} from './index.js';

const positive = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const limitsOf = fc.record({
  speed: positive(0.01, 2),
  acceleration: positive(0.05, 20),
  jerk: fc.oneof(fc.constant(null), positive(0.5, 500)),
});

describe('profiles', () => {
  // Standard kinematics: t = D/v + v/a for a trapezoid, 2√(D/a) for a triangle.
  it('take the time of the trapezoid and of the triangle', () => {
    expect(profileOf(0.1, { speed: 0.05, acceleration: 0.5, jerk: null }).duration).toBeCloseTo(2.1, 12);
    expect(profileOf(0.1, { speed: 5, acceleration: 0.5, jerk: null }).duration).toBeCloseTo(2 * Math.sqrt(0.2), 12);
  });

  // Biagiotti and Melchiorri, Trajectory Planning for Automatic Machines and Robots, ex. 3.9 (from memory): q 0 to 10,
  // v 5, a 10, j 30.
  it('take the jerk-limited times of the textbook’s example: 0.3333 s of jerk, 0.8333 s of ramp, 2.8333 s in all', () => {
    const profile = profileOf(10, { speed: 5, acceleration: 10, jerk: 30 });
    expect(profile.stretches[0]?.duration).toBeCloseTo(1 / 3, 9);
    expect(profile.duration).toBeCloseTo(10 / 5 + 1 / 3 + 0.5, 9);
  });

  it('take the shortest move’s time 4·∛(D/2j) when only jerk binds', () => {
    expect(profileOf(0.001, { speed: 10, acceleration: 100, jerk: 50 }).duration).toBeCloseTo(
      4 * Math.cbrt(0.001 / 100),
      12,
    );
  });

  it('arrive at rest, at the right place, within every limit', () => {
    fc.assert(
      fc.property(positive(1e-4, 3), limitsOf, (distance, limits) => {
        const profile = profileOf(distance, limits);
        const end = stateAt(profile, profile.duration);
        expect(end.position / distance).toBeCloseTo(1, 8);
        expect(Math.abs(end.speed) / limits.speed).toBeLessThan(1e-8);
        expect(profile.speed).toBeLessThanOrEqual(limits.speed * (1 + 1e-9));
        expect(profile.acceleration).toBeLessThanOrEqual(limits.acceleration * (1 + 1e-9));
      }),
    );
  });

  it('are no faster with a jerk limit, and as fast once it is loose', () => {
    fc.assert(
      fc.property(positive(0.001, 1), positive(0.01, 1), positive(0.1, 10), (distance, speed, acceleration) => {
        const time = (jerk: Limits['jerk']): number => profileOf(distance, { speed, acceleration, jerk }).duration;
        expect(time(20)).toBeGreaterThanOrEqual(time(null) - 1e-12);
        expect(time(1e9) / time(null)).toBeCloseTo(1, 3);
      }),
    );
  });

  it('are steady in position and speed from stretch to stretch', () => {
    const profile = profileOf(0.3, { speed: 0.2, acceleration: 1, jerk: 8 });
    for (let time = 0; time < profile.duration; time += 0.001) {
      const [a, b] = [stateAt(profile, time), stateAt(profile, time + 1e-6)];
      expect(Math.abs(b.position - a.position)).toBeLessThan(3e-7);
      expect(Math.abs(b.speed - a.speed)).toBeLessThan(2e-6);
    }
  });

  it('refuse what cannot move', () => {
    expect(() => profileOf(1, { speed: 0, acceleration: 1, jerk: null })).toThrowError(/speed must be positive/);
  });
});

describe('coordinated axes', () => {
  it('arrive together, none beyond its own limit', () => {
    const moves = [
      { distance: 0.3, limits: { speed: 0.1, acceleration: 1, jerk: null } },
      { distance: -0.1, limits: { speed: 0.02, acceleration: 0.2, jerk: null } },
    ];
    const shared = coordinatedProfile(moves);
    // The second axis is slower: 0.1/0.02 = 5 s of travel.
    expect(shared?.duration).toBeCloseTo(5 + 0.1, 9);
    for (const { distance, limits } of moves)
      expect((shared?.speed ?? 0) * Math.abs(distance)).toBeLessThanOrEqual(limits.speed * (1 + 1e-12));
  });

  it('may take longer than the slowest alone, never shorter', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ distance: positive(0.01, 1), limits: limitsOf }), { minLength: 1, maxLength: 4 }),
        (moves) => {
          const alone = Math.max(...moves.map(({ distance, limits }) => profileOf(distance, limits).duration));
          expect(coordinatedProfile(moves)?.duration).toBeGreaterThanOrEqual(alone * (1 - 1e-9));
        },
      ),
    );
  });

  it('rest when nothing moves', () => {
    expect(coordinatedProfile([{ distance: 0, limits: { speed: 1, acceleration: 1, jerk: null } }])).toBeNull();
  });
});

describe('move times and pulses', () => {
  it('find the acceleration that makes a time', () => {
    const acceleration = accelerationForTime(0.1, 0.05, 2.1) ?? 0;
    expect(profileOf(0.1, { speed: 0.05, acceleration, jerk: null }).duration).toBeCloseTo(2.1, 12);
    expect(accelerationForTime(0.1, 0.05, 2)).toBeNull();
    const lazy = accelerationForTime(0.1, 0.05, 6) ?? 0;
    expect(profileOf(0.1, { speed: 0.05, acceleration: lazy, jerk: null }).duration).toBeCloseTo(6, 12);
  });

  // Arithmetic: period 2·d, rate 1/(2·d).
  it('row 18: a loop that waits d after each edge has the period 2·d; half the wait is half the period', () => {
    expect(pulseLoopRate(0.0005)).toBe(1000);
    expect(pulseLoopRate(0.00025)).toBe(2 * pulseLoopRate(0.0005));
    expect(edgeDelayFor(pulseLoopRate(0.0003, 1e-5), 1e-5)).toBeCloseTo(0.0003, 12);
  });

  it('cannot go below 244 pulses per second with 16 bits at 16 MHz', () => {
    expect(timedRate(16e6, 16, 245).overflows).toBeFalse();
    expect(timedRate(16e6, 16, 243).overflows).toBeTrue();
    const fast = timedRate(1e6, 16, 30_000);
    expect([fast.ticks, Math.round(fast.rate)]).toEqual([33, 30_303]);
    expect(fast.error).toBeCloseTo(0.0101, 4);
  });
});

describe('keyframes', () => {
  it('ease in and out at rest, symmetrically', () => {
    expect([ease(0), ease(0.5), ease(1), ease(-1), ease(2)]).toEqual([0, 0.5, 1, 0, 1]);
    fc.assert(fc.property(positive(0, 1), (share) => expect(ease(share) + ease(1 - share)).toBeCloseTo(1, 12)));
  });

  for (const by of ['cubic', 'quintic'] as const)
    it(`are nowhere faster or sharper than they say: ${by}`, () => {
      const h = 1e-4;
      let [speed, acceleration] = [0, 0];
      for (let s = h; s < 1 - h; s += h) {
        speed = Math.max(speed, (ease(s + h, by) - ease(s - h, by)) / (2 * h));
        const bend = ease(s + h, by) - 2 * ease(s, by) + ease(s - h, by);
        acceleration = Math.max(acceleration, Math.abs(bend) / h ** 2);
      }
      expect(speed).toBeCloseTo(EASES[by].speed, 4);
      expect(Math.abs(acceleration / EASES[by].acceleration - 1)).toBeLessThan(1e-3);
    });

  it('pass through every frame and rest outside', () => {
    const frames = [
      { time: 1, position: 0 },
      { time: 3, position: 0.4 },
      { time: 4, position: 0.1 },
    ];
    expect([0, 1, 2, 3, 4, 9].map((time) => positionAt(frames, time))).toEqual([0, 0, 0.2, 0.4, 0.1, 0.1]);
    expect(keyframeDemands(frames).speed).toBeCloseTo((0.3 * 15) / 8, 12);
    expect(() => keyframeDemands([frames[1] as never, frames[0] as never])).toThrowError(/times must rise/);
  });
});
