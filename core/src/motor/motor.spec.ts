import fc from 'fast-check';
import {
  armTorque,
  baseSpeed,
  brushedNoLoadSpeed,
  brushedTorque,
  constantVoltageCrest,
  constantVoltagePullOut,
  inductanceFromRise,
  loadAngle,
  naturalFrequency,
  pullOut,
  pullOutBand,
  resonantRates,
  riseTime,
  startRate,
  stateTorques,
  windingFactors,
  wiringsOf,
  type MotorDrive,
} from './index.js';

const drive: MotorDrive = {
  torqueConstant: 0.4 / (Math.SQRT2 * 1.5),
  resistance: 2,
  inductance: 3e-3,
  teeth: 50,
  voltage: 24,
  current: 1.5 * Math.SQRT2,
};

describe('windings', () => {
  // Common practice, no source: a coil of 20 Ω end to end has 10 Ω to its tap; 5 V across one half draws 0.5 A, both
  // halves 1 A.
  it('row 7: a centre-tapped coil of 20 Ω end to end is 10 Ω to the tap and draws 0.5 A of 5 V', () => {
    const whole = 20;
    const half = whole * windingFactors('series', 'half').resistance;
    expect(half).toBe(10);
    expect(5 / half).toBe(0.5);
    // Both halves at once are in parallel across the 5 V.
    expect(5 / (half * windingFactors('half', 'parallel').resistance)).toBe(1);
  });

  it('keeps the copper loss and raises the holding torque by √2 when all the copper works', () => {
    for (const wiring of ['series', 'parallel'] as const) {
      const factors = windingFactors('half', wiring);
      // Loss of a phase relative to one half coil: both halves may now be warm together.
      expect(factors.current ** 2 * factors.resistance).toBeCloseTo(1, 12);
      expect(factors.current * factors.torquePerAmpere).toBeCloseTo(Math.SQRT2, 12);
    }
  });

  // Electric-machines textbooks: inductance goes with the square of the turns.
  it('quadruples the inductance in series, so the time constant doubles; in parallel it doubles too', () => {
    const tau = (wiring: 'series' | 'parallel'): number =>
      windingFactors('half', wiring).inductance / windingFactors('half', wiring).resistance;
    expect([tau('series'), tau('parallel')]).toEqual([2, 2]);
    expect(windingFactors('series', 'parallel').inductance).toBe(0.25);
  });

  it('offers only what the leads allow', () => {
    expect(wiringsOf(4)).toEqual(['coil']);
    expect(wiringsOf(5)).toEqual(['unipolar']);
    expect(wiringsOf(6)).not.toContain('parallel');
    expect(wiringsOf(8)).toContain('parallel');
  });
});

describe('a coil', () => {
  it('reaches 63.2 % of its end current in one time constant', () => {
    expect(riseTime(12, 2, 3e-3, (1 - Math.exp(-1)) * 6)).toBeCloseTo(1.5e-3, 12);
    expect(inductanceFromRise(2, 1.5e-3)).toBeCloseTo(3e-3, 15);
  });

  it('never reaches a current that its resistance forbids', () => {
    expect(riseTime(3, 2, 3e-3, 1.5)).toBe(Infinity);
  });

  // Common practice, no source: small motors have about 9 Ω, bigger ones with thicker wire about 3 Ω.
  it('row 20: the bigger motor’s coil of 3 Ω takes more current from the same volts than one of 9 Ω', () => {
    const [big, small] = [3, 9].map((resistance) => constantVoltageCrest('bridge', 12, resistance, 3e-3, 1));
    expect(big).toBeCloseTo(4, 6);
    expect(small).toBeCloseTo(12 / 9, 6);
  });

  // Physics: the current has less time to rise.
  it('row 21: on a constant-voltage bridge the current grows as the motor turns slower', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e4, noNaN: true }),
        fc.double({ min: 1.01, max: 10, noNaN: true }),
        (rate, factor) => {
          for (const kind of ['bridge', 'unipolar'] as const)
            expect(constantVoltageCrest(kind, 12, 5, 8e-3, rate)).toBeGreaterThanOrEqual(
              constantVoltageCrest(kind, 12, 5, 8e-3, rate * factor),
            );
        },
      ),
    );
    expect(constantVoltageCrest('bridge', 12, 5, 8e-3, 50)).toBeGreaterThan(
      2 * constantVoltageCrest('bridge', 12, 5, 8e-3, 2000),
    );
  });

  it('agrees with a plain integration of the coil over many half waves', () => {
    const [voltage, resistance, inductance, rate] = [12, 5, 8e-3, 600];
    const h = 1e-7;
    let [current, crest] = [0, 0];
    for (let time = 0; time < 0.06; time += h) {
      const sign = Math.floor((time * rate) / 2) % 2 === 0 ? 1 : -1;
      current += (h * (sign * voltage - resistance * current)) / inductance;
      if (time > 0.04) crest = Math.max(crest, current);
    }
    expect(constantVoltageCrest('bridge', voltage, resistance, inductance, rate)).toBeCloseTo(crest, 3);
  });

  // 33 gf at 100 mm: 32.4 mN·m (arithmetic).
  it('gives the torque of a weight on an arm', () => {
    expect(armTorque(0.033, 0.1)).toBeCloseTo(32.36e-3, 5);
  });
});

