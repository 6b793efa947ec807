import fc from 'fast-check';
import { rational, rationalToNumber } from '../quantity/index.js';
import {
  planetaryEfficiency,
  planetaryRatio,
  planetGap,
  planetsFit,
  planetTeeth,
  steppedPlanetsFit,
  type TwoRingSet,
} from './index.js';

/** 45:1, by hand: 1 + 48/12 = 5, and 1 − 48 · 15/(18 · 45) = 1/9. */
const twoRing: TwoRingSet = { sun: 12, ring: 48, planets: 3, secondPlanet: 15, secondRing: 45 };

const sets = fc
  .record({
    sun: fc.integer({ min: 9, max: 40 }),
    planet: fc.integer({ min: 9, max: 40 }),
    secondPlanet: fc.integer({ min: 9, max: 40 }),
    more: fc.integer({ min: -6, max: 6 }),
    mesh: fc.double({ min: 0.95, max: 0.999, noNaN: true }),
  })
  .map(({ sun, planet, secondPlanet, more, mesh }) => ({
    set: {
      sun,
      ring: sun + 2 * planet,
      planets: 3,
      secondPlanet,
      secondRing: Math.max(secondPlanet + 12, sun + 2 * planet + more),
    },
    mesh,
  }));

describe('a planetary gear', () => {
  it('reduces by 1 + R/S, exactly', () => {
    expect(planetaryRatio({ sun: 12, ring: 60, planets: 3 })).toEqual(rational(6n));
    expect(planetaryRatio({ sun: 15, ring: 81, planets: 3 })).toEqual(rational(32n, 5n));
    expect(planetTeeth({ sun: 12, ring: 60 })).toBe(24);
    expect([planetTeeth({ sun: 12, ring: 59 }), planetaryRatio({ sun: 12, ring: 59, planets: 3 })]).toEqual([
      null,
      null,
    ]);
  });

  it('of 6 and 6.4 in a row makes 38.4:1, which on 0.45 N·m is 17.28 N·m ideally (trade fact, from memory)', () => {
    const [first, second] = [12, 15].map((sun) => planetaryRatio({ sun, ring: sun === 12 ? 60 : 81, planets: 3 }));
    const ratio = rationalToNumber(first ?? rational(0n)) * rationalToNumber(second ?? rational(0n));
    expect(ratio).toBeCloseTo(38.4, 12);
    expect(0.45 * ratio).toBeCloseTo(17.28, 12);
  });

  it('with two rings reduces by (1 + R1/S)/(1 − R1·P2/(P1·R2)), exactly, and turns back where that is negative', () => {
    expect(planetaryRatio(twoRing)).toEqual(rational(45n));
    expect(planetaryRatio({ sun: 12, ring: 60, planets: 3, secondPlanet: 21, secondRing: 57 })).toEqual(rational(76n));
    // 1 − 45 · 18/(15 · 48) = −1/8 on 4.
    expect(planetaryRatio({ sun: 15, ring: 45, planets: 3, secondPlanet: 18, secondRing: 48 })).toEqual(rational(-32n));
    expect(planetaryRatio({ ...twoRing, secondPlanet: 18, secondRing: 48 })).toBeNull();
  });

  it('turns as rolling without slip says, followed from contact to contact', () => {
    fc.assert(
      fc.property(sets, ({ set }) => {
        const ratio = planetaryRatio(set);
        const planet = planetTeeth(set) ?? 0;
        fc.pre(ratio !== null);
        // The carrier turns by 1: a planet rolls in the held ring, its other wheel carries the second ring along.
        const planetTurns = 1 - set.ring / planet;
        const secondRing = 1 + ((planetTurns - 1) * set.secondPlanet) / set.secondRing;
        const sun = 1 - ((planetTurns - 1) * planet) / set.sun;
        expect(sun / secondRing / rationalToNumber(ratio ?? rational(1n))).toBeCloseTo(1, 9);
      }),
    );
  });

  it('goes together where (S + R)/n is whole, and collides where planets are too many', () => {
    expect(planetsFit({ sun: 12, ring: 60, planets: 3 })).toBeTrue();
    expect(planetsFit({ sun: 13, ring: 61, planets: 3 })).toBeFalse();
    // Evenly spaced five times 24 teeth round 12 + 24: 36 · sin 36° = 21.16 against 26.
    expect(planetGap({ sun: 12, ring: 60, planets: 3 })).toBeCloseTo(36 * Math.sin(Math.PI / 3) - 26, 12);
    expect(planetGap({ sun: 12, ring: 60, planets: 6 })).toBeLessThan(0);
    expect(planetsFit({ sun: 12, ring: 60, planets: 6 })).toBeTrue();
  });

  it('with stepped planets goes together where a planet that rolled on meshes with both rings', () => {
    // Looked for tooth by tooth: rolled on by a third in either ring, with whole teeth more of either wheel.
    const looked = ({ sun, ring, planets, secondPlanet, secondRing }: TwoRingSet): boolean => {
      const planet = planetTeeth({ sun, ring });
      if (planet === null || (sun + ring) % planets !== 0) return false;
      for (let first = 0; first < planet; first += 1)
        for (let second = 0; second < secondPlanet; second += 1) {
          const apart =
            secondRing / (planets * secondPlanet) - second / secondPlanet - ring / (planets * planet) + first / planet;
          if (Math.abs(apart - Math.round(apart)) < 1e-9) return true;
        }
      return false;
    };
    expect(steppedPlanetsFit(twoRing)).toBe(looked(twoRing));
    fc.assert(fc.property(sets, ({ set }) => expect(steppedPlanetsFit(set)).toBe(looked(set))));
    // 45 · 18 − 48 · 15 = 90 is no multiple of four times three.
    expect(steppedPlanetsFit({ ...twoRing, planets: 4 })).toBeFalse();
  });

  it('passes on what its meshes do not lose while they roll, worked out by hand for one ring', () => {
    // 98 % a mesh, 0.9604 rolling, k = 5: (5 · 0.9604 + 1)/6 and 6/(5/0.9604 + 1) (VDI 2157:2012, from memory).
    const both = planetaryEfficiency({ sun: 12, ring: 60, planets: 3 }, 0.98);
    expect(both?.forward).toBeCloseTo(0.967, 12);
    expect(both?.backward).toBeCloseTo(6 / (5 / 0.9604 + 1), 12);
  });

  it('with two rings loses far more than its meshes, and locks (trade fact, from memory)', () => {
    const at97 = planetaryEfficiency(twoRing, 0.97);
    expect(at97?.forward).toBeCloseTo(0.65, 2);
    expect(at97?.backward).toBeGreaterThan(0.4);
    expect(at97?.backward).toBeLessThan(0.5);
    const at94 = planetaryEfficiency(twoRing, 0.94);
    expect(at94?.forward).toBeGreaterThan(0.4);
    expect(at94?.backward).toBeLessThan(0);
  });

  it('gives back all that goes in where meshes lose nothing, either way, and never more than all', () => {
    fc.assert(
      fc.property(sets, ({ set, mesh }) => {
        fc.pre(planetaryRatio(set) !== null);
        const ideal = planetaryEfficiency(set, 1);
        expect(ideal?.forward).toBeCloseTo(1, 6);
        expect(ideal?.backward).toBeCloseTo(1, 6);
        const real = planetaryEfficiency(set, mesh);
        expect(real?.forward).toBeLessThan(1);
        expect(real?.forward).toBeGreaterThan(0);
        expect(real?.backward).toBeLessThan(1);
      }),
    );
  });

  it('loses in its meshes just what does not come out, its powers added up mesh by mesh', () => {
    // By hand of the 45:1 set at 97 %: sun 1 N·m in at 1 rad/s, the carrier at 1/5, the second ring at 1/45.
    const out = (planetaryEfficiency(twoRing, 0.97)?.forward ?? NaN) * 45;
    const held = out - 1;
    const rolls = { sun: 1 - 1 / 5, held: -1 / 5, second: 1 / 45 - 1 / 5 };
    // Into the planets from sun and second ring, out of them into the held one, which gets 3 % less than they give.
    const into = 1 * rolls.sun + -out * rolls.second;
    const outOf = -held * rolls.held;
    const lost = 0.03 * into + (1 / 0.97 - 1) * outOf;
    expect(1 - out / 45).toBeCloseTo(lost, 9);
  });
});
