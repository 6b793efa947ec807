import type { Axis, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import {
  accelerationEnd,
  bucklingAcceleration,
  bucklingLimit,
  loadAtMotor,
  recommendedSpeed,
  rotorTeeth,
  screwPush,
  recommendedAcceleration,
  speedEnd,
  startEnd,
  startSpeed,
  steadyLoad,
  torqueAtLimit,
  torqueSpeedTop,
  totalInertia,
  travelPerMotorTurn,
  whirlLimit,
} from './index.js';
import { pullOut, startRate, type MotorDrive } from '../motor/index.js';
import { Reckoner, working } from '../reckoner/index.js';
import { firstAxis } from '../testing/example-machine.js';
import {
  findings,
  of,
  reasonOf,
  wholeMachine,
  withBelt,
  withJob,
  withMotor,
  withScrew,
} from '../testing/whole-machine.js';

const q = quantityOf;

describe('the start speed', () => {
  /** A weak, slow winding: 15 Ω and 30 mH at 12 V. */
  const slow = (voltage: string): Machine =>
    wholeMachine(
      (axis) => ({
        ...withMotor({
          resistance: q('15 Ω'),
          inductance: q('30 mH'),
          ratedCurrent: q('0.4 A'),
          holdingTorque: q('0.26 N·m'),
          rotorInertia: q('35 g·cm²'),
        })(withScrew({ length: null })(withJob({ load: q('2 N'), friction: q('1 N') })(axis))),
        carriage: { ...axis.carriage, mass: q('0.3 kg') },
      }),
      voltage,
    );
  const limited = (voltage: string): Machine => {
    const machine = slow(voltage);
    return {
      ...machine,
      axes: machine.axes.map((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: q('0.4 A') } })),
    };
  };

  it('is what the volts can feed: far less at 12 V than the current alone would promise', () => {
    const machine = limited('12 V');
    const [p, hold, inertia, load, travel] = [
      rotorTeeth,
      torqueAtLimit,
      totalInertia,
      loadAtMotor,
      travelPerMotorTurn,
    ].map((item) => of(machine, item)) as [number, number, number, number, number];
    const promised = (startRate(p, hold, inertia, load, 'friction') * travel) / (4 * p);
    expect(of(machine, startSpeed)).toBeLessThan(0.7 * promised);
    // It is the rate at which the torque that is there just carries the start.
    const rate = (of(machine, startSpeed) * 4 * p) / travel;
    const drive: MotorDrive = {
      torqueConstant: 0.26 / (Math.SQRT2 * 0.4),
      resistance: 15,
      inductance: 0.03,
      teeth: p,
      voltage: 12,
      current: 0.4,
    };
    const torque = pullOut(drive, (rate * 2 * Math.PI) / (4 * p)).torque;
    expect(startRate(p, torque, inertia, load, 'friction') / rate).toBeCloseTo(1, 6);
    expect(of(limited('48 V'), startSpeed)).toBeGreaterThan(1.2 * of(machine, startSpeed));
  });

  it('is the current’s own where the volts are plenty', () => {
    const machine = limited('400 V');
    const [p, hold, inertia, load, travel] = [
      rotorTeeth,
      torqueAtLimit,
      totalInertia,
      loadAtMotor,
      travelPerMotorTurn,
    ].map((item) => of(machine, item)) as [number, number, number, number, number];
    expect(of(machine, startSpeed)).toBeCloseTo((startRate(p, hold, inertia, load, 'friction') * travel) / (4 * p), 9);
  });

  it('says that full steps and an abrupt stop allow less', () => {
    expect(working(new Reckoner(firstAxis(limited('12 V'))), startSpeed, 'metric').source).toContain(
      'full steps and an abrupt stop allow less',
    );
    const jumping = limited('12 V');
    const reason = reasonOf(
      {
        ...jumping,
        axes: jumping.axes.map(withJob({ speed: q('400 mm/s') })),
        controller: { ...jumping.controller, specification: { ...jumping.controller.specification, ramps: 'no' } },
      },
      'start-without-ramp',
    );
    expect(reason).toContain('less in full steps or with abrupt stops');
  });
});

