import fc from 'fast-check';
import { profileOf } from '../motion/index.js';
import {
  baseSpeed,
  constantVoltagePullOut,
  naturalFrequency,
  pullOut,
  SQUARE_WAVE_CREST,
  startRate,
} from '../motor/index.js';
import { loadOdex } from '../testing/odex.js';
import { referenceDerivative, rungeKuttaStep } from '../testing/reference-rig.js';
import {
  FINE_STEP,
  fastestRamp,
  finish,
  jumpCommand,
  lostSteps,
  pullOutCurve,
  rampCommand,
  Rig,
  runCommand,
  startStopRate,
  survives,
  usualDamper,
  type RigDrive,
  type Setup,
} from './index.js';

interface Sheet {
  readonly torque: number;
  readonly current: number;
  readonly resistance: number;
  readonly inductance: number;
  readonly voltage: number;
  readonly inertia: number;
  readonly teeth: number;
}

/** A middling, a large and a small motor of 1.8°, by sheets of our own. */
const SHEETS: readonly Sheet[] = [
  { torque: 0.4, current: 1.5, resistance: 2, inductance: 3e-3, voltage: 24, inertia: 2e-5, teeth: 50 },
  { torque: 1.26, current: 2.8, resistance: 0.9, inductance: 2.5e-3, voltage: 36, inertia: 6e-4, teeth: 50 },
  { torque: 0.25, current: 0.6, resistance: 8, inductance: 10e-3, voltage: 24, inertia: 1e-5, teeth: 50 },
];

function setupOf(sheet: Sheet, drive: Partial<RigDrive> = {}, isDamped = true): Setup {
  return {
    motor: {
      torqueConstant: sheet.torque / (Math.SQRT2 * sheet.current),
      resistance: sheet.resistance,
      inductance: sheet.inductance,
      teeth: sheet.teeth,
      detentTorque: 0,
    },
    load: {
      inertia: sheet.inertia,
      standing: 0,
      friction: 0,
      drag: 0,
      damper: isDamped ? usualDamper(sheet.teeth, sheet.torque, sheet.inertia) : null,
    },
    drive: { mode: 'sine', voltage: sheet.voltage, current: Math.SQRT2 * sheet.current, microsteps: 0, ...drive },
  };
}

const speedOf = (sheet: Sheet, rate: number): number => (rate * Math.PI) / (2 * sheet.teeth);
const closedForm = (setup: Setup, sheet: Sheet, rate: number, voltageFactor = 1): number =>
  pullOut(
    { ...setup.motor, voltage: setup.drive.voltage * voltageFactor, current: setup.drive.current },
    speedOf(sheet, rate),
  ).torque;
/** From well below the base speed to four times it. */
const ratesOf = (setup: Setup, sheet: Sheet): readonly number[] => {
  const base = (baseSpeed({ ...setup.motor, ...setup.drive }) * 2 * sheet.teeth) / Math.PI;
  return [0.2, 0.5, 0.9, 1.2, 1.6, 2.2, 3, 4].map((share) => share * base);
};

const [MIDDLING] = SHEETS as [Sheet];

describe('the rig against an integrator of general use', () => {
  const sheet = MIDDLING;
  const setup: Setup = {
    ...setupOf(sheet),
    motor: { ...setupOf(sheet).motor, detentTorque: 0.01 },
    load: { ...setupOf(sheet).load, standing: 0.05, drag: 1e-5 },
  };
  const [start, acceleration, time] = [500, 60_000, 0.1];
  const command = (t: number): number => (Math.PI / 2) * (start * t + (acceleration * t * t) / 2);
  const f = referenceDerivative(setup.motor, setup.load, setup.drive, command);
  const atRest = [setup.drive.current, 0, 0, 0, 0];

  // Hairer, Nørsett and Wanner, Solving Ordinary Differential Equations I: the extrapolation code, as the npm package
  // "odex".
  it('agrees with odex at a tolerance of 10⁻¹¹ to 10⁻⁴ of full scale over a ramp to 6500 full steps/s', async () => {
    const { Solver } = await loadOdex();
    const solver = new Solver(5);
    solver.absoluteTolerance = solver.relativeTolerance = 1e-11;
    solver.maxSteps = 1e7;
    const { y, outcome } = solver.solve(f, 0, [...atRest], time);
    expect(outcome).withContext('converged').toBe(0);
    const rig = new Rig(setup.motor, setup.load, setup.drive, 1e-6);
    rig.rate = start;
    rig.acceleration = acceleration;
    rig.advance(Math.round(time / 1e-6));
    const [ia = 0, ib = 0, angle = 0, speed = 0] = y;
    expect(Math.abs(rig.currentA - ia) / setup.drive.current).toBeLessThan(1e-4);
    expect(Math.abs(rig.currentB - ib) / setup.drive.current).toBeLessThan(1e-4);
    expect(Math.abs(rig.position * (Math.PI / 2) - angle) / angle).toBeLessThan(1e-4);
    expect(Math.abs(rig.speed - speed) / speed).toBeLessThan(1e-4);
  });

  it('is of second order: half the step, a quarter of the error', () => {
    const h = 1e-6;
    const looks = [0.01, 0.02, 0.03, 0.04, 0.05, 0.06];
    const truth = looks.map(() => 0);
    let state = atRest;
    let done = 0;
    for (const [place, end] of looks.entries()) {
      for (; done < Math.round(end / h); done += 1) state = rungeKuttaStep(f, done * h, state, h);
      truth[place] = state[2] as number;
    }
    const errorWith = (step: number): number => {
      const rig = new Rig(setup.motor, setup.load, setup.drive, step);
      rig.rate = start;
      rig.acceleration = acceleration;
      let taken = 0;
      return Math.max(
        ...looks.map((end, place) => {
          rig.advance(Math.round(end / step) - taken);
          taken = Math.round(end / step);
          return Math.abs(rig.position * (Math.PI / 2) - (truth[place] as number));
        }),
      );
    };
    const ratio = errorWith(4e-6) / errorWith(2e-6);
    expect(ratio).toBeGreaterThan(3);
    expect(ratio).toBeLessThan(5.5);
  });
});

