import fc from 'fast-check';
import { naturalFrequency, pullOut, startRate } from '../motor/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth, threeAxes } from '../testing/bench-rig.js';
import { quantityOf } from '../shape/index.js';
import { usualDamper } from '../simulation/index.js';
import { wholeMachine } from '../testing/whole-machine.js';
import { FAULTS, possibleFaults, TICK, withFaults, type AxisTruth, type Truth } from './index.js';

/** The handbook's motor: 0.40 N·m, 1.5 A, 2 Ω, 3 mH at 24 V, 2·10⁻⁵ kg·m², free of friction. */
const handbookMotor = (microsteps: number, isDamped = true): Truth =>
  screwTruth((axis) => ({
    ...axis,
    pulsesPerTurn: 200 * microsteps,
    sliding: 0,
    breakaway: 0,
    ends: null,
    home: null,
    motor: {
      kind: 'stepper',
      coils: 'right',
      setup: {
        motor: {
          torqueConstant: 0.4 / (Math.SQRT2 * 1.5),
          resistance: 2,
          inductance: 3e-3,
          teeth: 50,
          detentTorque: 0,
        },
        load: {
          inertia: 2e-5,
          standing: 0,
          friction: 0,
          drag: 0,
          damper: isDamped ? usualDamper(50, 0.4, 2e-5) : null,
        },
        drive: { mode: 'sine', voltage: 24, current: Math.SQRT2 * 1.5, microsteps },
      },
    },
  }));

/** Whether a move from rest at once to a rate [full steps/s] keeps step. */
function starts(truth: Truth, microsteps: number, rate: number): boolean {
  const rig = RigAtHand.ready(truth);
  rig.ask({
    kind: 'jog',
    axis: 'X',
    rate: rate * microsteps,
    start: rate * microsteps,
    acceleration: 1e8,
    until: null,
  });
  rig.wait(0.2);
  return rig.lost() === 0;
}

describe('the rig against closed forms', () => {
  it('starts without a ramp up to the start rate, within 5 %', () => {
    // 8·f0 full steps/s without friction and damper; see the handbook's derivation by energy.
    const truth = handbookMotor(16, false);
    const promised = startRate(50, 0.4, 2e-5, 0, 'friction');
    expect(starts(truth, 16, 0.95 * promised)).toBeTrue();
    expect(starts(truth, 16, 1.05 * promised)).toBeFalse();
  });

  it('falls out of step at the pull-out torque, within 5 %', () => {
    const rate = 3000;
    const motor = { torqueConstant: 0.4 / (Math.SQRT2 * 1.5), resistance: 2, inductance: 3e-3, teeth: 50 };
    const speed = (rate * Math.PI) / 100;
    const { torque } = pullOut({ ...motor, voltage: 24, current: Math.SQRT2 * 1.5 }, speed);
    // The closed form is of a motor that does not swing: a damper of twice its inertia.
    const calm = { inertia: 4e-5, drag: 2 * usualDamper(50, 0.4, 2e-5).drag };
    const holds = (share: number): boolean => {
      const rig = RigAtHand.ready(
        (() => {
          const truth = handbookMotor(16);
          return {
            ...truth,
            // A supply that does not give way.
            supplies: truth.supplies.map((supply) => ({ ...supply, resistance: 1e-3 })),
            axes: truth.axes.map((axis) =>
              axis.motor.kind === 'stepper'
                ? {
                    ...axis,
                    motor: {
                      ...axis.motor,
                      setup: {
                        ...axis.motor.setup,
                        load: { ...axis.motor.setup.load, friction: share * torque, damper: calm },
                      },
                    },
                  }
                : axis,
            ),
          };
        })(),
      );
      // So gently that the ramp itself takes 1 % of the torque.
      const acceleration = ((0.01 * torque) / 6e-5 / (Math.PI / 100)) * 16;
      rig.move('X', rate * 16 * 3, { rate: rate * 16, acceleration }, 40);
      return rig.lost() === 0;
    };
    expect(holds(0.95)).withContext('just below').toBeTrue();
    expect(holds(1.05)).withContext('just above').toBeFalse();
  });

  it('swings most where its microsteps come at the natural frequency', () => {
    const f0 = naturalFrequency(50, 0.4, 2e-5);
    const swing = (rate: number): number => {
      // Eighths of a step: so small a push that the swing does not bend its own frequency.
      const rig = RigAtHand.ready(handbookMotor(8));
      const { shaft } = rig.bench.axes[0] ?? {};
      rig.ask({ kind: 'move', axis: 'X', pulses: 100_000, rate, start: rate, acceleration: 1e6 });
      rig.wait(0.4);
      let most = 0;
      for (let index = 0; index < 400; index += 1) {
        rig.bench.advance(1);
        most = Math.max(most, Math.abs((shaft?.speed ?? 0) - (rate * Math.PI) / 800));
      }
      return most;
    };
    const shares = [0.6, 0.75, 0.9, 1.1, 1.3, 1.6];
    const swings = shares.map((share) => swing(share * f0));
    const worst = shares[swings.indexOf(Math.max(...swings))] ?? 0;
    expect([0.9, 1.1]).withContext(swings.join(' ')).toContain(worst);
  });

  it('stalls on a jump from 1 to 2 kHz, and passes 5 kHz on a ramp', () => {
    const truth = handbookMotor(8);
    const jump = RigAtHand.ready(truth);
    jump.ask({ kind: 'jog', axis: 'X', rate: 8000, start: 8000, acceleration: 1e8, until: null });
    jump.wait(0.2);
    expect(jump.lost()).toBe(0);
    jump.ask({ kind: 'jog', axis: 'X', rate: 16_000, start: 8000, acceleration: 1e8, until: null });
    jump.wait(0.2);
    jump.ask({ kind: 'hold', axis: null });
    jump.wait(0.5);
    expect(Math.abs(jump.lost())).toBeGreaterThan(0);

    const ramp = RigAtHand.ready(truth);
    ramp.move('X', 8 * 5000, { rate: 8 * 5500, acceleration: 8 * 20_000 });
    expect(ramp.lost()).toBe(0);
  });
});

