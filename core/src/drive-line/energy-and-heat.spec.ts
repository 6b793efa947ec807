import { busAfterBraking } from '../power/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import {
  advisedLimit,
  coilAmmeter,
  driverCrestMost,
  driverHeat,
  driverTemperature,
  energyBraking,
  energyLowering,
  energyReturned,
  holdPower,
  idlePower,
  kineticEnergy,
  limitInForce,
  loadLag,
  microstepTorque,
  movingPower,
  pathResistance,
  phaseSum,
  supplyPeak,
  windingCurrent,
} from './index.js';
import { exampleTransmission } from '../testing/example-machine.js';
import {
  findings,
  kindOf,
  of,
  reasonOf,
  upright,
  wholeMachine,
  withDriver,
  withJob,
  withMotor,
  withScrew,
} from '../testing/whole-machine.js';

const q = quantityOf;
/** Nothing but the switches, so that the arithmetic is plain. */
const BARE = { quiescent: q('0 W'), efficiency: q('1') };

describe('energy fed back', () => {
  /** A heavy rotor on a plain 5 mm screw at 80 mm/s, stopped in 40 ms. */
  const heavyRotor = (efficiency = '0.3'): Machine =>
    wholeMachine(
      (axis) => ({
        ...withScrew({
          pitch: q('5 mm'),
          starts: 1,
          diameter: q('20 mm'),
          length: q('487 mm'),
          efficiency: q(efficiency),
        })(
          withMotor({ rotorInertia: q('2700 g·cm²'), resistance: q('2.4 Ω') })(
            withJob({ speed: q('80 mm/s'), acceleration: q('2 m/s²') })(axis),
          ),
        ),
        driver: { ...axis.driver, currentLimit: q('2 A') },
      }),
      '48 V',
    );

  it('keeps no friction of the screw from the rotor’s own energy: 1.3 J come back of 1.68, to 168 V on 100 µF', () => {
    const omega = (2 * Math.PI * 0.08) / 0.005;
    const turning = 2.7e-4 + (Math.PI * 7850 * 0.487 * 0.02 ** 4) / 32;
    expect(of(heavyRotor(), kineticEnergy)).toBeCloseTo(1.684, 2);
    expect(of(heavyRotor(), energyReturned)).toBeCloseTo(0.5 * turning * omega ** 2 - 2 ** 2 * 2.4 * 0.04, 9);
    expect(of(heavyRotor(), energyReturned)).toBeGreaterThan(1.24);
    expect(busAfterBraking(48, of(heavyRotor(), energyReturned), 100e-6)).toBeGreaterThan(164);
  });

  it('lets the load through by 2 − 1/η and not by η', () => {
    const difference = of(heavyRotor('0.8'), energyReturned) - of(heavyRotor('0.45'), energyReturned);
    expect(difference).toBeCloseTo((2 - 1 / 0.8) * 0.5 * 5 * 0.08 ** 2, 9);
  });

  it('brakes as the job says, where that is not as it speeds up', () => {
    const gentle = wholeMachine(withJob({ braking: q('150 mm/s²') }));
    const plain = wholeMachine();
    expect(of(plain, energyBraking)).toBe(0);
    const lossless = (braking: string): number =>
      of(
        wholeMachine((axis) =>
          withMotor({ resistance: q('0.001 mΩ') })(
            withJob({ braking: q(braking), incline: q('90 °') })(withScrew({ efficiency: q('0.8') })(axis)),
          ),
        ),
        energyBraking,
      );
    // The weight goes down twice as far while it brakes half as hard.
    const more = (5 * 9.80665 * 0.04 ** 2 * (2 - 1 / 0.8)) / 2;
    expect(lossless('150 mm/s²') - lossless('300 mm/s²')).toBeCloseTo(more * (1 / 0.15 - 1 / 0.3), 6);
    expect(of(gentle, energyBraking)).toBe(0);
  });

  /** Five kilograms let down over 600 mm on a belt at half a metre a second, 4 W in the coils. */
  const lowered = (more: (axis: Axis) => Axis = (axis) => axis): Machine =>
    wholeMachine(
      upright('5 kg', (axis) =>
        more({
          ...withMotor({ resistance: q('4 Ω') })(
            withJob({
              incline: q('90 °'),
              travel: q('600 mm'),
              speed: q('0.5 m/s'),
              acceleration: q('5 m/s²'),
              friction: q('8 N'),
            })(axis),
          ),
          driver: { ...axis.driver, currentLimit: q('1 A') },
          transmission: {
            ...axis.transmission,
            specification: exampleTransmission('belt', { pitch: q('2 mm'), teeth: 20, efficiency: q('0.95') }),
          },
        }),
      ),
    );

  it('counts a weight let down: about 18 J for 5 kg over 600 mm', () => {
    const backward = 2 - 1 / 0.95;
    // Ramps of 25 mm at both ends.
    expect(of(lowered(), energyLowering)).toBeCloseTo((backward * (5 * 9.80665 - 8) * 0.5 - 4) * (0.55 / 0.5), 9);
    expect(of(lowered(), energyReturned)).toBeGreaterThan(17);
    expect(of(lowered(), energyReturned)).toBeLessThan(19.5);
    expect(of(wholeMachine(), energyLowering)).toBe(0);
  });

  it('relies on no friction that nobody said, and on no coil that its volts feed', () => {
    const guessed = lowered((axis) => ({ ...axis, job: { ...axis.job, friction: q('8 N', 'assumed') } }));
    expect(of(guessed, energyLowering)).toBeCloseTo(((2 - 1 / 0.95) * 5 * 9.80665 * 0.5 - 4) * 1.1, 9);
    const bridged = lowered((axis) => withDriver({ type: 'bridge' })(axis));
    expect(of(bridged, energyLowering)).toBeCloseTo((2 - 1 / 0.95) * (5 * 9.80665 - 8) * 0.5 * 1.1, 9);
  });
});