describe('pull-out torque by simulation', () => {
  // The closed form's own assumption: the voltage vector stays in a circle. Damper as usualDamper states it.
  it('agrees with the closed form within 5 % for three motors, damped, up to four times the base speed', () => {
    for (const sheet of SHEETS) {
      const setup = setupOf(sheet);
      for (const { rate, torque } of finish(pullOutCurve(setup, ratesOf(setup, sheet))))
        expect(Math.abs(torque / closedForm(setup, sheet, rate) - 1))
          .withContext(`${sheet.torque} N·m at ${rate.toFixed(0)} full steps/s`)
          .toBeLessThan(0.05);
    }
  });

  it('stays in the band between sine and square wave when each phase is switched by itself', () => {
    for (const sheet of SHEETS) {
      const setup = setupOf(sheet, { mode: 'switched' });
      for (const { rate, torque } of finish(pullOutCurve(setup, ratesOf(setup, sheet)))) {
        expect(torque).toBeGreaterThan(0.97 * closedForm(setup, sheet, rate));
        expect(torque).toBeLessThan(1.05 * closedForm(setup, sheet, rate, SQUARE_WAVE_CREST));
      }
    }
  });

  it('agrees with the closed form on a constant-voltage bridge too, where nothing limits the current', () => {
    for (const voltage of [5, 12]) {
      const setup = setupOf(MIDDLING, { mode: 'voltage', voltage, current: voltage / MIDDLING.resistance });
      for (const { rate, torque } of finish(pullOutCurve(setup, [50, 200, 600, 1400])))
        expect(
          Math.abs(
            torque / constantVoltagePullOut({ ...setup.motor, voltage, current: Infinity }, speedOf(MIDDLING, rate)) -
              1,
          ),
        ).toBeLessThan(0.05);
    }
  });

  it('loses a third and more in the middle of its range without damping, and nothing at low speed', () => {
    for (const sheet of SHEETS) {
      const setup = setupOf(sheet, {}, false);
      const shares = finish(pullOutCurve(setup, ratesOf(setup, sheet))).map(
        ({ rate, torque }) => torque / closedForm(setup, sheet, rate),
      );
      expect(shares[0]).toBeGreaterThan(0.95);
      expect(Math.min(...shares)).toBeLessThan(0.72);
    }
  });
});