describe('the rig', () => {
  it('goes as far as its pulses say, and loses the play once at a reversal', () => {
    const rig = RigAtHand.ready(screwTruth((axis) => ({ ...axis, backlash: 0.1e-3, stiffness: Infinity })));
    const pace = { rate: 1600 };
    rig.move('X', 1600, pace);
    const first = rig.place();
    rig.move('X', 3200, pace);
    const second = rig.place();
    rig.move('X', -3200, pace);
    // Two starts at a pitch of 4 mm; eight microsteps.
    expect(second - first).toBeCloseTo(0.016, 6);
    // But for what friction keeps back of the last microstep.
    expect(rig.place() - first).toBeCloseTo(0.1e-3, 5);
  });

  it('repeats itself for a seed, however it is paced', () => {
    const truth = screwTruth((axis) => ({ ...axis, pulsesLost: 0.02 }));
    const run = (ticks: number, seed: number): readonly number[] => {
      const rig = RigAtHand.ready(truth, seed);
      rig.ask({ kind: 'move', axis: 'X', pulses: 4000, rate: 4000, start: 0, acceleration: 20_000 });
      for (let left = 3000; left > 0; left -= ticks) rig.bench.advance(Math.min(ticks, left));
      return [rig.place(), rig.bench.axes[0]?.shaft.turns ?? 0, rig.bench.buses[0]?.volts ?? 0];
    };
    expect(run(1, 3)).toEqual(run(500, 3));
    expect(run(500, 3)).not.toEqual(run(500, 4));
  });

  it('loses whole electrical cycles and nothing else', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 400, max: 9000 }),
        fc.integer({ min: 200, max: 4000 }),
        (seed, rate, fullSteps) => {
          const rig = RigAtHand.ready(handbookMotor(4), seed);
          rig.move('X', fullSteps * 4, { rate: rate * 4, start: rate * 4, acceleration: 1e7 });
          rig.wait(0.5);
          const [axis] = rig.bench.axes;
          const behind = ((axis?.told ?? 0) - (axis?.shaft.turns ?? 0)) * 200;
          expect(Math.abs(behind / 4 - Math.round(behind / 4))).toBeLessThan(0.02);
          expect(rig.lost() % 4 === 0).toBeTrue();
        },
      ),
      { numRuns: 25, seed: 5 },
    );
  });

  it('runs into its hard end, loses steps there and goes no further', () => {
    const rig = RigAtHand.ready(screwTruth());
    const [axis] = rig.bench.axes;
    const [, high] = axis?.truth.ends ?? [0, 0];
    rig.move('X', 1600 * 60, { rate: 4800, start: 200 }, 40);
    expect(rig.place()).toBeCloseTo(high, 3);
    expect(rig.lost()).toBeGreaterThan(0);
  });

  it('alarms and lets go where an encoder sees it lag, and loses nothing where it can follow', () => {
    const closed = (axis: AxisTruth): AxisTruth => ({ ...axis, following: 0.2 });
    const rig = RigAtHand.ready({ ...handbookMotor(8), axes: handbookMotor(8).axes.map(closed) });
    rig.move('X', 1600, { rate: 3200 });
    expect(rig.bench.axes[0]?.alarm).toBeNull();
    rig.ask({ kind: 'jog', axis: 'X', rate: 200_000, start: 200_000, acceleration: 1e9, until: null });
    rig.wait(0.2);
    expect(rig.bench.axes[0]?.alarm).not.toBeNull();
    expect(rig.said.some(({ kind }) => kind === 'alarm')).toBeTrue();
    expect(rig.ask({ kind: 'move', axis: 'X', pulses: 10, rate: 10, start: 0, acceleration: 10 })[0]).toEqual(
      jasmine.objectContaining({ kind: 'no', error: 'alarm' }),
    );
  });

  it('lets the supply droop while it works and pumps it while it brakes', () => {
    const machine = threeAxes();
    const truth = screwTruth((axis) => axis, machine);
    // A heavy load that turns: most of what it was given comes back.
    const heavy = {
      ...truth,
      axes: truth.axes.map((axis) =>
        axis.motor.kind === 'stepper'
          ? {
              ...axis,
              motor: {
                ...axis.motor,
                setup: {
                  ...axis.motor.setup,
                  load: { ...axis.motor.setup.load, inertia: 4e-4, friction: 0, damper: null },
                },
              },
            }
          : axis,
      ),
    };
    const rig = RigAtHand.ready(heavy);
    rig.wait(1);
    const rest = rig.bench.buses[0]?.volts ?? 0;
    rig.ask({ kind: 'move', axis: 'X', pulses: 1600 * 12, rate: 1600 * 12, start: 0, acceleration: 1600 * 60 });
    let [least, most] = [Infinity, 0];
    for (let index = 0; index < 200; index += 1) {
      rig.wait(40 * TICK);
      const volts = rig.bench.buses[0]?.volts ?? 0;
      [least, most] = [Math.min(least, volts), Math.max(most, volts)];
    }
    expect(least).toBeLessThan(rest - 0.05);
    expect(most).toBeGreaterThan(rest + 0.5);
  });

  it('warms to where its heat leaves as it comes', () => {
    const rig = RigAtHand.ready(screwTruth());
    const [axis] = rig.bench.axes;
    // One time constant of the driver and many of nothing else: asleep, so this is quick.
    const { driver, growing, steady } = axis?.truth.heat ?? {
      driver: { resistance: 0, capacity: 0 },
      growing: 0,
      steady: 0,
    };
    rig.wait(6 * driver.resistance * driver.capacity);
    const current = (axis?.limit ?? 0) * (axis?.truth.idleShare ?? 1);
    let end = 20;
    for (let index = 0; index < 50; index += 1)
      end = 20 + driver.resistance * (growing * current ** 2 * (1 + 0.005 * (end - 25)) + steady);
    expect(Math.abs((axis?.heat.driver ?? 0) - end)).toBeLessThan(0.02 * end);
  });
});

