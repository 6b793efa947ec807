import { BLANK_COUPLING, type Axis, type Machine } from '../machine/index.js';
import { BLANK_GEARHEAD, blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  accelerationInForce,
  axisField,
  bucklingLimit,
  copperLossAtRest,
  followingLag,
  fullStepCrossingTorque,
  fullStepMeanTorque,
  gearheadRatio,
  guideFriction,
  holdingStiffness,
  lineStiffness,
  loadAtMotor,
  loadLag,
  moveDuration,
  naturalFrequency,
  pathEfficiency,
  rotatingInertia,
  rotorTeeth,
  roundedSteps,
  roundingOverTravel,
  screwCore,
  screwPush,
  steadyLoad,
  topSpeedInTravel,
  torqueAtLimit,
  unipolarCurrent,
  voltsByCoilLeast,
  voltsByCoilMost,
  voltsByInductance,
  whirlLimit,
  exactStepsPerUnit,
  rigSetup,
} from './index.js';
import { barInertia, coreDiameter, STEEL, whirlSpeed, bucklingLoad } from '../mechanics/index.js';
import { profileOf } from '../motion/index.js';
import { fieldLag, resonantRates, unipolarMeanCurrent, type MotorDrive } from '../motor/index.js';
import { Reckoner, toleranceRange, working } from '../reckoner/index.js';
import { Rig, usualDamper } from '../simulation/index.js';
import { firstAxis } from '../testing/example-machine.js';
import {
  findings,
  kindOf,
  of,
  reasonOf,
  upright,
  wholeMachine,
  withDriver,
  withBelt,
  withJob,
  withMotor,
  withScrew,
} from '../testing/whole-machine.js';

const q = quantityOf;

describe('the core of a screw', () => {
  const ball = (said: Parameters<typeof withScrew>[0]): Machine =>
    wholeMachine(withScrew({ form: 'ball', efficiency: q('0.9'), starts: 1, ...said }));

  it('lies inside by the balls and not by the lead: a 16×10 ball screw whips at 423 mm/s where 188 stood', () => {
    const said = { diameter: q('16 mm'), pitch: q('10 mm'), length: q('2.2 m'), ends: 'supported' as const };
    const machine = ball({ ...said, ballDiameter: q('3.175 mm') });
    expect(of(machine, screwCore)).toBeCloseTo(16e-3 - 0.8 * 3.175e-3, 12);
    // The same bar with a pitch taken off instead, as before.
    const bar = { length: 2.2, modulus: STEEL.modulus, density: STEEL.density };
    const before = whirlSpeed({ ...bar, diameter: 6e-3 }, 'supported');
    expect(of(machine, whirlLimit) / ((before * 0.01) / (2 * Math.PI))).toBeCloseTo(423 / 188, 1);
    expect(of(machine, bucklingLimit)).toBeCloseTo(bucklingLoad({ ...bar, diameter: 13.46e-3 }, 'supported'), 6);
  });

  it('is asked for while the balls are not known, for 16×16 and 20×20 too', () => {
    expect(kindOf(ball({ diameter: q('16 mm'), pitch: q('16 mm') }), whirlLimit)).toBe('missing');
    const steep = ball({ diameter: q('20 mm'), pitch: q('20 mm'), ballDiameter: q('3.969 mm'), length: q('1.8 m') });
    const fast = { ...steep, axes: steep.axes.map(withJob({ speed: q('1.5 m/s') })) };
    expect(findings(fast)).toContain('stop whirl');
  });

  it('is the root of a rubbing thread: 7.5 mm of Tr 10×2, 8 mm of 12×3.5, 8.16 mm of M10', () => {
    // ISO 2904: Tr 10x2 has d3 = 7.5 mm, Tr 28x5 has 22.5 mm, Tr 36x6 has 29 mm; ISO 724: M10 has d3 = 8.160 mm, d1 =
    // 8.376 mm (from memory).
    expect(coreDiameter('trapezoidal', 10e-3, 2e-3) * 1e3).toBeCloseTo(7.5, 9);
    expect(coreDiameter('trapezoidal', 28e-3, 5e-3) * 1e3).toBeCloseTo(22.5, 9);
    expect(coreDiameter('trapezoidal', 36e-3, 6e-3) * 1e3).toBeCloseTo(29, 9);
    expect(coreDiameter('trapezoidal', 8e-3, 1.5e-3) * 1e3).toBeCloseTo(6.2, 9);
    expect(coreDiameter('v', 10e-3, 1.5e-3) * 1e3).toBeCloseTo(8.16, 2);
    expect(coreDiameter('square', 12e-3, 4e-3) * 1e3).toBeCloseTo(8, 9);
    // Slender enough for Euler: the fourth power of the core.
    const slender = wholeMachine(withScrew({ diameter: q('10 mm'), pitch: q('2 mm'), starts: 1, length: q('900 mm') }));
    expect(of(slender, bucklingLimit)).toBeCloseTo((Math.PI ** 3 * STEEL.modulus * 7.5e-3 ** 4) / 64 / 0.9 ** 2, 6);
  });
});

