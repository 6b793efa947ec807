import fc from 'fast-check';
import {
  divideRational,
  multiplyRational,
  ONE,
  rational,
  rationalToNumber,
  rationalToText,
  type Rational,
} from '../quantity/index.js';
import {
  countsPerTurn,
  greatestSpindle,
  inchPitch,
  lagTurns,
  nearestFraction,
  offOver100,
  passDepths,
  passesFor,
  runIn,
  stepsPerCount,
  THREAD_SERIES,
  threadDepth,
  THREADS,
} from './index.js';

const pitchOf = (name: string): string => {
  const found = THREADS.find((item) => item.name === name);
  return found ? rationalToText(found.pitch) : '';
};

describe('threads of the series', () => {
  it('have the pitches that workshops know', () => {
    // ISO 261 and ASME B1.1, from memory.
    for (const [name, pitch] of [
      ['M3', '1/2'],
      ['M6', '1'],
      ['M8', '5/4'],
      ['M10', '3/2'],
      ['M12', '7/4'],
      ['M24', '3'],
      ['M1.6', '7/20'],
      ['1/4-20 UNC', '127/100'],
      ['1/4-28 UNF', '127/140'],
      ['2-4½ UNC', '254/45'],
      ['No. 10-32 UNF', '127/160'],
    ] as const)
      expect(pitchOf(name)).withContext(name).toBe(pitch);
  });

  it('have diameters in millimetres, exact: 1/4 in, and numbers of 0.060 in and 0.013 in each', () => {
    const diameter = (name: string): string =>
      rationalToText(THREADS.find((item) => item.name === name)?.diameter ?? rational(0));
    expect(diameter('1/4-20 UNC')).toBe('127/20');
    expect(diameter('No. 8-32 UNC')).toBe(rationalToText(rational(164 * 254, 10_000)));
    expect(diameter('1 1/8-7 UNC')).toBe(rationalToText(rational(9 * 254, 80)));
  });

  it('are many, each once, the pitch growing with the diameter in each series', () => {
    expect(new Set(THREADS.map(({ name }) => name)).size).toBe(THREADS.length);
    for (const series of THREAD_SERIES) {
      const own = THREADS.filter((item) => item.series === series).map(({ diameter, pitch }) => [
        rationalToNumber(diameter),
        rationalToNumber(pitch),
      ]);
      expect(own.length).withContext(series).toBeGreaterThan(20);
      own.forEach(([diameter = 0, pitch = 0], place) => {
        const [beforeDiameter = 0, beforePitch = 0] = own[place - 1] ?? [0, 0];
        expect(diameter).toBeGreaterThan(beforeDiameter);
        expect(pitch).toBeGreaterThanOrEqual(beforePitch);
        expect(pitch).toBeLessThan(diameter / 2);
      });
    }
  });
});

/** A carriage's screw of 5 mm, and one of 10 threads an inch, with 1600 microsteps a turn: steps for a millimetre. */
const SCREWS: readonly (readonly [string, Rational])[] = [
  ['metric', divideRational(rational(1600), rational(5))],
  ['inch', divideRational(rational(1600), inchPitch(rational(10)))],
];

describe('gearing by the encoder', () => {
  it('is exact for every thread of the series, with a metric and an inch screw: a turn gives the lead again', () => {
    for (const [screw, steps] of SCREWS)
      for (const turns of [ONE, rational(2, 3)])
        for (const { name, pitch } of THREADS) {
          const encoder = { lines: 1024, turns };
          const ratio = stepsPerCount(pitch, steps, encoder);
          const back = divideRational(multiplyRational(ratio, countsPerTurn(encoder)), steps);
          expect(rationalToText(back)).withContext(`${name} on ${screw}`).toBe(rationalToText(pitch));
          expect(offOver100(ratio, ratio)).toBe(0);
        }
  });

  it('by hand: 1 mm with 320 steps/mm and 1024 lines is 5/64; 20 an inch on ten an inch is 25/128', () => {
    expect(rationalToText(stepsPerCount(rational(1), rational(320), { lines: 1024, turns: ONE }))).toBe('5/64');
    // 1.27 mm of 2.54 mm of 1600 steps are 800 for 4096 counts; no 127 is left.
    const [, steps] = SCREWS[1] as (typeof SCREWS)[number];
    expect(rationalToText(stepsPerCount(inchPitch(rational(20)), steps, { lines: 1024, turns: ONE }))).toBe('25/128');
    // The same thread on the metric screw keeps it: 1.27·320/4096.
    expect(rationalToText(stepsPerCount(inchPitch(rational(20)), rational(320), { lines: 1024, turns: ONE }))).toBe(
      '127/1280',
    );
  });

  it('takes a thread of several starts by its lead', () => {
    const encoder = { lines: 500, turns: ONE };
    const two = stepsPerCount(rational(3), rational(200), encoder);
    expect(rationalToText(two)).toBe('3/10');
  });
});

