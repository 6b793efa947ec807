import type { LeadCount } from '../motor/index.js';
import { findCoils, type CoilReading } from './coil-finder.js';
import { gauss, seeded } from '../statistics/index.js';
import { between, CASE, hypothesesOf, looksOf, pathsOf, type Hypothesis } from './coil-network.js';

/** A motor on the bench: its truth, which only a meter tells. */
interface Bench {
  readonly truth: Hypothesis;
  readonly read: (one: number, other: number) => CoilReading;
  readonly half: number;
}

function bench(leads: LeadCount, truth: Hypothesis, half: number, random: () => number, odd = 1): Bench {
  const paths = pathsOf(truth);
  return {
    truth,
    half,
    read: (one, other) => {
      const path = between(paths, one, other);
      const value = path && half * (path.halves + path.odd * odd) * (1 + 0.03 * gauss(random));
      return { kind: 'ohms', leads: [one, other], value: value === null ? null : Math.round(value * 100) / 100 };
    },
  };
}

const looks = (hypothesis: Hypothesis): string => looksOf(pathsOf(hypothesis));

/** Follows the finder's advice until it has none. */
function follow(leads: LeadCount, { read, half }: Bench, sheet: boolean) {
  const readings: CoilReading[] = [];
  for (;;) {
    const belief = findCoils(leads, readings, sheet ? half : null);
    if (!belief.next) return { belief, readings };
    const [one, other] = belief.next.leads;
    readings.push(read(one, other));
  }
}

const healthy = (leads: LeadCount): readonly Hypothesis[] =>
  hypothesesOf(leads).filter(({ fault }) => fault.kind === 'none');

/**
 * Readings that the best of all ways to read needs at worst: every pair is tried at every turn, and the worse of its two
 * answers, joined or open, is followed to its end.
 */
function fewestReadings(left: readonly Hypothesis[]): number {
  if (left.length <= 1) return 0;
  const pairs = [0, 1, 2, 3].flatMap((one) => [0, 1, 2, 3].filter((other) => other > one).map((other) => [one, other]));
  const worst = pairs.map(([one, other]) => {
    const joined = left.filter(({ connection }) =>
      connection.windings.some(({ from, to }) => (from === one && to === other) || (from === other && to === one)),
    );
    // A reading whose answer is known already tells nothing.
    if (joined.length === 0 || joined.length === left.length) return Infinity;
    return 1 + Math.max(fewestReadings(joined), fewestReadings(left.filter((item) => !joined.includes(item))));
  });
  return Math.min(...worst);
}

describe('how leads may be connected', () => {
  it('is counted by hand: 3 ways for four leads, 5 for five, 90 for six, 105 for eight', () => {
    expect(([4, 5, 6, 8] as const).map((leads) => healthy(leads).length)).toEqual([3, 5, 90, 105]);
    for (const leads of [4, 5, 6, 8] as const)
      expect(hypothesesOf(leads).reduce((sum, { prior }) => sum + prior, 0)).toBeCloseTo(1, 12);
  });

  it('shows twice the ohms from end to end of a coil as from end to tap', () => {
    const [six] = healthy(6);
    if (!six) throw new Error('six leads have connections');
    const [tap] = six.connection.taps;
    const ends = six.connection.windings.filter(({ from }) => from === tap).map(({ to }) => to);
    const paths = pathsOf(six);
    expect(between(paths, tap ?? 0, ends[0] ?? 0)).toEqual({ halves: 1, odd: 0 });
    expect(between(paths, ends[0] ?? 0, ends[1] ?? 0)).toEqual({ halves: 2, odd: 0 });
    expect(between(paths, ends[0] ?? 0, CASE)).toBeNull();
  });

  it('shows a coil at the case through every lead of it', () => {
    const touching = hypothesesOf(4).find(({ fault }) => fault.kind === 'case' && fault.lead === 0);
    if (!touching) throw new Error('a coil can touch the case');
    const paths = pathsOf(touching);
    const other = touching.connection.windings.find(({ from }) => from === 0)?.to ?? 0;
    expect(between(paths, 0, CASE)).toEqual({ halves: 0, odd: 0 });
    expect(between(paths, other, CASE)).toEqual({ halves: 2, odd: 0 });
  });
});