describe('starting, jumping and ramping', () => {
  // Order of magnitude of the trade, no published source.
  const setup = setupOf(MIDDLING, { microsteps: 1 }, false);

  it('row 17: a jump from 1 to 2 kHz full steps stalls within 10 ms, while a ramp goes past 5 kHz', () => {
    const jump = finish(runCommand(setup, jumpCommand(1000, 2000, 0.1)));
    expect(jump.fell).not.toBeNull();
    expect((jump.fell?.time ?? 1) - 0.1).toBeLessThan(0.01);
    expect(jump.fell?.rate).toBe(2000);
    expect(jump.lost).toBeGreaterThan(0);
    const ramp = finish(runCommand(setup, rampCommand(500, 8000, 20_000, 0.05)));
    expect(ramp.fell).toBeNull();
    expect(ramp.lost).toBe(0);
    expect(Math.max(...ramp.trace.rotorRate)).toBeGreaterThan(5000);
  });

  it('row 17: the same jump holds at 48 V', () => {
    const gentleEnd = { duration: 0.2, rate: 2000, acceleration: -10_000 };
    const holds = (voltage: number): boolean =>
      finish(survives({ ...setup, drive: { ...setup.drive, voltage } }, [...jumpCommand(1000, 2000, 0.1), gentleEnd]));
    expect(holds(48)).toBeTrue();
    expect(holds(24)).toBeFalse();
  });

  it('row 17: a plain loop of 300 µs an edge starts a small motor by full steps, one much shorter does not', () => {
    const rate = (edge: number): number => 1 / (2 * edge);
    const starts = (edge: number): boolean => finish(survives(setup, jumpCommand(0, rate(edge), 0.1)));
    expect(starts(600e-6)).toBeTrue();
    expect(starts(100e-6)).toBeFalse();
  });

  // Physics: the field of a two-phase motor repeats with every electrical cycle, four full steps.
  it('row 25: steps are lost in fours, however the rotor falls', () => {
    const rubbing = { ...setup, load: { ...setup.load, friction: 0.01, drag: 2e-4 } };
    for (const top of [1500, 2000, 2600, 3500]) {
      const { lost, trace } = finish(runCommand(rubbing, jumpCommand(500, top, 0.03), 0.3));
      expect(lost).withContext('it does lose steps').not.toBe(0);
      const missing = (trace.commanded.at(-1) as number) - (trace.position.at(-1) as number);
      expect(Math.abs(lost % 4)).toBe(0);
      expect(Math.abs(missing - lost))
        .withContext('at rest within a fraction of a step')
        .toBeLessThan(0.7);
    }
    expect([0, 3, -7, 12.4].map((slip) => lostSteps(slip))).toEqual([0, 0, -4, 8]);
  });

  it('starts near the energy estimate when the current follows and the end is gentle', () => {
    const stiff = setupOf(MIDDLING, { voltage: 400 }, false);
    const holds = (rate: number, load: Partial<Setup['load']>): boolean =>
      finish(
        survives({ ...stiff, load: { ...stiff.load, ...load } }, [
          // A held load has pushed the rotor off its step before it starts.
          { duration: 0.2, rate: 0, acceleration: 0 },
          { duration: 0.05, rate, acceleration: 0 },
          { duration: 0.2, rate, acceleration: -rate / 0.2 },
        ]),
      );
    const free = startRate(50, 0.4, 2e-5, 0, 'friction');
    expect(free).toBeCloseTo(8 * naturalFrequency(50, 0.4, 2e-5), 9);
    for (const [estimate, load] of [
      [free, {}],
      [startRate(50, 0.4, 2e-5, 0.1, 'friction'), { friction: 0.1 }],
    ] as const) {
      expect(holds(0.85 * estimate, load))
        .withContext(`starts at 0.85 × ${estimate.toFixed(0)}`)
        .toBeTrue();
      expect(holds(1.15 * estimate, load))
        .withContext(`not at 1.15 × ${estimate.toFixed(0)}`)
        .toBeFalse();
    }
  });

  it('runs a jerk-limited move to its end, command and rotor', () => {
    const profile = profileOf(600, { speed: 3000, acceleration: 40_000, jerk: 1e6 });
    const pieces = profile.stretches.map(({ duration, speed, acceleration, jerk }) => ({
      duration,
      rate: speed,
      acceleration,
      jerk,
    }));
    expect(pieces.some((piece) => piece.jerk !== 0)).toBeTrue();
    const { trace, lost } = finish(runCommand(setupOf(MIDDLING), pieces, 0.3));
    // Each stretch is rounded to whole time steps of 4 µs, so up to 12 thousandths of a step at top speed.
    expect(trace.commanded.at(-1)).toBeCloseTo(600, 1);
    expect(lost).toBe(0);
    expect(Math.abs((trace.position.at(-1) as number) - 600)).toBeLessThan(0.1);
  });

  it('finds start rate and fastest ramp by search, each at the edge of failing', () => {
    const damped = setupOf(MIDDLING);
    const start = finish(startStopRate(damped, 20_000));
    expect(finish(survives(damped, jumpCommand(0, start.value, 0.12)))).toBeTrue();
    expect(finish(survives(damped, jumpCommand(0, start.value * 1.1, 0.12)))).toBeFalse();
    const ramp = finish(fastestRamp(damped, 300, 4000));
    expect(ramp.isOpenEnded).toBeFalse();
    expect(finish(survives(damped, rampCommand(300, 4000, ramp.value, 0.05)))).toBeTrue();
    expect(finish(survives(damped, rampCommand(300, 4000, ramp.value * 1.1, 0.05)))).toBeFalse();
  });

  it('needs more than the holding torque to be pushed off: a load above it runs away, one below is held', () => {
    const held = (standing: number): boolean =>
      finish(
        survives({ ...setup, load: { ...setup.load, standing, drag: 1e-3 } }, [
          { duration: 0.2, rate: 0, acceleration: 0 },
        ]),
      );
    expect(held(0.3)).toBeTrue();
    expect(held(0.45)).toBeFalse();
  });
});