describe('a push on the screws', () => {
  const pushed = (count: 1 | 2, more: (axis: Axis) => Axis = (axis) => axis): Machine =>
    wholeMachine((axis) =>
      more(
        withMotor(
          {},
          { count },
        )(
          withJob({ load: q('62 N'), friction: q('8 N'), acceleration: q('10 m/s²') })({
            ...axis,
            carriage: { ...axis.carriage, mass: q('10 kg') },
          }),
        ),
      ),
    );

  it('includes the acceleration: 70 N become 170 N', () => {
    expect(of(pushed(1), steadyLoad)).toBe(70);
    expect(of(pushed(1), screwPush)).toBeCloseTo(170, 9);
    expect(of(pushed(1, withJob({ counterweight: q('2 kg'), incline: q('90 °') })), screwPush)).toBeCloseTo(
      70 + (10 - 2) * 9.80665 + 120,
      9,
    );
  });

  it('is shared by two screws', () => {
    expect(of(pushed(2), screwPush)).toBeCloseTo(85, 9);
    const thin = { diameter: q('8 mm'), length: q('1 m'), pitch: q('2 mm'), starts: 1 };
    expect(of(pushed(2, withScrew(thin)), lineStiffness)).toBeCloseTo(
      2 * of(pushed(1, withScrew(thin)), lineStiffness),
      3,
    );
  });

  it('counts the load alone while the mass is not known', () => {
    expect(
      of(
        pushed(1, (axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } })),
        screwPush,
      ),
    ).toBe(70);
  });
});

describe('a gearhead known by its printed ratio', () => {
  const geared = (said: Partial<typeof BLANK_GEARHEAD>): Machine =>
    wholeMachine(withMotor({ gearhead: { ...BLANK_GEARHEAD, ...said } }));

  it('loses what its stages usually lose, as a guess', () => {
    const outcome = (machine: Machine): { readonly value: number; readonly isAssumed: boolean } => {
      const result = new Reckoner(firstAxis(machine)).outcomeOf(axisField.stagesEfficiency);
      if (result.kind !== 'value') throw new Error('efficiency expected');
      return result;
    };
    for (const [nominal, stages] of [
      ['5.18', 1],
      ['13.7', 2],
      ['120', 3],
    ] as const) {
      const { value, isAssumed } = outcome(geared({ nominal: q(nominal) }));
      expect(isAssumed).toBeTrue();
      expect(value).toBeGreaterThanOrEqual(0.7 ** stages);
      expect(value).toBeLessThanOrEqual(0.9 ** stages);
    }
    expect(outcome(geared({ nominal: q('13.7'), efficiency: q('0.73') }))).toEqual(
      jasmine.objectContaining({ value: 0.73, isAssumed: false }),
    );
  });

  it('tells how far the exact ratio may lie: 13.7 stands for 13.65 to 13.75', () => {
    const machine = geared({ nominal: q('13.7') });
    expect(reasonOf(machine, 'printed-ratio-only')).toContain('13.65 to 13.75');
    expect(toleranceRange(new Reckoner(firstAxis(machine)), gearheadRatio)?.most).toBeCloseTo(13.75, 12);
    expect(
      toleranceRange(new Reckoner(firstAxis(geared({ nominal: q('172/25') }))), gearheadRatio)?.most ?? 6.88,
    ).toBeCloseTo(6.88, 12);
    expect(reasonOf(geared({ nominal: q('64') }), 'printed-ratio-only')).toContain('63.5 to 64.5');
  });

  it('passes its losses on to the load', () => {
    const behind = geared({ nominal: q('4'), efficiency: q('0.6') });
    expect(of(behind, loadAtMotor)).toBeCloseTo(of(wholeMachine(), loadAtMotor) / 4 / 0.6, 9);
    expect(of(behind, pathEfficiency)).toBeCloseTo(0.6 * of(wholeMachine(), pathEfficiency), 12);
  });
});