describe('pull-out torque', () => {
  it('is what a search over all currents within both limits finds', () => {
    const searched = (speed: number): number => {
      const X = drive.teeth * speed * drive.inductance;
      const E = drive.torqueConstant * speed;
      let best = 0;
      for (let size = 0; size <= 1; size += 1 / 400)
        for (let turn = 0; turn < 2000; turn += 1) {
          const [d, q] = [
            size * drive.current * Math.cos((turn * Math.PI) / 1000),
            size * drive.current * Math.sin((turn * Math.PI) / 1000),
          ];
          const square = (drive.resistance * d - X * q) ** 2 + (drive.resistance * q + X * d + E) ** 2;
          if (square <= drive.voltage ** 2 && q > best) best = q;
        }
      return drive.torqueConstant * best;
    };
    for (const fullSteps of [500, 1800, 2100, 3000, 6000]) {
      const speed = (fullSteps * Math.PI) / 100;
      expect(Math.abs(pullOut(drive, speed).torque / searched(speed) - 1)).toBeLessThan(0.01);
    }
  });

  it('is the full torque up to the base speed and no further', () => {
    const base = baseSpeed(drive);
    const [below, above] = [pullOut(drive, base * 0.999), pullOut(drive, base * 1.05)];
    expect([below.bound, above.bound]).toEqual(['current', 'voltage']);
    expect(below.torque).toBeCloseTo(0.4, 12);
    expect(above.torque).toBeLessThan(0.4);
  });

  it('falls, never rises, with speed, and rises with voltage', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 6, max: 60, noNaN: true }),
        (speed, more, voltage) => {
          const at = (s: number, v: number): number => pullOut({ ...drive, voltage: v }, s).torque;
          expect(at(speed + more, voltage)).toBeLessThanOrEqual(at(speed, voltage) + 1e-12);
          expect(at(speed, voltage * 1.2)).toBeGreaterThanOrEqual(at(speed, voltage) - 1e-12);
        },
      ),
    );
  });

  it('has a tail whose torque goes with one over the speed', () => {
    const chopper = drive.torqueConstant / (drive.teeth * drive.inductance);
    const power = chopper * (drive.voltage - drive.resistance * chopper);
    expect((pullOut(drive, 2e5).torque * 2e5) / power).toBeCloseTo(1, 2);
  });

  it('keeps the band 27 % wide where voltage alone binds', () => {
    const { low, high } = pullOutBand(drive, 400);
    expect(high.torque / low.torque).toBeGreaterThan(1.27);
    expect(high.torque / low.torque).toBeLessThan(1.35);
  });

  it('has nothing left when the volts cannot even drive the current at rest', () => {
    const weak = { ...drive, voltage: 3 };
    expect(baseSpeed(weak)).toBe(0);
    expect(pullOut(weak, 0)).toEqual({ torque: (0.4 / (Math.SQRT2 * 1.5)) * 1.5, bound: 'voltage' });
    expect(constantVoltagePullOut(weak, 10)).toBeGreaterThan(0);
  });
});

describe('standing and starting', () => {
  // Acarnley, Stepping Motors, 4th ed., IET 2002 (from memory): half stepping alternates one and two phases on.
  it('row 15: wave drive has one coil on, two-phase-on √2 the torque, half step eight states that ripple by 1/√2', () => {
    expect(stateTorques('wave')).toEqual([1, 1, 1, 1]);
    expect(stateTorques('two-phase').every((torque) => Math.abs(torque - Math.SQRT2) < 1e-15)).toBeTrue();
    const half = stateTorques('half');
    expect(half.length).toBe(8);
    expect(Math.min(...half) / Math.max(...half)).toBeCloseTo(Math.SQRT1_2, 15);
  });

  it('starts at eight natural frequencies without load', () => {
    expect(startRate(50, 0.4, 2e-5, 0, 'friction')).toBeCloseTo(8 * naturalFrequency(50, 0.4, 2e-5), 9);
  });

  it('starts slower under friction or a hanging load, and not at all beyond the holding torque', () => {
    const [free, rubbing, hanging] = [
      startRate(50, 0.4, 2e-5, 0, 'friction'),
      startRate(50, 0.4, 2e-5, 0.1, 'friction'),
      startRate(50, 0.4, 2e-5, 0.1, 'standing'),
    ];
    expect(free).toBeGreaterThan(rubbing);
    expect(free).toBeGreaterThan(hanging);
    expect(startRate(50, 0.4, 2e-5, 0.5, 'standing')).toBe(0);
  });

  it('lags a whole full step when the load is all it holds', () => {
    // A quarter of an electrical turn is one full step: 1.8°.
    expect(loadAngle(0.4, 0.4, 50)).toBeCloseTo((1.8 * Math.PI) / 180, 12);
    expect(loadAngle(0.41, 0.4, 50)).toBeNull();
  });

  it('names where microstepping and full stepping shake', () => {
    expect(resonantRates(100, 16).map((item) => item.rate)).toEqual([100, 200, 400]);
    expect(resonantRates(100, 1).map((item) => item.rate)).toEqual([100, 50]);
  });
});

describe('a brushed motor', () => {
  const motor = { torqueConstant: 0.05, resistance: 1.2, noLoadCurrent: 0.2, voltage: 24, currentLimit: 5 };

  it('holds its limited current, then falls in a straight line to the speed without load', () => {
    expect(brushedTorque(motor, 0)).toBeCloseTo(0.05 * 4.8, 12);
    expect(brushedTorque(motor, brushedNoLoadSpeed(motor))).toBeCloseTo(0, 12);
    const [a, b, c] = [400, 420, 440].map((speed) => brushedTorque(motor, speed));
    expect((a as number) - (b as number)).toBeCloseTo((b as number) - (c as number), 12);
  });
});