describe('the rig at rest and on constant volts', () => {
  it('lags by asin(load/torque)/p under a load at rest', () => {
    const setup = setupOf(MIDDLING);
    const rig = new Rig(setup.motor, { ...setup.load, standing: 0.2, drag: 2e-3 }, setup.drive, FINE_STEP);
    rig.advance(200_000);
    expect(rig.slip).toBeCloseTo(Math.asin(0.5), 3);
  });

  it('rests where the two currents point, however far the zero of one is off', () => {
    // atan2 of the currents; a fifth of the crest too much in A, asymmetric about the four full steps.
    for (const [pulses, offset] of [
      [3, 0.2],
      [8, 0.2],
      [13, -0.35],
      [29, 0.35],
    ] as const) {
      const { motor, load, drive } = setupOf(SHEETS[0] as Sheet, { microsteps: 8, offset });
      const rig = new Rig(motor, load, drive, FINE_STEP);
      rig.rate = pulses / 8 / 0.05;
      rig.advance(Math.round(0.05 / FINE_STEP));
      rig.rate = 0;
      rig.advance(Math.round(0.4 / FINE_STEP));
      const angle = (Math.PI * pulses) / 16;
      const rests = Math.atan2(Math.sin(angle), Math.cos(angle) + offset);
      const apart = rig.position * (Math.PI / 2) - rests;
      expect(Math.abs(Math.atan2(Math.sin(apart), Math.cos(apart))))
        .withContext(`${pulses} ${offset}`)
        .toBeLessThan(2e-3);
    }
  });

  it('rubs but does not push: friction alone leaves the rotor where it is', () => {
    const setup = setupOf(MIDDLING);
    const rig = new Rig(setup.motor, { ...setup.load, friction: 0.1 }, setup.drive, FINE_STEP);
    rig.advance(50_000);
    expect(Math.abs(rig.position)).toBeLessThan(1e-6);
  });

  it('swings at the natural frequency when let go beside its step', () => {
    const setup = setupOf(MIDDLING, {}, false);
    const rig = new Rig(setup.motor, { ...setup.load, standing: 0.02 }, setup.drive, FINE_STEP);
    rig.advance(1);
    const crossings: number[] = [];
    const middle = -Math.asin(0.05) / (Math.PI / 2);
    let was = rig.position - middle;
    for (let index = 0; index < 60_000 && crossings.length < 9; index += 1) {
      rig.advance(1);
      const now = rig.position - middle;
      if (was * now < 0) crossings.push(rig.time);
      was = now;
    }
    const frequency = 4 / ((crossings[8] as number) - (crossings[0] as number));
    expect(frequency / naturalFrequency(50, 0.4, 2e-5)).toBeCloseTo(1, 1);
  });

  it('draws V/R standing on a constant-voltage bridge and less when turning', () => {
    const setup = setupOf(MIDDLING, { mode: 'voltage', voltage: 5 });
    const rig = new Rig(setup.motor, setup.load, setup.drive, FINE_STEP);
    rig.advance(20_000);
    expect(Math.hypot(rig.currentA, rig.currentB)).toBeCloseTo(2.5, 6);
    rig.acceleration = 2000;
    rig.advance(75_000);
    expect(Math.hypot(rig.currentA, rig.currentB)).toBeLessThan(2.3);
  });

  it('gives the same whether it is advanced at once or in pieces', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 700 }), { minLength: 1, maxLength: 12 }),
        fc.constantFrom(0, 1, 16),
        (pieces, microsteps) => {
          const setup = setupOf(MIDDLING, { microsteps });
          const [whole, split] = [0, 1].map(() => new Rig(setup.motor, setup.load, setup.drive, FINE_STEP)) as [
            Rig,
            Rig,
          ];
          for (const rig of [whole, split]) {
            rig.rate = 700;
            rig.acceleration = 5000;
          }
          whole.advance(pieces.reduce((sum, item) => sum + item, 0));
          pieces.forEach((item) => split.advance(item));
          expect(Math.abs(whole.position - split.position)).toBeLessThan(1e-6);
          expect(Math.abs(whole.currentA - split.currentA)).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 40 },
    );
  });
});