describe('the speed to start at', () => {
  const ended = (machine: Machine): string => startEnd(new Reckoner(firstAxis(machine)))?.figure.id ?? '';

  it('is no more than pulses, motor and screw allow, whatever the torque would start', () => {
    const machine = wholeMachine(withScrew({ length: null }));
    const byTorque = of(machine, startSpeed);
    expect(ended(machine)).toBe('torque-start-top');
    // 1600 pulses per turn of 8 mm: 2 kHz are 10 mm/s.
    const pulsed = {
      ...machine,
      controller: {
        ...machine.controller,
        specification: { ...machine.controller.specification, pulseRateMost: q('2 kHz') },
      },
    };
    expect(of(pulsed, startSpeed)).toBeCloseTo(0.01, 12);
    expect([byTorque > 0.01, ended(pulsed)]).toEqual([true, 'pulse-speed-top']);
    const slow = { ...machine, axes: machine.axes.map(withMotor({ speedMost: q('45 rpm') })) };
    expect(of(slow, startSpeed)).toBeCloseTo((45 / 60) * 0.008, 12);
    expect(ended(slow)).toBe('motor-speed-top');
    const whipping = wholeMachine(withScrew({ length: q('2.9 m'), diameter: q('6 mm'), ends: 'fixed-free' }));
    expect(of(whipping, startSpeed)).toBeCloseTo(0.8 * of(whipping, whirlLimit), 12);
    expect(ended(whipping)).toBe('whirl-speed-top');
    expect(of(machine, startSpeed)).toBe(byTorque);
  });
});

describe('the briskest acceleration', () => {
  const slender = (count: 1 | 2, more: (axis: Axis) => Axis = (axis) => axis): Machine =>
    wholeMachine((axis) =>
      more({
        ...withScrew({ length: q('0.9 m'), diameter: q('10 mm'), ends: 'supported' })(
          withJob({ load: q('12 N') })(axis),
        ),
        motor: { ...axis.motor, count },
        carriage: { ...axis.carriage, mass: q('7 kg') },
      }),
    );
  const ended = (machine: Machine): string => accelerationEnd(new Reckoner(firstAxis(machine)))?.figure.id ?? '';

  it('pushes no screw harder than a quarter of its buckling load, each screw of two with its half', () => {
    for (const count of [1, 2] as const) {
      const machine = slender(count);
      const buckling = of(machine, bucklingLimit);
      const most = ((count * buckling) / 4 - of(machine, steadyLoad)) / 7;
      expect(of(machine, bucklingAcceleration)).toBeCloseTo(most, 9);
      expect(of(machine, recommendedAcceleration)).toBeCloseTo(most, 9);
      expect(ended(machine)).toBe('buckling-acceleration');
      // Just so much, and the push on one screw is a quarter of what it bears.
      const asked = slender(count, withJob({ acceleration: q(`${most} m/s²`) }));
      expect(of(asked, screwPush)).toBeCloseTo(buckling / 4, 6);
    }
  });

  it('has a counterweight to move as well, and none left where the load alone is too much', () => {
    const balanced = slender(1, withJob({ incline: q('90 °'), counterweight: q('6.2 kg'), load: q('3 N') }));
    expect(of(balanced, bucklingAcceleration)).toBeCloseTo(
      (of(balanced, bucklingLimit) / 4 - of(balanced, steadyLoad)) / 13.2,
      9,
    );
    const pressed = new Reckoner(firstAxis(slender(1, withJob({ load: q('900 N') })))).get(bucklingAcceleration);
    expect(pressed.kind).toBe('impossible');
  });

  it('is the torque’s where no screw can buckle', () => {
    const stout = wholeMachine(withScrew({ length: q('200 mm'), diameter: q('16 mm') }));
    expect(ended(stout)).toBe('torque-acceleration-top');
    expect(of(stout, recommendedAcceleration)).toBeLessThan(of(stout, bucklingAcceleration));
    const belted = wholeMachine((axis) => withBelt({})(withJob({ load: q('2 N') })(axis)));
    expect(ended(belted)).toBe('torque-acceleration-top');
  });
});