describe('lag behind the command', () => {
  const DRIVE: MotorDrive = {
    torqueConstant: 0.4 / (Math.SQRT2 * 1.5),
    resistance: 2,
    inductance: 3e-3,
    teeth: 50,
    voltage: 24,
    current: 1.5 * Math.SQRT2,
  };
  /** Mean slip of a damped rotor at a steady rate under a steady load [electrical rad]. */
  function simulated(rate: number, torque: number): number {
    const { torqueConstant, resistance, inductance, teeth, voltage, current } = DRIVE;
    const inertia = 2e-5;
    const rig = new Rig(
      { torqueConstant, resistance, inductance, teeth, detentTorque: 0 },
      {
        inertia,
        standing: torque,
        friction: 0,
        drag: 0,
        damper: usualDamper(teeth, torqueConstant * current, inertia),
      },
      { mode: 'sine', voltage, current, microsteps: 0 },
      4e-6,
    );
    rig.placeAt(0, 200);
    rig.acceleration = (rate - 200) / 0.3;
    rig.advance(Math.round(0.3 / 4e-6));
    rig.acceleration = 0;
    rig.advance(Math.round(0.3 / 4e-6));
    let sum = 0;
    for (let count = 0; count < 500; count += 1) {
      rig.advance(50);
      sum += rig.slip;
    }
    return Math.abs(sum / 500);
  }

  it('is the load angle alone while the volts suffice', () => {
    expect(fieldLag(DRIVE, 2 * Math.PI * 1, 0.2)).toBeCloseTo(Math.asin(0.2 / 0.4), 12);
    expect(fieldLag(DRIVE, 10, 0.41)).toBeNull();
  });

  it('grows with the current’s own lag once the volts bind, as the simulated rotor shows', () => {
    for (const [rate, torque] of [
      [600, 0.1],
      [2000, 0.1],
      [2000, 0.18],
      [4000, 0.06],
    ] as const) {
      const lag = fieldLag(DRIVE, (rate * 2 * Math.PI) / 200, torque) ?? NaN;
      expect(Math.abs(lag - simulated(rate, torque)))
        .withContext(`${rate} full steps/s, ${torque} N·m: ${lag} against ${simulated(rate, torque)}`)
        .toBeLessThan(0.06 + 0.05 * lag);
    }
    expect(fieldLag(DRIVE, (4000 * 2 * Math.PI) / 200, 0.3)).toBeNull();
  });

  it('stops a drive whose following error is smaller than that lag, where its load angle alone is not', () => {
    const closed = (limit: string): Machine =>
      wholeMachine((axis) =>
        withMotor({ encoder: { counts: 4096, followingLimit: q(limit), guessed: [] } })(
          withJob({ speed: q('150 mm/s'), load: q('5 N') })(axis),
        ),
      );
    const lag = (of(closed('1.8 °'), followingLag) * 180) / Math.PI;
    expect(lag).toBeGreaterThan(1);
    expect(findings(closed(`${lag * 0.95} °`))).toContain('stop following-alarm');
    expect(findings(closed(`${lag * 1.05} °`))).not.toContain('stop following-alarm');
  });

  it('at rest rests on the current that is kept there: half of it pushes more than twice as far', () => {
    const idle = (share: string): Machine =>
      wholeMachine((axis) => withDriver({}, { idleShare: q(share) })(withJob({ load: q('50 N') })(axis)));
    const angle = Math.asin(of(idle('50 %'), loadAtMotor) / (0.5 * of(idle('50 %'), torqueAtLimit)));
    expect(of(idle('50 %'), loadLag)).toBeCloseTo((angle / 50 / (2 * Math.PI)) * 0.008, 12);
    expect(of(idle('50 %'), loadLag) / of(idle('100 %'), loadLag)).toBeGreaterThan(2);
    // On constant volts nothing lowers the current.
    const bridge = (share: string): Machine =>
      wholeMachine((axis) => withDriver({ type: 'bridge' }, { idleShare: q(share) })(axis), '3 V');
    expect(of(bridge('50 %'), loadLag)).toBe(of(bridge('100 %'), loadLag));
  });
});

