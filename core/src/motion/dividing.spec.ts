import fc from 'fast-check';
import { driftOfRounded, feedSteps, indexPosition, keySteps, positionAt, ringDown, stopTimes } from './index.js';
import { multiplyRational, rational, rationalToNumber, type Rational } from '../quantity/index.js';

/** Steps a turn of ten drives, as fractions: whole ones, worms, belts, planetary ones, and two that are no whole number. */
const DRIVES: readonly (readonly [name: string, turn: Rational])[] = [
  ['plain, 200 · 16', rational(3200n)],
  ['plain, 400 · 8', rational(3200n)],
  ['worm of 40', rational(200n * 16n * 40n)],
  ['worm of 90, quarter steps', rational(200n * 4n * 90n)],
  ['belt 60 : 16', rational(200n * 16n * 60n, 16n)],
  ['belt 47 : 18', rational(200n * 16n * 47n, 18n)],
  ['planetary 32/5', rational(200n * 8n * 32n, 5n)],
  ['7.5° motor behind 172.2 : 12.3', multiplyRational(rational(48n), rational(1722n, 123n))],
  // 32 steps behind 32/9 · 22/11 · 26/9 · 31/10, printed “64 : 1” (trade fact, from memory).
  ['can-stack behind “64 : 1”', rational(32n * 32n * 22n * 26n * 31n, 9n * 11n * 9n * 10n)],
  ['the same, two steps more a count', rational(2n * 32n * 32n * 22n * 26n * 31n, 9n * 11n * 9n * 10n)],
];

describe('a circle divided by whole steps', () => {
  for (const [name, turn] of DRIVES)
    it(`closes exactly for every count from 2 to 360, and never is more than half a step off: ${name}`, () => {
      for (let count = 2; count <= 360; count += 1) {
        // Where N places of the second turn stand is a turn on from those of the first, exactly, by the fraction.
        for (const k of [1, 2, Math.floor(count / 2), count - 1, count]) {
          const exact = rational(turn.numerator * BigInt(k), turn.denominator * BigInt(count));
          const off = 2n * (indexPosition(k, count, turn) * exact.denominator - exact.numerator);
          // Half up: just half a step above may be, below not.
          if (off > exact.denominator || off <= -exact.denominator) fail(`${count}: ${k}`);
        }
        const round = indexPosition(count, count, turn);
        expect(round).toBe(indexPosition(1, 1, turn));
        // A hundred turns on it still stands within half a step of a hundred turns: nothing adds up.
        const far = indexPosition(100 * count, count, turn);
        const apart = far * turn.denominator - 100n * turn.numerator;
        expect(2n * (apart < 0n ? -apart : apart) <= turn.denominator).toBeTrue();
      }
    });

  it('of 3200 steps by 60 would lose 20 steps, 2.25°, a turn by rounded moves (arithmetic)', () => {
    const moves = Array.from({ length: 60 }, (_, k) =>
      Number(indexPosition(k + 1, 60, rational(3200n)) - indexPosition(k, 60, rational(3200n))),
    );
    expect(moves.reduce((sum, move) => sum + move, 0)).toBe(3200);
    expect(3200 - 60 * 53).toBe(20);
    expect(new Set(moves)).toEqual(new Set([53, 54]));
  });

  it('of the can-stack motor takes 2037.886… steps a turn, not 2048 (trade fact, from memory)', () => {
    const turn = DRIVES[8]?.[1] ?? rational(0n);
    expect(rationalToNumber(turn)).toBeCloseTo(2037.8864, 3);
    expect(turn.denominator).not.toBe(1n);
  });

  it('rounds half up going back too', () => {
    expect(indexPosition(-1, 2, rational(5n))).toBe(-2n);
    expect(indexPosition(1, 2, rational(5n))).toBe(3n);
  });
});

describe('pieces that are fed', () => {
  it('never drift, over 100 000 of them, whatever their length', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.9, noNaN: true }),
        fc.double({ min: 20_000, max: 400_000, noNaN: true }),
        (length, perUnit) => {
          const steps = feedSteps(new Array<number>(100_000).fill(length), perUnit);
          let sent = 0;
          for (const [index, piece] of steps.entries()) {
            sent += piece;
            if (index % 9973 === 0 || index === steps.length - 1)
              if (Math.abs(sent - (index + 1) * length * perUnit) > 0.5001) fail(`${index}: ${sent}`);
          }
          expect(Math.abs(sent - 100_000 * length * perUnit)).toBeLessThan(0.5001);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('of mixed lengths stand each within half a step of where they should', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1e-4, max: 2, noNaN: true }), { maxLength: 200 }), (lengths) => {
        let [sent, asked] = [0, 0];
        for (const [index, steps] of feedSteps(lengths, 12_345.678).entries()) {
          sent += steps;
          asked += (lengths[index] as number) * 12_345.678;
          expect(Math.abs(sent - asked)).toBeLessThan(0.5001);
        }
      }),
    );
  });

  it('would drift by what each rounding leaves, worked out by hand', () => {
    // 100.4 steps a piece: 0.4 of a step too short each, 400 steps in a thousand.
    expect(driftOfRounded(0.1, 1004, 1000)).toBeCloseTo(-400, 6);
  });
});

describe('keyed moves', () => {
  it('come back to each key exactly, over 10 000 rounds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 2, maxLength: 12 }),
        fc.double({ min: 100, max: 1e5, noNaN: true }),
        (places, perUnit) => {
          const frames = places.map((position, index) => ({ time: index, position }));
          const steps = keySteps([...frames, { time: places.length, position: places[0] as number }], perUnit);
          const moves = steps.slice(1).map((to, index) => to - (steps[index] as number));
          let stands = steps[0] as number;
          for (let round = 0; round < 10_000; round += 1) for (const move of moves) stands += move;
          expect(stands).toBe(steps[0] as number);
          for (const [index, { position }] of frames.entries())
            expect(Math.abs((steps[index] as number) - position * perUnit)).toBeLessThanOrEqual(0.5);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('ease by the cubic as well, at rest at both ends', () => {
    const frames = [
      { time: 0, position: 0 },
      { time: 2, position: 1 },
    ];
    expect(positionAt(frames, 0.5, 'cubic')).toBeCloseTo(3 * 0.0625 - 2 * 0.015625, 12);
    expect(positionAt(frames, 0.5)).toBeLessThan(positionAt(frames, 0.5, 'cubic'));
  });
});

describe('stops of a table', () => {
  it('take move, rest and stay, worked out by hand', () => {
    // 10° at 90°/s with 180°/s²: no flat part, 2 · √(10/180) s.
    const times = stopTimes({
      count: 36,
      way: 10,
      limits: { speed: 90, acceleration: 180, jerk: null },
      settle: 0.8,
      stay: 0.5,
    });
    expect(times.move).toBeCloseTo(2 * Math.sqrt(10 / 180), 12);
    expect(times.round).toBeCloseTo(36 * (2 * Math.sqrt(10 / 180) + 1.3), 9);
  });

  it('ring down as e^(−ζ·ω·t), looked at swing by swing', () => {
    const time = ringDown(4, 0.05, 0.02);
    expect(time).toBeCloseTo(3.113, 3);
    expect(Math.exp(-0.05 * 2 * Math.PI * 4 * time)).toBeCloseTo(0.02, 12);
  });
});
