import fc from 'fast-check';
import {
  axialStiffness,
  backDriving,
  barInertia,
  beltLoopStiffness,
  bucklingLoad,
  discInertia,
  drivingTorque,
  eulerLoad,
  FLANK_ANGLES,
  leastBeltStiffness,
  loweringTorque,
  meanDiameter,
  raisingTorque,
  reflectedInertia,
  reflectedMass,
  screwEfficiency,
  STEEL,
  threadLocks,
  whirlSpeed,
  wormEfficiency,
  wormLocks,
  type PowerScrew,
} from './index.js';

// Budynas and Nisbett, Shigley's Mechanical Engineering Design, ch. 8 "Screws, Fasteners", example 8-1 (from memory).
const worked: PowerScrew = {
  meanDiameter: 0.03,
  lead: 0.008,
  flankAngle: 0,
  threadFriction: 0.08,
  collarFriction: 0.08,
  collarDiameter: 0.04,
};

describe('power screws', () => {
  it('raise and lower as the handbook’s worked example: 26.18 N·m, 9.77 N·m, efficiency 0.311', () => {
    expect(meanDiameter('square', 0.032, 0.004)).toBeCloseTo(0.03, 12);
    expect(raisingTorque(worked, 6400)).toBeCloseTo(26.18, 2);
    expect(loweringTorque(worked, 6400)).toBeCloseTo(9.77, 2);
    expect(screwEfficiency(worked)).toBeCloseTo(0.311, 3);
  });

  it('lock in that example only through the collar', () => {
    expect(threadLocks(worked)).toBeFalse();
    expect(loweringTorque({ ...worked, collarFriction: 0 }, 6400)).toBeLessThan(0);
    expect(loweringTorque(worked, 6400)).toBeGreaterThan(0);
  });

  it('lose nothing without friction, raising or lowering', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.004, max: 0.05, noNaN: true }),
        fc.double({ min: 0.001, max: 0.03, noNaN: true }),
        (diameter, lead) => {
          const ideal = { ...worked, meanDiameter: diameter, lead, threadFriction: 0, collarFriction: 0 };
          expect(screwEfficiency(ideal)).toBeCloseTo(1, 9);
          expect(loweringTorque(ideal, 1000)).toBeCloseTo(-raisingTorque(ideal, 1000), 9);
        },
      ),
    );
  });

  it('lock exactly where lowering begins to take torque', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.4, noNaN: true }),
        fc.double({ min: 0.001, max: 0.02, noNaN: true }),
        fc.constantFrom(...Object.values(FLANK_ANGLES)),
        (friction, lead, flankAngle) => {
          const screw = { ...worked, lead, flankAngle, threadFriction: friction, collarFriction: 0 };
          expect(threadLocks(screw)).toBe(loweringTorque(screw, 100) > 0);
        },
      ),
    );
  });

  it('rub more on a V-thread than on a square one, and jam when the friction is absurd', () => {
    expect(raisingTorque({ ...worked, flankAngle: FLANK_ANGLES.v }, 100)).toBeGreaterThan(raisingTorque(worked, 100));
    expect(raisingTorque({ ...worked, threadFriction: 20 }, 100)).toBe(Infinity);
  });

  // ISO 724:1993, M10: d2 = 9.026 mm; ISO 2904, Tr 10x2: d2 = 9 mm (both from memory).
  it('have the mean diameters of the standards', () => {
    expect(meanDiameter('v', 0.01, 0.0015)).toBeCloseTo(9.026e-3, 6);
    expect(meanDiameter('trapezoidal', 0.01, 0.002)).toBeCloseTo(9e-3, 12);
  });

  it('roll backwards at about 2 − 1/η', () => {
    expect(backDriving(0.9)).toBeCloseTo(0.889, 3);
    expect(backDriving(0.4)).toBeCloseTo(-0.5, 12);
  });
});

describe('worms', () => {
  const worm = { starts: 1, wheelTeeth: 40, pressureAngle: (14.5 * Math.PI) / 180, friction: 0.05 };

  // Shigley, "Efficiency of worm gearsets for f = 0.05" (from memory): 1° 25.2 %, 5° 62.6 %, 10° 76.6 %.
  it('have the efficiencies of the handbook’s table', () => {
    const at = (degrees: number): number => wormEfficiency({ ...worm, leadAngle: (degrees * Math.PI) / 180 });
    expect(at(1)).toBeCloseTo(0.252, 3);
    expect(at(5)).toBeCloseTo(0.626, 3);
    expect(at(10)).toBeCloseTo(0.766, 3);
  });

  it('lock below the angle of friction', () => {
    expect(wormLocks({ ...worm, leadAngle: (2 * Math.PI) / 180 })).toBeTrue();
    expect(wormLocks({ ...worm, leadAngle: (4 * Math.PI) / 180 })).toBeFalse();
  });
});

