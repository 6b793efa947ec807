import { profileOf, stateAt, type Limits } from '../motion/index.js';
import { seeded } from '../statistics/index.js';
import {
  captureReader,
  idealTrain,
  limitsInSteps,
  matchTrain,
  TrainWatch,
  writeLevels,
  writeVcd,
  type TrainReport,
  type TrainToWrite,
} from './index.js';

const LIMITS: readonly Limits[] = [
  { speed: 4000, acceleration: 30_000, jerk: null },
  { speed: 4000, acceleration: 30_000, jerk: 900_000 },
  { speed: 9000, acceleration: 12_000, jerk: null, start: 500, braking: 40_000 },
];
const trainOf = (steps: number, limits: Limits): Float64Array => idealTrain(profileOf(steps, limits), steps);

describe('the train of an ideal move', () => {
  it('has its pulses where the position passes the middle between two steps', () => {
    for (const limits of LIMITS) {
      const profile = profileOf(1234, limits);
      const train = idealTrain(profile, 1234);
      expect(train.length).toBe(1234);
      for (const place of [0, 1, 17, 400, 900, 1232, 1233])
        expect(stateAt(profile, train[place] ?? NaN).position).toBeCloseTo(place + 0.5, 7);
      expect(train.every((time, place) => place === 0 || time > (train[place - 1] ?? 0))).toBeTrue();
    }
    // At rest to rest the first comes after √(2·½/a).
    expect(trainOf(1234, LIMITS[0] as Limits)[0]).toBeCloseTo(Math.sqrt(1 / 30_000), 12);
    expect(() => idealTrain(profileOf(5, LIMITS[0] as Limits), 6)).toThrowError(RangeError);
  });
});

describe('limits in steps', () => {
  it('are those of the travel times the steps of a unit; what is not limited stays so', () => {
    const limits = { speed: 0.05, acceleration: 2, jerk: null, braking: 3, start: 0.001 };
    expect(limitsInSteps(limits, 200_000)).toEqual({
      speed: 10_000,
      acceleration: 400_000,
      jerk: null,
      braking: 600_000,
      start: 200,
    });
    expect(limitsInSteps({ speed: 1, acceleration: 2, jerk: 3 }, 10)).toEqual({
      speed: 10,
      acceleration: 20,
      jerk: 30,
      braking: null,
      start: null,
    });
  });
});

describe('a train laid over the ideal one', () => {
  const ideal = trainOf(2000, LIMITS[1] as Limits);

  it('finds what is missing and what is doubled, though the count is right, wherever it is', () => {
    for (const [out, twice] of [
      [700, 1300],
      [0, 5],
      [1999, 3],
      [12, 1998],
    ] as const) {
      const sent = [...ideal].flatMap((time, place) => {
        if (place === out) return [];
        return place === twice ? [time, time + 20e-6] : [time];
      });
      const found = matchTrain(
        Float64Array.from(sent, (time) => time + 3.25),
        ideal,
      );
      expect([found?.missing, found?.doubled, found?.strays])
        .withContext(`${out} ${twice}`)
        .toEqual([[out], [twice], 0]);
      expect(found?.shift).withContext(`${out} ${twice}`).toBeCloseTo(3.25, 9);
    }
  });

  it('counts those that have no place, and tells how far pulses are from theirs', () => {
    const random = seeded(3);
    const sent = [...ideal].map((time) => time + 4e-6 * (random() - 0.5));
    const found = matchTrain(Float64Array.from([...sent, 9, 10]), ideal);
    expect([found?.missing, found?.doubled, found?.strays]).toEqual([[], [], 2]);
    // A rectangle's deviation: width / √12.
    expect(((found?.edgeRms ?? 0) * Math.sqrt(12)) / 4e-6).toBeCloseTo(1, 1);
    expect(matchTrain(Float64Array.from([1]), ideal)).toBeNull();
  });
});

describe('a train that is written and read again', () => {
  const read = (pieces: Iterable<string>): TrainReport => {
    let watch: TrainWatch | null = null;
    const reader = captureReader({
      head: (head) => {
        expect(head.channels).toEqual(['step', 'direction']);
        watch = new TrainWatch(head, {
          step: 0,
          direction: 1,
          edge: 'rising',
          forward: 1,
          needs: { high: 2.5e-6, low: 2.5e-6, ahead: 5e-6, after: null },
        });
      },
      change: (time, channel, level) => watch?.change(time, channel, level),
    });
    for (const piece of pieces) reader.push(new TextEncoder().encode(piece));
    reader.end();
    return (watch as TrainWatch | null)?.end() as TrainReport;
  };

  for (const [name, limits] of LIMITS.entries())
    for (const isForward of [true, false])
      it(`as a dump and as a table is the same to the nanosecond: move ${name} ${isForward ? 'forward' : 'back'}`, () => {
        const pulses = trainOf(5321, limits);
        const train: TrainToWrite = { name: 'X of a mill, 5 $', pulses, high: 3e-6, isForward, ahead: 20e-6 };
        for (const pieces of [writeVcd(train, '3 Nov 2026'), writeLevels(train)]) {
          const report = read(pieces);
          expect(report.net).toBe(isForward ? 5321 : -5321);
          expect(report.unsure).toBe(0);
          const start = report.start - (pulses[0] ?? 0);
          expect(
            report.pulses.every((time, place) => Math.abs(time - start - (pulses[place] ?? 0)) < 1.1e-9),
          ).toBeTrue();
          expect(report.high?.value).toBeCloseTo(3e-6, 12);
          expect([report.high?.tooShort, report.low?.tooShort, report.missing, report.doubled]).toEqual([0, 0, 0, 0]);
          if (isForward) expect(report.ahead?.value).toBeCloseTo(20e-6, 12);
          expect(matchTrain(report.pulses, pulses)).toEqual(
            jasmine.objectContaining({ missing: [], doubled: [], strays: 0 }),
          );
          // What it does is what was planned.
          expect(report.moves.length).toBe(1);
          expect((report.moves[0]?.topRate ?? 0) / profileOf(5321, limits).speed).toBeCloseTo(1, 2);
        }
      });

  // Row 18 of the trade: a loop that waits d after either edge has a period of 2 d (arithmetic).
  it('of a plain loop has a period of twice its wait, and half the wait halves it', () => {
    for (const wait of [300e-6, 150e-6]) {
      const pulses = Float64Array.from({ length: 200 }, (_, place) => 2 * wait * (place + 1));
      const report = read(writeVcd({ name: 'loop', pulses, high: wait, isForward: true, ahead: 1e-3 }, ''));
      expect(report.period?.value).toBeCloseTo(2 * wait, 12);
      expect(report.high?.value).toBeCloseTo(wait, 12);
      expect(report.low?.value).toBeCloseTo(wait, 12);
      expect((report.moves[0]?.topRate ?? 0) * 2 * wait).toBeCloseTo(1, 6);
    }
  });
});