describe('fractions that a controller takes', () => {
  it('are the nearest of all, as trying every one says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4000 }),
        fc.integer({ min: 1, max: 4000 }),
        fc.integer({ min: 1, max: 60 }),
        (top, bottom, limit) => {
          const ratio = rational(top, bottom);
          const found = nearestFraction(ratio, limit);
          const value = rationalToNumber(ratio);
          let least = Infinity;
          for (let under = 1; under <= limit; under += 1)
            for (let over = 1; over <= limit; over += 1) least = Math.min(least, Math.abs(over / under - value));
          expect(Number(found.numerator)).toBeLessThanOrEqual(limit);
          expect(Number(found.denominator)).toBeLessThanOrEqual(limit);
          expect(Math.abs(rationalToNumber(found) - value)).toBeLessThanOrEqual(least * (1 + 1e-9) + 1e-15);
        },
      ),
    );
  });

  it('leave an error over 100 mm, by hand: 127/1280 within 255 is 25/252', () => {
    const right = rational(127, 1280);
    const used = nearestFraction(right, 255);
    // 25·1280 = 32 000 for 252·127 = 32 004: an eighth of a thousandth short.
    expect(rationalToText(used)).toBe('25/252');
    expect(offOver100(right, used) * 1e6).toBeCloseTo((-4 / 32_004) * 1e5, 6);
    expect(offOver100(right, nearestFraction(right, 65_535))).toBe(0);
  });
});

describe('cutting a thread', () => {
  // Check values, row 26: 1 mm pitch, carriage at most 600 mm/min: spindle at most 600 turns a minute.
  it('row 26: a lead of 1 mm and 600 mm/min allow 600 turns a minute; two starts half of it', () => {
    expect(greatestSpindle(0.6 / 60, 1e-3) * 60).toBeCloseTo(600, 9);
    expect(greatestSpindle(0.6 / 60, 2e-3) * 60).toBeCloseTo(300, 9);
  });

  it('goes 0.6134 of the pitch deep outside and 0.5413 inside', () => {
    expect(threadDepth(1.5e-3, 'external')).toBeCloseTo(0.6134 * 1.5e-3, 7);
    expect(threadDepth(1.5e-3, 'internal')).toBeCloseTo(0.5413 * 1.5e-3, 7);
  });

  it('takes as much with every pass, the first the deepest', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.double({ min: 1e-4, max: 5e-3, noNaN: true }),
        (passes, depth) => {
          const depths = passDepths(depth, passes);
          expect(depths.at(-1)).toBeCloseTo(depth, 12);
          const areas = depths.map((at, place) => at ** 2 - (depths[place - 1] ?? 0) ** 2);
          for (const area of areas) expect(area / (depth ** 2 / passes)).toBeCloseTo(1, 6);
          // As many as are needed for such a first pass, and no more.
          expect(passesFor(depth, (depths[0] ?? 0) * (1 + 1e-6))).toBe(passes);
        },
      ),
    );
  });

  it('starts so far behind the spindle as it runs in: v²/2a', () => {
    // 10 mm/s with 200 mm/s²: a quarter of a millimetre, a quarter of a turn of 1 mm.
    expect(runIn(0.01, 0.2)).toBeCloseTo(0.25e-3, 12);
    expect(lagTurns(0.01, 0.2, 1e-3)).toBeCloseTo(0.25, 12);
    // By stepping through it: the spindle's place less the carriage's, once the carriage has its speed.
    const [v, a, h] = [0.013, 0.17, 1e-6];
    let [place, speed, time] = [0, 0, 0];
    while (speed < v) {
      speed = Math.min(v, speed + a * h);
      place += speed * h;
      time += h;
    }
    expect(v * time - place).toBeCloseTo(runIn(v, a), 7);
  });
});