describe('heat of a driver', () => {
  const hot = (school: Axis['currentSchool'], limit: string | null): Machine =>
    wholeMachine((axis) => ({
      ...withDriver(
        { ...BARE, onResistance: q('0.3 Ω'), thermalResistance: q('30 K/W') },
        { currentLimit: limit === null ? null : q(limit) },
      )(axis),
      currentSchool: school,
    }));

  it('follows the limit in force, whatever school set it: √2 more current by the effective value', () => {
    // 0.6 Ω·I²·30 K/W: c = 40.5 K at 1.5 A, 81 K at 1.5·√2: (40 + 81·0.875)/(1 − 0.405) = 186 °C where 95 °C stood.
    expect(of(hot('crest', null), driverTemperature)).toBeCloseTo((40 + 40.5 * 0.875) / (1 - 0.2025), 9);
    expect(of(hot('rms', null), driverTemperature)).toBeCloseTo(186.3, 1);
    expect(of(hot('rms', '1.5 A'), driverTemperature)).toBeCloseTo(94.6, 1);
  });

  it('is 18 W in a bridge that carries 3 A a coil through 3 V of drop, or through 0.5 Ω a switch', () => {
    const dropped = wholeMachine(
      (axis) => withMotor({ resistance: q('3 Ω') })(withDriver({ ...BARE, type: 'bridge', drop: q('3 V') })(axis)),
      '12 V',
    );
    expect(of(dropped, driverHeat)).toBeCloseTo(18, 9);
    const resistive = wholeMachine(
      (axis) =>
        withMotor({ resistance: q('3 Ω') })(withDriver({ ...BARE, type: 'bridge', onResistance: q('0.5 Ω') })(axis)),
      '12 V',
    );
    expect(of(resistive, driverHeat)).toBeCloseTo(2 * 3 ** 2 * 2 * 0.5, 9);
  });

  it('goes through one switch of an array and two of a bridge', () => {
    const array = wholeMachine(
      (axis) =>
        withMotor(
          { resistance: q('9 Ω'), leads: 5 },
          { wiring: 'unipolar' },
        )(withDriver({ ...BARE, type: 'unipolar', onResistance: q('1 Ω') })(axis)),
      '12 V',
    );
    expect(of(array, pathResistance)).toBe(10);
    expect(of(array, driverHeat)).toBeCloseTo(2 * 1.2 ** 2 * 1, 9);
    const dropped = wholeMachine(
      (axis) =>
        withMotor(
          { resistance: q('9 Ω'), leads: 5 },
          { wiring: 'unipolar' },
        )(withDriver({ ...BARE, type: 'unipolar', drop: q('0.9 V') })(axis)),
      '12 V',
    );
    expect(of(dropped, driverHeat)).toBeCloseTo(2 * ((12 - 0.9) / 9) * 0.9, 9);
  });

  it('counts what the logic draws and what the driver’s efficiency keeps back', () => {
    const lossy = wholeMachine(withDriver({ onResistance: q('0.25 Ω'), quiescent: q('0.4 W'), efficiency: q('0.9') }));
    // I² · 2 Ron = 1.125 W, I²R = 4.5 W in the coils.
    expect(of(lossy, driverHeat)).toBeCloseTo(1.125 + 0.4 + (1.125 + 4.5 + 0.4) * (1 / 0.9 - 1), 9);
  });

  it('counts a drop and a resistance of the same switches once', () => {
    const both = wholeMachine(withDriver({ ...BARE, onResistance: q('0.5 Ω'), drop: q('1.2 V') }));
    expect(of(both, pathResistance)).toBe(2);
    expect(of(both, driverHeat)).toBeCloseTo(Math.SQRT2 * 1.5 * 1.2, 9);
  });

  it('takes a driver’s greatest current as its sheet means it', () => {
    const at = (reads: 'peak' | 'rms', type: 'chopper' | 'bridge' = 'chopper'): Machine =>
      wholeMachine(withDriver({ type, currentMost: q('1.2 A'), currentReads: reads }));
    expect(of(at('peak'), driverCrestMost)).toBe(1.2);
    expect(of(at('rms'), driverCrestMost)).toBeCloseTo(1.2 * Math.SQRT2, 12);
    expect(of(at('rms', 'bridge'), driverCrestMost)).toBe(1.2);
    expect(findings(at('peak'))).toContain('stop limit-above-driver');
    expect(findings(at('rms'))).not.toContain('stop limit-above-driver');
  });

  it('stops a limit below what the driver can be set to', () => {
    expect(findings(wholeMachine(withDriver({ currentLeast: q('1.6 A') })))).toContain('stop limit-below-driver');
    expect(findings(wholeMachine(withDriver({ currentLeast: q('1.5 A') })))).not.toContain('stop limit-below-driver');
  });
});