describe('the coil finder', () => {
  it('solves 60 motors with shuffled leads, noise and faults, or says honestly that it cannot tell yet', () => {
    const random = seeded(7);
    const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
    let solved = 0;
    for (let puzzle = 0; puzzle < 60; puzzle += 1) {
      const leads = pick([4, 5, 6, 8] as const);
      const isFaulty = random() < 0.4;
      const kinds = ['broken', 'tap-lost', 'short', 'case', 'unequal'];
      const kind = isFaulty
        ? pick(leads === 4 || leads === 8 ? kinds.filter((item) => item !== 'tap-lost') : kinds)
        : 'none';
      const among = hypothesesOf(leads).filter(({ fault }) => fault.kind === kind);
      if (among.length === 0) continue;
      const truth = pick(among);
      const half = 0.6 * 40 ** random();
      const motor = bench(leads, truth, half, random, random() < 0.5 ? 0.6 : 1.7);
      const { belief, readings } = follow(leads, motor, random() < 0.5);
      const name = `${puzzle}: ${leads} leads, ${JSON.stringify(truth.fault)}, ${half.toFixed(2)} Ω, ${readings.length} readings`;
      expect(readings.length)
        .withContext(name)
        .toBeLessThanOrEqual((leads * (leads - 1)) / 2 + leads);
      if (belief.found) {
        expect(looks(belief.found)).withContext(name).toBe(looks(truth));
        solved += 1;
      } else
        expect(belief.left.some(({ hypothesis, chance }) => chance > 0.01 && looks(hypothesis) === looks(truth)))
          .withContext(`${name}: the truth must be among what is left`)
          .toBeTrue();
    }
    expect(solved).toBeGreaterThan(50);
  }, 120_000);

  it('needs for four leads at most one measurement more than the best that any search finds', () => {
    const best = fewestReadings(healthy(4));
    // By hand: three pairings; the first reading tells one of them or leaves two, the second one of these two.
    expect(best).toBe(2);
    for (const truth of healthy(4)) {
      const random = seeded(3);
      const motor = bench(4, truth, 2.4, random);
      const readings: CoilReading[] = [];
      const isPaired = (): boolean => findCoils(4, readings).pairs.every(({ chance }) => chance > 0.9 || chance < 0.1);
      while (!isPaired()) {
        const { next } = findCoils(4, readings);
        if (!next) throw new Error('not found, and no advice');
        readings.push(motor.read(next.leads[0], next.leads[1]));
      }
      expect(readings.length)
        .withContext(looks(truth))
        .toBeLessThanOrEqual(best + 1);
    }
  });

  it('never asks for a reading whose answer is implied', () => {
    const ohms = (one: number, other: number, value: number | null): CoilReading => ({
      kind: 'ohms',
      leads: [one, other],
      value,
    });
    const belief = findCoils(6, [ohms(0, 1, 2.1), ohms(0, 2, 4.2), ohms(3, 4, 2.1), ohms(3, 5, 4.2), ohms(0, 3, null)]);
    // End to end is twice end to tap: 1 and 4 are the taps, and 1 to 2 is implied.
    expect([...(belief.connection?.taps ?? [])].sort()).toEqual([1, 4]);
    expect(belief.next?.leads).not.toEqual([1, 2]);
    expect(belief.half).toBeCloseTo(2.1, 1);
  });

  it('takes stiffness and a lamp for what they are: a winding, but not how many ohms', () => {
    const belief = findCoils(4, [
      { kind: 'stiff', leads: [0, 2], isSo: true },
      { kind: 'lamp', leads: [1, 3], isSo: true },
    ]);
    const chance = (one: number, other: number): number =>
      belief.pairs.find(({ leads }) => leads[0] === one && leads[1] === other)?.chance ?? 0;
    expect(chance(0, 2)).toBeGreaterThan(0.98);
    expect(chance(0, 1)).toBeLessThan(0.05);
    expect(belief.half).toBeNull();
  });
});