describe('time that passes at once', () => {
  /** Warmed by a current held at rest, for so long in ticks and for so long at once. */
  const warmed = (watched: number, passed: number, truth = screwTruth()) => {
    const rig = RigAtHand.ready(truth);
    rig.bench.watchWarming();
    rig.wait(watched);
    const gone = rig.bench.pass(passed);
    const [axis] = rig.bench.axes;
    return { gone, motor: axis?.heat.motor ?? NaN, driver: axis?.heat.driver ?? NaN, time: rig.bench.time };
  };

  it('warms as the same time tick by tick does', () => {
    const [slow, quick] = [warmed(122, 0), warmed(2, 120)];
    expect(quick.gone).toEqual({ passed: 120, tooHot: null });
    expect(quick.time).toBeCloseTo(slow.time, 6);
    expect(quick.motor - 20).toBeCloseTo(slow.motor - 20, 2);
    expect(quick.driver - 20).toBeCloseTo(slow.driver - 20, 1);
    expect(slow.driver).toBeGreaterThan(30);
  });

  it('ends in twenty minutes where a steady power has them: nearly all of the driver, the motor on its way', () => {
    const truth = screwTruth((axis) => ({ ...axis, heat: { ...axis.heat, growing: 0, steady: 2 } }));
    const { driver, motor } = warmed(1, 1200, truth);
    const { driver: path } = truth.axes[0]?.heat ?? {};
    expect(driver).toBeCloseTo(20 + 2 * (path?.resistance ?? NaN), 1);
    // I²·R of both coils together, more as the copper warms (0.39 % a kelvin): 5 K/W and 220 J/K are 1100 s.
    const [axis] = truth.axes;
    if (axis?.motor.kind !== 'stepper') throw new Error('it is a stepper');
    const { setup } = axis.motor;
    const cold = setup.motor.resistance * (axis.idleShare * setup.drive.current) ** 2;
    const end = (5 * cold) / (1 - 0.0039 * 5 * cold);
    const slower = 1100 / (1 - 0.0039 * 5 * cold);
    expect(motor - 20).toBeCloseTo(end * (1 - Math.exp(-1201 / slower)), 0);
    expect(warmed(1, 1e5, truth).motor - 20).toBeCloseTo(end, 0);
  });

  it('ends when a driver switches itself off, and says which', () => {
    const hot = withFaults(screwTruth(), [{ id: 'hot-driver', axisId: screwTruth().axes[0]?.id ?? null }]);
    const { gone, driver } = warmed(2, 1200, hot);
    expect(gone.tooHot).toBe('X');
    expect(gone.passed).toBeLessThan(1200);
    expect(driver).toBeGreaterThan(145);
    expect(warmed(2, 1200).gone).toEqual({ passed: 1200, tooHot: null });
  });
});

