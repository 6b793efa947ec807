import fc from 'fast-check';
import { quantityOf } from '../shape/index.js';
import {
  batteryRunTime,
  busAfterBraking,
  capacitanceFor,
  chainDraws,
  chainInput,
  copperResistance,
  fuseFor,
  gaugeDiameter,
  pairResistance,
  returnedEnergy,
  wireArea,
  wireCurrentMost,
  wireRise,
  WIRE_RISE_MOST,
} from './index.js';

describe('copper wire', () => {
  // ASTM B258 and the wire tables made from it, from memory: diameter in mm, resistance in mΩ/m at 20 °C.
  const TABLE = [
    [10, 2.588, 3.277],
    [12, 2.053, 5.211],
    [18, 1.024, 20.95],
    [24, 0.5106, 84.22],
    [30, 0.2546, 338.6],
  ] as const;

  it('has the diameter and the resistance of the published gauge table', () => {
    for (const [number, diameter, resistance] of TABLE) {
      expect(gaugeDiameter(number) * 1e3).toBeCloseTo(diameter, 3);
      const perMetre = copperResistance(wireArea({ kind: 'gauge', number }), 1) * 1e3;
      expect(Math.abs(perMetre / resistance - 1))
        .withContext(String(number))
        .toBeLessThan(0.001);
    }
  });

  it('is 1/58 Ω for a metre of a square millimetre (IEC 60028, from memory), twice that there and back, and grows with warmth', () => {
    const square = wireArea({ kind: 'area', area: quantityOf('1 mm²') });
    expect(copperResistance(square, 1)).toBeCloseTo(1 / 58, 15);
    expect(pairResistance(square, 3)).toBeCloseTo(6 / 58, 14);
    expect(copperResistance(square, 1, 70) / copperResistance(square, 1)).toBeCloseTo(1 + 0.00393 * 50, 12);
  });

  it('bears a current at which it becomes as warm as allowed, more the thicker it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05e-6, max: 10e-6, noNaN: true }),
        fc.double({ min: 1.01, max: 4, noNaN: true }),
        (area, factor) => {
          expect(wireRise(area, wireCurrentMost(area))).toBeCloseTo(WIRE_RISE_MOST, 6);
          expect(wireCurrentMost(area * factor)).toBeGreaterThan(wireCurrentMost(area));
        },
      ),
    );
    // Common practice, no source: about 10 A for a single 0.75 mm² in air, 15 to 20 A for 1.5 mm².
    expect(wireCurrentMost(0.75e-6)).toBeGreaterThan(8);
    expect(wireCurrentMost(0.75e-6)).toBeLessThan(12);
    expect(wireCurrentMost(1.5e-6)).toBeLessThan(20);
    expect(wireRise(0.05e-6, 100)).toBe(Infinity);
  });

  it('gets a fuse that carries the load all day and still protects it, or none', () => {
    expect(fuseFor(1.9, 10)).toBe(2.5);
    expect(fuseFor(2, 10)).toBe(2.5);
    expect(fuseFor(2.01, 10)).toBe(3.15);
    expect(fuseFor(5, 6)).toBeNull();
    // A wire that bears just as much as the fuse is rated is protected by it.
    expect(fuseFor(2, 2.5)).toBe(2.5);
  });
});

describe('braking into a capacitor', () => {
  it('keeps the energy: 1.6 J into 470 µF at 24 V come to 85.9 V', () => {
    expect(busAfterBraking(24, 1.6, 470e-6)).toBeCloseTo(85.93, 2);
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 80, noNaN: true }),
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        fc.double({ min: 1e-5, max: 0.1, noNaN: true }),
        (volts, energy, capacitance) => {
          const after = busAfterBraking(volts, energy, capacitance);
          const gained = (capacitance * (after - volts) * (after + volts)) / 2;
          expect(Math.abs(gained - energy)).toBeLessThan(1e-9 * (energy + capacitance * after ** 2));
          expect(busAfterBraking(volts, energy, capacitanceFor(volts, energy, volts * 1.2))).toBeLessThanOrEqual(
            volts * 1.2 * (1 + 1e-9),
          );
        },
      ),
    );
    expect(capacitanceFor(24, 1, 24)).toBe(Infinity);
    expect(capacitanceFor(24, 0, 20)).toBe(0);
    // ½C(30² − 24²) = 1 J.
    expect(capacitanceFor(24, 1, 30)).toBeCloseTo(2 / 324, 12);
  });

  it('gets nothing back where the coils burn more than comes', () => {
    expect(returnedEnergy({ rotating: 0, load: 2, backward: 0.5, losses: 10, duration: 0.05 })).toBeCloseTo(0.5, 12);
    expect(returnedEnergy({ rotating: 0, load: 2, backward: 0.5, losses: 10, duration: 0.2 })).toBe(0);
  });
});

describe('a battery', () => {
  it('gives charge times voltage times depth, through every converter of the chain', () => {
    expect(batteryRunTime(7 * 3600, 12, 0.8, chainInput(5, [0.85])) / 3600).toBeCloseTo(11.424, 3);
    expect(chainInput(10, [0.9, 0.8])).toBeCloseTo(10 / 0.72, 12);
    expect(batteryRunTime(3600, 12, 0.8, 0)).toBe(Infinity);
  });

  it('feeds converter after converter, each taking in more the lower it is fed, worked out by hand', () => {
    const links = [
      { voltage: 12, load: 0.5, efficiency: 0.9, inputMost: 3 },
      { voltage: 5, load: 0.3, efficiency: 0.85, inputMost: null },
    ];
    // 5 V · 0.3 A / 0.85 = 1.765 W more at 12 V, so (6 + 1.765)/0.9 = 8.627 W: 2.33 A of 3.7 V, 2.88 A of 3 V.
    const usual = chainDraws(3.7, links);
    expect(usual.map(({ power }) => power)).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(usual[1]?.power).toBeCloseTo(1.5 / 0.85, 12);
    expect(usual[1]?.current).toBeCloseTo(1.5 / 0.85 / 12, 12);
    expect(usual[0]?.power).toBeCloseTo((6 + 1.5 / 0.85) / 0.9, 12);
    expect(usual[0]?.current).toBeCloseTo(2.3317, 4);
    expect(usual[0]?.isOver).toBeFalse();
    expect(chainDraws(2.8, links)[0]?.isOver).toBeTrue();
    expect(chainDraws(3.7, [])).toEqual([]);
  });
});