describe('a brushed motor', () => {
  const brushed = (
    driver: Partial<Axis['driver']['specification']> = {},
    limit: string | null = null,
    more: (axis: Axis) => Axis = (axis) => axis,
  ): Machine =>
    wholeMachine((axis) =>
      more({
        ...withMotor({
          type: 'brushed',
          torqueConstant: q('50 mN·m/A'),
          noLoadCurrent: q('0.1 A'),
          ratedCurrent: q('1.4 A'),
          resistance: q('2.3 Ω'),
          encoder: { counts: 2048, followingLimit: null, guessed: [] },
        })(withDriver({ ...BARE, ...driver }, { currentLimit: limit === null ? null : q(limit) })(axis)),
        currentSchool: 'rms',
      }),
    );

  it('is allowed its rated current, by no school of sines', () => {
    expect(of(brushed(), advisedLimit)).toBe(1.4);
    expect(findings(brushed({}, '1.7 A'))).toContain('stop limit-above-motor');
    expect(findings(brushed({}, '1.4 A'))).not.toContain('stop limit-above-motor');
  });

  it('draws V/R on a plain bridge when it is held fast, and that is seen', () => {
    const plain = brushed({ type: 'bridge', drop: q('1.5 V'), currentMost: q('6 A') });
    expect(of(plain, limitInForce)).toBeCloseTo((24 - 1.5) / 2.3, 9);
    expect(findings(plain)).toContain('caution limit-above-motor');
    expect(findings(plain)).toContain('stop limit-above-driver');
    expect(of(plain, driverHeat)).toBeCloseTo(((24 - 1.5) / 2.3) * 1.5, 9);
  });

  it('shows its whole current on an ammeter, and has no microsteps to lag by', () => {
    expect(of(brushed({}, '1.2 A'), coilAmmeter)).toBe(1.2);
    for (const figure of [microstepTorque, loadLag]) expect(kindOf(brushed({}, '1.2 A'), figure)).toBe('impossible');
  });

  it('takes current to hold a weight: (T/K)²·R', () => {
    const hung = brushed({}, '3 A', (axis) =>
      upright('6 kg', (item) => ({
        ...item,
        transmission: {
          ...item.transmission,
          specification: exampleTransmission('belt', { pitch: q('2 mm'), teeth: 10, efficiency: q('0.9') }),
        },
      }))(axis),
    );
    const current = (6 * 9.80665 * (2 - 1 / 0.9) * 0.02) / (2 * Math.PI) / 0.05;
    expect(of(hung, holdPower)).toBeCloseTo(current ** 2 * 2.3, 9);
    expect(of(hung, idlePower)).toBe(of(hung, holdPower));
    expect(of(brushed({}, '3 A'), holdPower)).toBe(0);
  });

  it('is one winding in the sum of currents', () => {
    expect(of(brushed({}, '1.2 A'), phaseSum)).toBe(1.2);
    expect(of(brushed({}, '1.2 A', withMotor({}, { count: 2 })), phaseSum)).toBe(2.4);
  });
});