describe('the instruments of the rig', () => {
  it('read the truth with their own digit, range and tilt', () => {
    const rig = RigAtHand.ready(screwTruth());
    rig.read('X', 'indicator');
    const before = rig.place();
    rig.move('X', 400, { rate: 800 });
    const gone = rig.place() - before;
    expect(Math.abs(rig.read('X', 'indicator') - gone)).toBeLessThan(15e-6);
    expect(Math.abs(rig.read('X', 'rule') - rig.place())).toBeLessThan(0.6e-3);
    expect(rig.read('X', 'motor-temperature') % 1).toBe(0);
    rig.move('X', 3200, { rate: 3200 });
    const [beyond] = rig.ask({ kind: 'read', axis: 'X', instrument: 'indicator' });
    expect(beyond).toEqual(jasmine.objectContaining({ isBeyond: true }));
  });

  // Geometry: a plunger so tilted slides along the face it rests on and reads D / cos a.
  it('read a tilted indicator long by the cosine', () => {
    const rig = RigAtHand.faulty(screwTruth(), 'tilted-indicator', null);
    rig.read('X', 'indicator');
    rig.move('X', 1600, { rate: 1600 });
    expect(rig.read('X', 'indicator') / 8e-3).toBeCloseTo(1 / Math.cos((12 * Math.PI) / 180), 2);
  });
});