describe('the highest speed', () => {
  const endOf = (machine: Machine): string => speedEnd(new Reckoner(firstAxis(machine)))?.figure.id ?? '';
  const strong = (more: (axis: Axis) => Axis = (axis) => axis): Machine =>
    wholeMachine(
      (axis) =>
        more(
          withMotor({ inductance: q('0.4 mH'), holdingTorque: q('3 N·m'), rotorInertia: q('300 g·cm²') })(
            withJob({ load: q('1 N') })(axis),
          ),
        ),
      '48 V',
    );

  it('is never more than the motor, the pulses or the screw allow, and says which ends it', () => {
    const free = wholeMachine(
      (axis) =>
        withBelt({})(
          withMotor({ inductance: q('0.02 mH'), holdingTorque: q('0.02 N·m'), resistance: q('0.4 Ω') })(
            withJob({ load: q('0 N'), friction: q('0 N'), acceleration: q('1 mm/s²') })(axis),
          ),
        ),
      '48 V',
    );
    // 3000 turns per minute of a 40 mm pulley turn, whatever the coils would do.
    expect(of(free, recommendedSpeed)).toBeCloseTo(2, 9);
    expect(endOf(free)).toBe('motor-speed-top');
    const outcome = new Reckoner(firstAxis(free)).get(recommendedSpeed);
    expect(outcome.kind === 'value' && outcome.isAssumed).toBeTrue();
    expect(of({ ...free, axes: free.axes.map(withMotor({ speedMost: q('1700 rpm') })) }, recommendedSpeed)).toBeCloseTo(
      (1700 / 60) * 0.04,
      9,
    );
    const pulsed = {
      ...free,
      controller: {
        ...free.controller,
        specification: { ...free.controller.specification, pulseRateMost: q('30 kHz') },
      },
    };
    expect(of(pulsed, recommendedSpeed)).toBeCloseTo((30_000 / 1600) * 0.04, 9);
    expect(endOf(pulsed)).toBe('pulse-speed-top');
    const whipping = strong(withScrew({ length: q('1.6 m'), diameter: q('10 mm') }));
    expect(of(whipping, recommendedSpeed)).toBeCloseTo(0.8 * of(whipping, whirlLimit), 12);
    expect(endOf(whipping)).toBe('whirl-speed-top');
    expect(endOf(wholeMachine(withJob({ load: q('250 N') })))).toBe('torque-speed-top');
  });

  it('has no end of its own in the model where nothing needs torque, and does not print the end of the search', () => {
    const idle = wholeMachine(
      (axis) =>
        withMotor({
          inductance: q('0.01 mH'),
          holdingTorque: q('0.001 N·m'),
          resistance: q('0.1 Ω'),
          rotorInertia: q('1 g·cm²'),
        })(withJob({ load: q('0 N'), friction: q('0 N'), acceleration: q('0.001 mm/s²') })(axis)),
      '80 V',
    );
    expect(new Reckoner(firstAxis(idle)).value(torqueSpeedTop)).toBe(Infinity);
    expect(of(idle, recommendedSpeed)).toBeLessThanOrEqual(50 * 0.008);
  });

  it('warns of a motor faster than its sheet, or than such motors are run', () => {
    const fast = (said: Partial<Axis['motor']['specification']>): Machine =>
      wholeMachine((axis) => withMotor(said)(withJob({ speed: q('100 mm/s') })(axis)));
    // 100 mm/s of 8 mm per turn are 750 turns per minute.
    expect(findings(fast({ speedMost: q('700 rpm') }))).toContain('stop motor-too-fast');
    expect(findings(fast({ speedMost: q('800 rpm') }))).not.toContain('stop motor-too-fast');
    expect(
      findings(wholeMachine((axis) => withMotor({ stepAngle: q('7.5 °') })(withJob({ speed: q('150 mm/s') })(axis)))),
    ).toContain('caution motor-too-fast');
  });
});