describe('long shafts', () => {
  const bar = { diameter: 0.02, length: 1, modulus: 206e9, density: 7850 };

  // Catalogues of rolling screws give n = f·10⁷·d/L² (mm, rpm) with f = 3.4, 9.7, 15.1, 21.9, which hold a factor 0.8
  // (from memory).
  it('whirl where the catalogues’ coefficients say, once their factor 0.8 is taken out', () => {
    const rpm = (ends: 'fixed-free' | 'supported' | 'fixed-supported' | 'fixed'): number =>
      (whirlSpeed(bar, ends) * 30) / Math.PI;
    const catalogue = (f: number): number => (f * 1e7 * 20) / 1000 ** 2;
    expect((0.8 * rpm('fixed-free')) / catalogue(3.4)).toBeCloseTo(1, 1);
    expect((0.8 * rpm('supported')) / catalogue(9.7)).toBeCloseTo(1, 1);
    expect((0.8 * rpm('fixed-supported')) / catalogue(15.1)).toBeCloseTo(1, 1);
    expect((0.8 * rpm('fixed')) / catalogue(21.9)).toBeCloseTo(1, 1);
  });

  // Any strength-of-materials textbook: π²EI/L² for pinned ends; four times that for fixed ones, a quarter for a free
  // end.
  it('buckle as Euler says when slender', () => {
    expect(eulerLoad(bar, 'supported')).toBeCloseTo((Math.PI ** 3 * 206e9 * 0.02 ** 4) / 64, 3);
    expect(eulerLoad(bar, 'fixed') / eulerLoad(bar, 'supported')).toBeCloseTo(4, 12);
    expect(eulerLoad(bar, 'fixed-free') / eulerLoad(bar, 'supported')).toBeCloseTo(0.25, 12);
    expect(bucklingLoad(bar, 'supported')).toBe(eulerLoad(bar, 'supported'));
  });

  it('go over into Johnson’s parabola at half the yield strength, without a step', () => {
    const border = Math.sqrt((2 * Math.PI ** 2 * bar.modulus) / STEEL.yield) * (bar.diameter / 4);
    const area = (Math.PI * bar.diameter ** 2) / 4;
    const [shorter, longer] = [border * 0.9999, border * 1.0001].map((length) =>
      bucklingLoad({ ...bar, length }, 'supported'),
    );
    expect((shorter as number) / ((area * STEEL.yield) / 2)).toBeCloseTo(1, 3);
    expect((shorter as number) / (longer as number)).toBeCloseTo(1, 3);
    // A stub yields before it buckles.
    expect(bucklingLoad({ ...bar, length: 0.01 }, 'supported') / (area * STEEL.yield)).toBeCloseTo(1, 2);
  });

  it('have the inertia of a solid cylinder, m·r²/2', () => {
    const mass = 7850 * Math.PI * 0.01 ** 2 * 1;
    expect(barInertia(bar)).toBeCloseTo(discInertia(mass, 0.01), 15);
  });

  it('are four times stiffer between two fixed ends than from one', () => {
    expect(axialStiffness(bar, 'fixed') / axialStiffness(bar, 'supported')).toBe(4);
  });
});

describe('belts and masses', () => {
  it('are least stiff where both spans are equal', () => {
    const least = leastBeltStiffness(5e4, 2);
    expect(least).toBe(1e5);
    for (const span of [0.1, 0.4, 0.9]) expect(beltLoopStiffness(5e4, 2, span)).toBeGreaterThan(least);
  });

  it('reflect a mass by the square of the travel, an inertia by the square of the ratio', () => {
    // The mass at a belt pulley's radius: m·r².
    expect(reflectedMass(2, 2 * Math.PI * 0.01)).toBeCloseTo(2e-4, 15);
    expect(reflectedInertia(1, 10)).toBe(0.01);
  });

  it('need just as much energy at the motor as at the carriage', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        fc.double({ min: 0.001, max: 0.1, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (mass, lead, speed) => {
          const shaft = (2 * Math.PI * speed) / lead;
          expect((reflectedMass(mass, lead) * shaft ** 2) / (mass * speed ** 2)).toBeCloseTo(1, 9);
        },
      ),
    );
  });

  it('take torque through friction when driving and give less back when driven', () => {
    const lead = 2 * Math.PI * 0.001;
    expect(drivingTorque(0, 0, 100, 0, lead, 0.5)).toBeCloseTo(0.2, 12);
    expect(drivingTorque(0, 0, -100, 0, lead, 0.5)).toBeCloseTo(-0.05, 12);
    expect(drivingTorque(1e-5, 2, 0, 3, lead, 1)).toBeCloseTo(1e-5 * 3000 + 0.006, 12);
  });
});