describe('resonance', () => {
  it('shakes half steps at f0/2 and quarter steps at f0/4 of full steps', () => {
    expect(resonantRates(100, 2).map(({ rate }) => rate)).toContain(50);
    expect(resonantRates(100, 4).map(({ rate }) => rate)).toContain(25);
    expect(resonantRates(100, 16).map(({ rate }) => rate)).toEqual([100, 200, 400]);
    const halved = wholeMachine(withDriver({}, { microsteps: 2 }));
    const f0 = of(halved, naturalFrequency);
    const slow = { ...halved, axes: halved.axes.map(withJob({ speed: q(`${(f0 / 2 / 200) * 8} mm/s`) })) };
    expect(reasonOf(slow, 'resonance')).toContain('half steps');
  });
});

describe('a move', () => {
  it('that is braked before it reaches its speed is told of: 125 mm of ramp on 100 mm of travel', () => {
    const short = wholeMachine(withJob({ travel: q('100 mm'), speed: q('250 mm/s'), acceleration: q('500 mm/s²') }));
    expect(of(short, topSpeedInTravel)).toBeCloseTo(Math.sqrt(0.1 * 0.5), 12);
    expect(findings(short)).toContain('caution speed-not-reached');
    expect(
      findings(wholeMachine(withJob({ travel: q('126 mm'), speed: q('250 mm/s'), acceleration: q('500 mm/s²') }))),
    ).not.toContain('caution speed-not-reached');
    // With a jerk limit it takes longer still to get there.
    expect(
      of(
        wholeMachine(
          withJob({ travel: q('126 mm'), speed: q('250 mm/s'), acceleration: q('500 mm/s²'), jerk: q('5 m/s³') }),
        ),
        topSpeedInTravel,
      ),
    ).toBeLessThan(0.25);
  });

  it('takes the time that was asked for, with a jerk limit too', () => {
    const timed = wholeMachine(
      withJob({ travel: q('80 mm'), speed: q('50 mm/s'), moveTime: q('2.1 s'), jerk: q('1000 mm/s³') }),
    );
    expect(of(timed, moveDuration)).toBeCloseTo(2.1, 9);
    expect(of(timed, accelerationInForce)).toBeLessThan(0.2);
    const hurried = wholeMachine(
      withJob({ travel: q('80 mm'), speed: q('50 mm/s'), moveTime: q('1.8 s'), jerk: q('1000 mm/s³') }),
    );
    expect(kindOf(hurried, accelerationInForce)).toBe('impossible');
    // Without a jerk limit, the formula shown covers the triangle that is reckoned.
    const lazy = wholeMachine(withJob({ travel: q('80 mm'), speed: q('50 mm/s'), moveTime: q('9 s') }));
    expect(of(lazy, accelerationInForce)).toBeCloseTo((4 * 0.08) / 81, 12);
    expect(working(new Reckoner(firstAxis(lazy)), accelerationInForce, 'metric').formula).toContain('4 · s / t²');
  });

  it('may jump to a start speed and brake otherwise than it speeds up', () => {
    const move = profileOf(0.3, { speed: 0.1, acceleration: 0.5, jerk: null, start: 0.02, braking: 0.2 });
    // (v − v0)/a, (v − v0)/b, and the rest at v: 300 − 9.6 − 24 mm.
    expect(move.duration).toBeCloseTo(0.16 + 0.4 + (0.3 - 0.0096 - 0.024) / 0.1, 12);
    const short = profileOf(0.01, { speed: 0.1, acceleration: 0.5, jerk: null, start: 0.02, braking: 0.2 });
    expect(short.speed).toBeCloseTo(Math.sqrt(0.02 ** 2 + (2 * 0.01 * 0.5 * 0.2) / 0.7), 12);
    expect(profileOf(0.01, { speed: 0.02, acceleration: 0.5, jerk: null, start: 0.05 }).duration).toBeCloseTo(0.5, 12);
    const machine = wholeMachine(
      withJob({
        travel: q('300 mm'),
        speed: q('100 mm/s'),
        acceleration: q('500 mm/s²'),
        startSpeed: q('20 mm/s'),
        braking: q('200 mm/s²'),
      }),
    );
    expect(of(machine, moveDuration)).toBeCloseTo(move.duration, 12);
  });
});