describe('a push on the carriage one way and the other', () => {
  const pushed = (change: (axis: AxisTruth) => AxisTruth): readonly [light: number, heavy: number] => {
    const rig = RigAtHand.ready(screwTruth((axis) => change({ ...axis, weight: 0, backlash: 0, stiffness: Infinity })));
    return [rig.read('X', 'push-light'), rig.read('X', 'push-heavy')];
  };

  it('goes through what is loose alike, and stretches a spring by how hard it is', () => {
    const [loose, alike] = pushed((axis) => ({ ...axis, sliding: 4, breakaway: 5, backlash: 0.4e-3 }));
    expect([loose, alike].map((way) => Math.abs(way - 0.4e-3) < 25e-6)).toEqual([true, true]);
    // 30 N and 90 N less the 4 N that rub, both ways: 2·26/200 000 and 2·86/200 000.
    const [little, much] = pushed((axis) => ({ ...axis, sliding: 4, breakaway: 5, stiffness: 2e5 }));
    expect(Math.abs(little - 0.26e-3)).toBeLessThan(25e-6);
    expect(Math.abs(much - 0.86e-3)).toBeLessThan(25e-6);
  });

  it('does not move what sticks harder', () => {
    const [stuck, moved] = pushed((axis) => ({ ...axis, sliding: 30, breakaway: 40, stiffness: 1e5 }));
    expect(Math.abs(stuck)).toBeLessThan(25e-6);
    expect(Math.abs(moved - 1.2e-3)).toBeLessThan(25e-6);
  });
});

describe('a rig with a setting in force', () => {
  it('goes by its parts, while its controller counts by the setting', () => {
    const machine = wholeMachine((axis) => ({
      ...axis,
      setting: { kind: 'linear', stepsPerUnit: quantityOf('160 steps/mm'), reason: '' },
    }));
    const rig = RigAtHand.ready(screwTruth((axis) => axis, machine));
    rig.move('X', 400, { rate: 1600, start: 100, acceleration: 6400 });
    const [before, counted] = [rig.place(), rig.bench.axis('X')?.commanded ?? NaN];
    rig.move('X', 1600, { rate: 1600, start: 100, acceleration: 6400 });
    expect((rig.place() - before) * 1000).toBeCloseTo(8, 1);
    expect(((rig.bench.axis('X')?.commanded ?? NaN) - counted) * 1000).toBeCloseTo(10, 6);
  });
});