describe('a drive on constant volts', () => {
  const bridge = (resistance: string, speed = '0.001 mm/s'): Machine =>
    wholeMachine(
      (axis) =>
        withMotor({ resistance: q(resistance) })(
          withJob({ speed: q(speed), load: q('0 N') })(withDriver({ ...BARE, type: 'bridge', drop: q('2.5 V') })(axis)),
        ),
      '12 V',
    );

  it('draws the whole supply’s voltage times the current of two coils: 5.14 A through 3.7 Ω, 2.11 A through 9 Ω', () => {
    expect(of(bridge('3.7 Ω'), holdPower) / 12).toBeCloseTo(5.135, 3);
    expect(of(bridge('9 Ω'), holdPower) / 12).toBeCloseTo(2.111, 3);
    expect(of(bridge('3.7 Ω'), phaseSum)).toBeCloseTo(5.135, 3);
  });

  it('draws less as it turns faster, as a meter shows', () => {
    expect(of(bridge('3.7 Ω'), movingPower)).toBeCloseTo(of(bridge('3.7 Ω'), holdPower), 2);
    expect(of(bridge('3.7 Ω', '60 mm/s'), movingPower)).toBeLessThan(0.75 * of(bridge('3.7 Ω'), holdPower));
    expect(of(bridge('3.7 Ω', '60 mm/s'), supplyPeak)).toBeLessThan(of(bridge('3.7 Ω', '30 mm/s'), supplyPeak));
  });

  it('is judged by the amperes of a coil', () => {
    const machine = bridge('3.7 Ω');
    expect(of(machine, windingCurrent)).toBe(1.5);
    expect(reasonOf(machine, 'limit-above-motor')).toBe(
      'Standing still, each coil draws 2.568 current, above its rated 1.500 current. It will overheat.',
    );
  });
});