describe('step angles', () => {
  it('that give no whole number of rotor teeth are refused', () => {
    for (const angle of ['1.7 °', '4.3 °', '13 °']) {
      const odd = wholeMachine(withMotor({ stepAngle: q(angle) }));
      expect(findings(odd)).toContain('stop step-angle');
      expect(kindOf(odd, rotorTeeth)).toBe('impossible');
    }
    for (const angle of ['0.9 °', '1.8 °', '3.6 °', '3.75 °', '7.5 °', '11.25 °', '15 °', '18 °'])
      expect(findings(wholeMachine(withMotor({ stepAngle: q(angle) })))).not.toContain('stop step-angle');
  });

  it('of five and three phases are asked about', () => {
    for (const angle of ['0.72 °', '1.2 °'])
      expect(findings(wholeMachine(withMotor({ stepAngle: q(angle) })))).toContain('caution step-angle');
    expect(findings(wholeMachine())).not.toContain('caution step-angle');
  });
});

describe('inertias that somebody says', () => {
  it('count at the shaft that they sit on', () => {
    const base = of(wholeMachine(withBelt({})), rotatingInertia);
    const laden = wholeMachine((axis) => ({
      ...withBelt({ inertia: q('50 g·cm²') })(
        withMotor({ gearhead: { ...BLANK_GEARHEAD, stages: [blankStage('gear', 20, 60)], inertia: q('3 g·cm²') } })(
          axis,
        ),
      ),
      reduction: [{ ...blankStage('belt', 20, 40), inertia: q('80 g·cm²') }],
      coupling: { part: null, name: '', specification: { ...BLANK_COUPLING, inertia: q('11 g·cm²') } },
    }));
    // Gearhead and coupling at the motor, the belt's pulleys behind 3:1, the last pulley behind 6:1.
    expect(of(laden, rotatingInertia) - base).toBeCloseTo((3 + 11 + 80 / 9 + 50 / 36) * 1e-7, 15);
    const rotary = barInertia({ diameter: 0.3, length: 0.012, density: 680 });
    expect(rotary).toBeCloseTo((0.5 * (Math.PI / 4) * 0.09 * 0.012 * 680 * 0.09) / 4, 12);
  });
});