describe('the faults of the rig', () => {
  const sound = screwTruth();
  const id = sound.axes[0]?.id ?? '';
  const turn = { rate: 1600, start: 100, acceleration: 6400 };
  /** How far a turn forward takes it, in turns of a sound machine. */
  const oneTurn = (rig: RigAtHand): number => {
    // The play is taken up first.
    rig.move('X', 400, turn);
    const before = rig.place();
    rig.move('X', 1600, turn);
    return (rig.place() - before) / 8e-3;
  };
  const faulty = (fault: string, seed = 1): RigAtHand => RigAtHand.faulty(sound, fault, id, seed);

  it('a late direction: two pulses are missing for every turn back, and none where it goes on', () => {
    const rig = faulty('late-direction');
    rig.move('X', 800, turn);
    const start = rig.place();
    for (let index = 0; index < 12; index += 1) {
      rig.move('X', 400, turn);
      rig.move('X', 400, turn);
      rig.move('X', -800, turn);
    }
    rig.move('X', 400, turn);
    // 24 pulses of 8 mm / 1600 each.
    expect((rig.place() - start - 400 * 5e-6) / 5e-6).toBeCloseTo(24, 0);
  });

  it('uneven microsteps: an error that comes back with every four full steps', () => {
    const rig = faulty('uneven-microsteps');
    const slow = { rate: 400, start: 100, acceleration: 1600 };
    rig.move('X', 400, slow);
    const [start, offs] = [rig.place(), [] as number[]];
    for (let index = 1; index <= 16; index += 1) {
      // A quarter of the cycle of 32 pulses at a time.
      rig.move('X', 8, slow);
      rig.wait(0.3);
      offs.push((rig.place() - start) / 5e-6 - 8 * index);
    }
    // A third of the crest is a third of a radian of the 32 pulses: 1.7 of them either way, and whole again.
    expect(Math.max(...offs) - Math.min(...offs)).toBeGreaterThan(2.5);
    expect(Math.max(...offs) - Math.min(...offs)).toBeLessThan(4.2);
    for (const place of [3, 7, 11, 15]) expect(Math.abs(offs[place] ?? NaN)).toBeLessThan(0.3);
  });

  it('a warm screw: the carriage creeps with the motor’s warmth, moved or not', () => {
    const rig = faulty('warm-screw');
    rig.move('X', 800, turn);
    const before = rig.place();
    rig.bench.watchWarming();
    rig.wait(2);
    rig.bench.pass(1200);
    const { heat } = rig.bench.axes[0] ?? {};
    const warmer = (heat?.motor ?? 0) - 20;
    expect(warmer).toBeGreaterThan(8);
    expect((rig.place() - before) / (6e-6 * warmer)).toBeCloseTo(1, 1);
  });

  it('a soft coupling: it comes short by what friction winds up, both ways', () => {
    const rubbing = screwTruth((axis) => ({ ...axis, sliding: 12, breakaway: 13, backlash: 0, weight: 0 }));
    const back = (truth: Truth): number => {
      const rig = RigAtHand.ready(truth);
      rig.move('X', 800, turn);
      rig.move('X', 400, turn);
      const up = rig.place();
      rig.move('X', 800, turn);
      rig.move('X', -800, turn);
      return rig.place() - up;
    };
    const stiff = back(rubbing);
    expect(back(withFaults(rubbing, [{ id: 'soft-coupling', axisId: id }])) - 0.3e-3).toBeCloseTo(0, 5);
    expect(stiff).toBeLessThan(0.05e-3);
  });

  it('a bent screw: it swings with every turn', () => {
    const rig = faulty('bent-screw');
    rig.move('X', 400, turn);
    const [start, places] = [rig.place(), [] as number[]];
    for (let index = 1; index <= 8; index += 1) {
      rig.move('X', 200, turn);
      places.push(rig.place() - start - index * 1e-3);
    }
    // One turn in eight parts: from end to end nearly twice the 0.08 mm, and whole again at its end.
    expect(Math.max(...places) - Math.min(...places)).toBeGreaterThan(0.14e-3);
    expect(Math.abs(places.at(-1) ?? 1)).toBeLessThan(0.01e-3);
  });

  it('none: one turn is one turn', () => {
    expect(oneTurn(RigAtHand.ready(sound))).toBeCloseTo(1, 3);
  });

  it('a wrong jumper takes it four times too far, as anybody can see who knows where it was sent', () => {
    const rig = faulty('wrong-jumper');
    expect(oneTurn(rig)).toBeCloseTo(4, 2);
    const [sight] = rig.bench.sight();
    // Five quarters of a turn were sent.
    expect(((sight?.place ?? 0) - (sight?.commanded ?? 0)) / 8e-3).toBeCloseTo(3.75, 2);
    expect(sight?.lost).toBe(0);
  });

  it('crossed leads make it tremble and stay, a coil round makes it run the other way', () => {
    const crossed = faulty('crossed-pair');
    const before = crossed.place();
    crossed.ask({ kind: 'move', axis: 'X', pulses: 3200, ...turn });
    let [least, most] = [Infinity, -Infinity];
    for (let index = 0; index < 100; index += 1) {
      crossed.wait(20 * TICK);
      const turns = crossed.bench.axes[0]?.shaft.turns ?? 0;
      [least, most] = [Math.min(least, turns), Math.max(most, turns)];
    }
    // Whenever somebody looks, it is seen to tremble: also where it stands for a moment at the end of a swing.
    for (let index = 0; index < 50; index += 1) {
      crossed.wait(37 * TICK);
      expect(crossed.bench.sight()[0]?.isTrembling).withContext(`look ${index}`).toBeTrue();
    }
    crossed.wait(3);
    expect(crossed.bench.sight()[0]?.isTrembling).toBeFalse();
    expect(most - least)
      .withContext('it trembles')
      .toBeGreaterThan(0.002);
    expect(Math.abs(crossed.place() - before))
      .withContext('and stays')
      .toBeLessThan(2e-3);
    expect(oneTurn(faulty('reversed-coil'))).toBeCloseTo(-1, 2);
  });

  it('a low trimmer loses steps where the right current does not', () => {
    const quick = { rate: 8 * 1500, start: 0, acceleration: 8 * 100_000 };
    const right = RigAtHand.ready(sound);
    right.move('X', 8 * 600, quick);
    expect(right.lost()).toBe(0);
    const low = faulty('low-trimmer');
    low.move('X', 8 * 600, quick);
    expect(Math.abs(low.lost())).toBeGreaterThan(0);
  });

  it('a loose pulley loses place with the motor in step', () => {
    const rig = faulty('loose-pulley');
    const before = rig.place();
    for (let index = 0; index < 5; index += 1)
      for (const sense of [1, -1])
        rig.move('X', sense * 1600, { rate: 6400, start: 0, acceleration: sense > 0 ? 64_000 : 6400 });
    expect(rig.lost()).toBe(0);
    expect(Math.abs(rig.place() - before)).toBeGreaterThan(0.05e-3);
  });

  it('a worn nut has play, wrong teeth nine tenths of the way', () => {
    const rig = faulty('worn-nut');
    rig.move('X', 1600, turn);
    const there = rig.place();
    rig.move('X', 800, turn);
    rig.move('X', -800, turn);
    expect(rig.place() - there).toBeGreaterThan(0.3e-3);
    expect(oneTurn(faulty('wrong-teeth'))).toBeCloseTo(0.9, 2);
  });

  it('a sagging supply shows on the meter', () => {
    const right = RigAtHand.ready(sound).read('X', 'supply-volts');
    expect(faulty('sagging-supply').read('X', 'supply-volts')).toBeLessThan(0.7 * right);
  });

  it('a bouncing switch spreads home, a sound one does not', () => {
    const spread = (rig: RigAtHand): number => {
      const seen: number[] = [];
      for (let index = 0; index < 6; index += 1) {
        rig.ask({
          kind: 'home',
          axis: 'X',
          towards: -1,
          fast: 6400,
          slow: 400,
          start: 100,
          acceleration: 12_800,
          most: 200_000,
        });
        for (let waited = 0; waited < 100 && !rig.said.slice(-3).some(({ kind }) => kind === 'homed'); waited += 1)
          rig.wait(0.2);
        const found = rig.said.filter(({ kind }) => kind === 'homed').at(-1);
        if (found?.kind === 'homed' && index > 0) seen.push(found.seen);
        rig.move('X', 1600, { rate: 6400 });
      }
      expect(seen.length).toBe(5);
      return (Math.max(...seen) - Math.min(...seen)) / 200;
    };
    expect(spread(RigAtHand.ready(sound))).toBeLessThan(0.02);
    expect(spread(faulty('bouncing-switch'))).toBeGreaterThan(0.1);
  });

  it('a missing ground loses pulses on the way', () => {
    expect(oneTurn(faulty('missing-ground'))).toBeLessThan(0.995);
  });

  it('a dry slide pulls harder on the scale', () => {
    expect(faulty('dry-slide').read('X', 'scale')).toBeGreaterThan(2 * RigAtHand.ready(sound).read('X', 'scale'));
  });

  it('a driver without its sink switches off when it is warm, and steps are lost', () => {
    const rig = faulty('hot-driver');
    rig.wait(60);
    const before = rig.bench.axes[0]?.heat.driver ?? 0;
    for (let index = 0; index < 40 && rig.lost() === 0; index += 1)
      for (const sense of [1, -1]) rig.move('X', sense * 3200, { rate: 3200 });
    expect(before).toBeGreaterThan(40);
    expect(Math.abs(rig.lost())).toBeGreaterThan(0);
  });

  it('each changes the machine, fits where it says, and is one of a registry', () => {
    expect(new Set(FAULTS.map((fault) => fault.id)).size).toBe(FAULTS.length);
    for (const there of possibleFaults(sound))
      expect(withFaults(sound, [there]))
        .withContext(there.id)
        .not.toEqual(sound);
    expect(withFaults(sound, [{ id: 'no-such-fault', axisId: null }])).toEqual(sound);
  });
});