describe('friction of the guides', () => {
  it('of a new axis is a guess from its weight, and never nothing', () => {
    const open = (guides: 'unknown' | 'rolling' | 'sliding', mass: string | null = '5 kg'): Machine =>
      wholeMachine((axis) => ({
        ...axis,
        job: { ...axis.job, friction: null, guides } as Axis['job'],
        carriage: { ...axis.carriage, mass: mass === null ? null : q(mass) },
      }));
    expect(of(open('unknown'), guideFriction)).toBeCloseTo(0.1 * 5 * 9.80665, 9);
    expect(of(open('sliding'), guideFriction)).toBeGreaterThan(of(open('rolling'), guideFriction));
    const outcome = new Reckoner(firstAxis(open('rolling'))).get(guideFriction);
    expect(outcome.kind === 'value' && outcome.isAssumed).toBeTrue();
    expect(kindOf(open('rolling', null), guideFriction)).toBe('missing');
    expect(of(wholeMachine(), guideFriction)).toBe(8);
  });
});

describe('figures that builders ask for', () => {
  it('of full steps: 0.900 of the held torque on average, 0.707 where steps cross', () => {
    expect(of(wholeMachine(), fullStepMeanTorque) / of(wholeMachine(), torqueAtLimit)).toBeCloseTo(0.9003, 4);
    expect(of(wholeMachine(), fullStepCrossingTorque) / of(wholeMachine(), torqueAtLimit)).toBeCloseTo(0.7071, 4);
  });

  it('of standing: stiffness p·T and the windings’ heat', () => {
    expect(of(wholeMachine(), holdingStiffness)).toBeCloseTo(50 * 0.4 * Math.SQRT1_2, 9);
    expect(of(wholeMachine(withDriver({}, { idleShare: q('60 %') })), copperLossAtRest)).toBeCloseTo(
      (0.6 * 1.5) ** 2 * 2,
      9,
    );
  });

  it('of volts by both rules of the trade', () => {
    expect(of(wholeMachine(), voltsByInductance)).toBeCloseTo(32 * Math.sqrt(3), 9);
    expect([of(wholeMachine(), voltsByCoilLeast), of(wholeMachine(), voltsByCoilMost)]).toEqual([12, 60]);
    expect(kindOf(wholeMachine(withDriver({ type: 'bridge' })), voltsByInductance)).toBe('impossible');
  });

  it('of a switch array: the mean current of both its half coils', () => {
    const array = wholeMachine(
      (axis) =>
        withMotor(
          { resistance: q('10 Ω'), inductance: q('20 mH'), leads: 5 },
          { wiring: 'unipolar' },
        )(withDriver({ type: 'unipolar', drop: q('1 V') })(axis)),
      '12 V',
    );
    const rate = (0.04 / 0.008) * 200;
    // Plain integration of the rise over the time that a half coil is on.
    let sum = 0;
    const [time, steps] = [2 / rate, 20_000];
    for (let count = 0; count < steps; count += 1)
      sum += (1.1 * (1 - Math.exp((-(count + 0.5) * time) / steps / 0.002))) / steps;
    expect(of(array, unipolarCurrent)).toBeCloseTo(2 * sum, 6);
    expect(unipolarMeanCurrent(11, 10, 0.02, 1e-6)).toBeCloseTo(1.1, 6);
  });

  it('of a setting that the controller rounds: its error over the travel', () => {
    const machine = wholeMachine(withScrew({ pitch: q('20 tpi'), starts: 1 }));
    const rounded = {
      ...machine,
      controller: { ...machine.controller, specification: { ...machine.controller.specification, decimals: 1 } },
    };
    // 1600 steps on 1.27 mm are 1259.8425 a millimetre, kept as 1259.8.
    expect(of(rounded, roundedSteps)).toBeCloseTo(1_259_800, 6);
    expect(of(rounded, roundingOverTravel)).toBeCloseTo(
      0.3 * Math.abs(1_259_800 / of(machine, exactStepsPerUnit) - 1),
      12,
    );
    expect(kindOf(machine, roundedSteps)).toBe('missing');
  });
});

describe('a simulated run', () => {
  it('still finds its setup for an upright axis on a guess of friction', () => {
    const machine = wholeMachine(upright('3 kg', (axis) => ({ ...axis, job: { ...axis.job, friction: null } })));
    expect(
      rigSetup(new Reckoner(firstAxis(machine)), { stepping: 'set', isDamped: true, isLoaded: true })?.load.standing,
    ).toBeGreaterThan(0);
  });
});
