import type { Axis, Machine } from '../machine/index.js';
import { BLANK_GEARHEAD } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import type { AxisContext } from './index.js';
import {
  bridgeMeanCurrent,
  constantVoltageCrest,
  constantVoltagePullOut,
  fedStartRate,
  fieldLag,
  pullOut,
  unipolarMeanCurrent,
  type MotorDrive,
} from '../motor/index.js';
import { dimensionOf, Reckoner, type Figure } from '../reckoner/index.js';
import { exampleTransmission, firstAxis, sayPlain } from '../testing/example-machine.js';
import { all, on, turning } from '../testing/rule-trial.js';
import {
  kindOf,
  of,
  wholeMachine,
  withBelt,
  withDriver,
  withJob,
  withMotor,
  withScrew,
} from '../testing/whole-machine.js';
import * as line from './index.js';

const q = quantityOf;
type Change = (axis: Axis) => Axis;
const as =
  (type: Axis['driver']['specification']['type']): Change =>
  (axis) =>
    withDriver({ type })(axis);
const brushed = withMotor({ type: 'brushed', torqueConstant: q('0.08 N·m/A'), noLoadCurrent: q('0.2 A') });
const two = withMotor({}, { count: 2 });

/** What the law of a figure makes of given numbers: a value, or why there is none. */
function made(figure: Figure<AxisContext>, change: Change, values: Readonly<Record<string, number>>): number | string {
  const law = figure.law(on(change));
  const [given, asked] = [values, law.inputs].map((item) => Object.keys(item).sort().join());
  if (given !== asked) throw new Error(`${figure.id} asks for ${asked}, and is given ${given}`);
  return law.refuse?.(values) ?? law.compute(values);
}
const close = (found: number | string, expected: number): void => {
  expect(typeof found === 'number' ? found / expected : found).toBeCloseTo(1, 9);
};

describe('what a figure means for', () => {
  const drives: readonly Change[] = [
    as('chopper'),
    as('bridge'),
    as('unipolar'),
    all(brushed, as('chopper')),
    all(brushed, as('unipolar')),
  ];
  const row = (figure: Figure<AxisContext>): string =>
    drives.map((change) => (figure.applies(on(change)) ? 'y' : 'n')).join('');

  it('each kind of drive is shown, the rest is not', () => {
    expect(
      [
        line.unipolarCurrent,
        line.voltsByInductance,
        line.voltsByCoilLeast,
        line.voltsByCoilMost,
        line.followingLag,
      ].map(row),
    ).toEqual(['nnynn', 'ynnnn', 'ynnnn', 'ynnnn', 'ynnnn']);
    expect(
      [line.riseToLimit, line.startSpeed, line.naturalFrequency, line.loadLag, line.copperLossAtRest].map(row),
    ).toEqual(['ynnyn', 'yyynn', 'yyynn', 'yyynn', 'yyynn']);
    expect(
      [line.driverBusLeast, line.driverBusMost].map((figure) => [
        figure.applies(on()),
        figure.applies(on(withDriver({ voltageLeast: q('9 V'), voltageMost: q('30 V') }))),
      ]),
    ).toEqual([
      [false, true],
      [false, true],
    ]);
    expect(drives.map((change) => line.driverCrestMost.nameIn(on(change)).endsWith('crest'))).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
  });

  it('each transmission is shown, a screw’s on screws alone', () => {
    for (const figure of [
      line.screwCore,
      line.whirlLimit,
      line.bucklingLimit,
      line.screwPush,
      line.bucklingAcceleration,
    ])
      expect([figure.applies(on()), figure.applies(on(withBelt({})))])
        .withContext(figure.id)
        .toEqual([true, false]);
    expect(line.bucklingAcceleration.applies(on(turning))).toBeFalse();
  });

  it('a turning axis is in angles', () => {
    const dimensions = [line.stepsPerUnit, line.stepSize, line.loadLag, line.roundedSteps].map((figure) => [
      dimensionOf(figure, on()),
      dimensionOf(figure, on(turning)),
    ]);
    expect(dimensions).toEqual([
      ['steps-per-length', 'steps-per-angle'],
      ['length', 'angle'],
      ['length', 'angle'],
      ['steps-per-length', 'steps-per-angle'],
    ]);
  });
});

describe('steps by hand', () => {
  it('go by decimals of a millimetre or of a degree', () => {
    close(
      made(line.roundedSteps, (axis) => axis, { steps: 157_480.31496, decimals: 2 }),
      157_480,
    );
    close(made(line.roundedSteps, turning, { steps: 5093.2, decimals: 1 }), (88.9 * 180) / Math.PI);
    expect(made(line.roundedSteps, (axis) => axis, { steps: 400, decimals: 0 })).toContain(
      'Rounded to so few decimals',
    );
    close(
      made(line.roundedSteps, (axis) => axis, { steps: 500, decimals: 0 }),
      1000,
    );
  });

  it('take a rack by module or by pitch', () => {
    const rack =
      (size: 'module' | 'pitch'): Change =>
      (axis) => ({
        ...axis,
        transmission: {
          ...axis.transmission,
          specification: exampleTransmission('rack', { size, tooth: q('1.25 mm'), teeth: 18 }),
        },
      });
    close(of(wholeMachine(rack('module')), line.travelPerTurn), Math.PI * 0.00125 * 18);
    close(of(wholeMachine(rack('pitch')), line.travelPerTurn), 0.00125 * 18);
  });
});

describe('currents and torques by hand', () => {
  const linear = (reads: 'peak' | 'rms'): Change =>
    withDriver({ formula: { kind: 'linear', slope: q('1.6 A/V'), reads } });

  it('set the trimmer by the crest or by the effective value', () => {
    close(made(line.trimmerVoltage, linear('peak'), { peak: 1.2, slope: 1.6 }), 0.75);
    close(made(line.trimmerVoltage, linear('rms'), { rms: 1.2, slope: 1.6 }), 0.75);
    close(of(wholeMachine(linear('peak')), line.trimmerVoltage), 1.5 / 1.6);
    close(of(wholeMachine(linear('rms')), line.trimmerVoltage), 1.5 / Math.SQRT2 / 1.6);
  });

  it('turn a brushed motor by K·I', () => close(made(line.torqueAtLimit, brushed, { K: 0.08, peak: 2.5 }), 0.2));

  it('hold no notch beyond the torque that is kept at rest', () => {
    const lag = (load: number): number | string =>
      made(line.loadLag, (axis) => axis, { load, torque: 0.4, idle: 0.5, steps: 1600, microsteps: 8, travel: 0.008 });
    expect(lag(0.201)).toContain('no notch holds');
    close(lag(0.2), ((Math.PI / 2) * 4 * 8 * 0.008) / (1600 * 2 * Math.PI));
    close(lag(0.06), (Math.asin(0.3) * 32 * 0.008) / (1600 * 2 * Math.PI));
  });

  it('leave the coil what the switches do not keep', () => {
    const drop = withDriver({ drop: q('3 V') });
    expect(made(line.coilVoltage, drop, { supply: 3, drop: 3 })).toContain('drop all of the supply');
    close(made(line.coilVoltage, drop, { supply: 12, drop: 3 }), 9);
  });

  it('rise to the limit, if the volts drive it at all', () => {
    const values = { tau: 1.4e-3, R: 3, limit: 2, V: 24 };
    close(
      made(line.riseToLimit, (axis) => axis, values),
      -1.4e-3 * Math.log(1 - 6 / 24),
    );
    expect(made(line.riseToLimit, (axis) => axis, { ...values, V: 6 })).toContain('never drives');
    expect(made(line.riseToLimit, (axis) => axis, { ...values, V: 6.1 })).toBeGreaterThan(0);
  });

  it('follow the speed on constant volts, and not on a chopper', () => {
    const values = { V: 12, R: 6, L: 9e-3, p: 50, speed: 30 };
    const rate = (30 * 200) / (2 * Math.PI);
    for (const kind of ['bridge', 'unipolar'] as const) {
      close(made(line.crestAtSpeed, as(kind), values), constantVoltageCrest(kind, 12, 6, 9e-3, rate));
      expect(made(line.crestAtSpeed, as(kind), { ...values, speed: 0 })).toBe('It stands still.');
    }
    close(made(line.crestAtSpeed, as('chopper'), { limit: 1.7 }), 1.7);
    close(made(line.crestAtSpeed, all(brushed, as('bridge')), { limit: 1.7 }), 1.7);
  });
});

describe('speeds by hand', () => {
  const drive: MotorDrive = {
    torqueConstant: 0.2,
    resistance: 2.5,
    inductance: 4e-3,
    teeth: 50,
    voltage: 24,
    current: 1.6,
  };
  const values = { K: 0.2, R: 2.5, L: 4e-3, p: 50, V: 24 };

  it('bind where the phasors say, or where the back-EMF of a brushed motor does', () => {
    const found = made(line.bindingSpeed, (axis) => axis, { ...values, limit: 1.6, travel: 0.008 });
    const speed = (Number(found) * 2 * Math.PI) / 0.008;
    // (p²L²I² + K²)ω² + 2RIKω + R²I² = V².
    close(((50 * 4e-3 * 1.6) ** 2 + 0.04) * speed ** 2 + 2 * 2.5 * 1.6 * 0.2 * speed + 16, 576);
    close(
      made(line.bindingSpeed, brushed, { K: 0.08, R: 1.5, V: 24, limit: 4, travel: 0.01 }),
      (((24 - 6) / 0.08) * 0.01) / (2 * Math.PI),
    );
    expect(made(line.bindingSpeed, brushed, { K: 0.08, R: 1.5, V: 24, limit: 20, travel: 0.01 })).toBe(0);
  });

  it('push with what is left at the motor', () => {
    const machine = wholeMachine(two);
    close(
      of(machine, line.pushAtSpeed),
      (of(machine, line.torqueAvailable) * 2 * 2 * Math.PI * of(machine, line.pathEfficiency)) /
        of(machine, line.travelPerMotorTurn),
    );
  });

  it('draw the upper edge of the band with 4/π of the volts', () => {
    const fast = wholeMachine(withJob({ speed: q('300 mm/s') }));
    const inputs = [
      line.torqueConstant,
      line.pathResistance,
      line.windingInductance,
      line.rotorTeeth,
      line.coilVoltage,
      line.limitInForce,
      line.motorSpeed,
    ] as const;
    const [K, R, L, p, V, limit, speed] = inputs.map((figure) => of(fast, figure)) as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const edge = {
      torqueConstant: K,
      resistance: R,
      inductance: L,
      teeth: p,
      voltage: (4 / Math.PI) * V,
      current: limit,
    };
    close(of(fast, line.torqueAvailableHigh), pullOut(edge, speed).torque);
    expect(of(fast, line.torqueAvailableHigh)).toBeGreaterThan(1.1 * of(fast, line.torqueAvailable));
  });

  it('on constant volts give the standing torque at most, and look for their end without a limit', () => {
    const machine = wholeMachine(
      all(as('bridge'), withMotor({ resistance: q('12 Ω'), inductance: q('9 mH') }), withJob({ load: q('3 N') })),
    );
    const inputs = [
      line.torqueConstant,
      line.pathResistance,
      line.windingInductance,
      line.rotorTeeth,
      line.coilVoltage,
    ] as const;
    const [K, R, L, p, V] = inputs.map((figure) => of(machine, figure)) as [number, number, number, number, number];
    const free = { torqueConstant: K, resistance: R, inductance: L, teeth: p, voltage: V, current: Infinity };
    const slow = wholeMachine(
      all(as('bridge'), withMotor({ resistance: q('12 Ω'), inductance: q('9 mH') }), withJob({ speed: q('1 mm/s') })),
    );
    close(
      of(slow, line.torqueAvailable),
      Math.min(of(slow, line.torqueAtLimit), constantVoltagePullOut(free, of(slow, line.motorSpeed))),
    );
    const top = (of(machine, line.torqueSpeedTop) * 2 * Math.PI) / of(machine, line.travelPerMotorTurn);
    close(constantVoltagePullOut(free, top), 1.5 * of(machine, line.torqueNeeded));
    const found = line.startSpeed.law(firstAxis(machine)).inputs['top0'] as Figure<AxisContext>;
    const law = found.law(firstAxis(machine));
    const start = { ...values, limit: 0.4, torque: 0.3, load: 0.05, inertia: 3e-5, travel: 0.008 };
    const rate = fedStartRate({ ...drive, current: Infinity }, 0.3, 3e-5, 0.05, 'friction');
    close(law.compute(start), (rate * 0.008) / 200);
    const held = (line.startSpeed.law(on()).inputs['top0'] as Figure<AxisContext>).law(on());
    close(held.compute(start), (fedStartRate({ ...drive, current: 0.4 }, 0.3, 3e-5, 0.05, 'friction') * 0.008) / 200);
    const hung = on(withJob({ incline: q('30 °') }));
    close(
      (line.startSpeed.law(hung).inputs['top0'] as Figure<AxisContext>).law(hung).compute(start),
      (fedStartRate({ ...drive, current: 0.4 }, 0.3, 3e-5, 0.05, 'standing') * 0.008) / 200,
    );
  });

  it('of a brushed motor end where its back-EMF leaves just the torque wanted', () => {
    const given = { K: 0.08, R: 1.5, V: 24, limit: 6, idle: 0.2, margin: 1.5, needed: 0.12, travel: 0.01 };
    // K·(V − K·ω)/R − K·I0 = 1.5 · 0.12.
    const speed = (24 - 1.5 * (0.18 / 0.08 + 0.2)) / 0.08;
    close(made(line.torqueSpeedTop, brushed, given), (speed * 0.01) / (2 * Math.PI));
    // A small motor may turn some thousand radians a second; one without a load has no end here.
    const small = { ...given, K: 0.006, needed: 0.002 };
    close(
      made(line.torqueSpeedTop, brushed, small),
      (((24 - 1.5 * (0.003 / 0.006 + 0.2)) / 0.006) * 0.01) / (2 * Math.PI),
    );
    expect(made(line.torqueSpeedTop, brushed, { ...given, K: 1e-4, needed: 0, idle: 0 })).toBe(Infinity);
  });

  it('have nothing left to accelerate with where the load takes all', () => {
    const byTorque = line.recommendedAcceleration.law(on()).inputs['top0'] as Figure<AxisContext>;
    const given = {
      available: 0.3,
      margin: 1.5,
      load: 0.2,
      rotating: 1e-5,
      inertia: 2e-5,
      efficiency: 0.5,
      travel: 0.008,
    };
    expect(made(byTorque, (axis) => axis, given)).toContain('Nothing is left');
    close(
      made(byTorque, (axis) => axis, { ...given, load: 0.15 }),
      (0.05 / (1e-5 + 4e-5)) * (0.008 / (2 * Math.PI)),
    );
  });

  it('know a screw only with its length, its thickness and its thread', () => {
    const ends = (said: Parameters<typeof withScrew>[0]): number =>
      Object.keys(line.recommendedSpeed.law(on(withScrew(said))).inputs).length;
    const whole = ends({});
    expect([ends({ length: null }), ends({ diameter: null }), ends({ pitch: null })]).toEqual([
      whole - 1,
      whole - 1,
      whole - 1,
    ]);
    expect([
      ends({ form: 'ball', ballDiameter: null }),
      ends({ form: 'ball', ballDiameter: q('2 mm'), pitch: null }),
    ]).toEqual([whole - 1, whole]);
    const brisk = (change: Change): number => Object.keys(line.recommendedAcceleration.law(on(change)).inputs).length;
    expect([
      brisk((axis) => axis),
      brisk(turning),
      brisk((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } })),
    ]).toEqual([2, 1, 1]);
  });
});

describe('moves by hand', () => {
  it('come up to speed within v²/2a', () =>
    close(
      made(line.rampTravel, (axis) => axis, { speed: 0.08, acceleration: 0.4 }),
      0.008,
    ));

  it('hang behind by the field’s lag over the teeth', () => {
    const given = { K: 0.2, R: 2.5, L: 4e-3, p: 50, V: 24, limit: 1.6, needed: 0.1, speed: 40 };
    const drive = { torqueConstant: 0.2, resistance: 2.5, inductance: 4e-3, teeth: 50, voltage: 24, current: 1.6 };
    close(
      made(line.followingLag, (axis) => axis, given),
      (fieldLag(drive, 40, 0.1) ?? 0) / 50,
    );
    expect(made(line.followingLag, (axis) => axis, { ...given, needed: 5 })).toContain('does not give the torque');
  });
});

describe('screws and belts by hand', () => {
  it('share their push, with what hangs on them', () => {
    const massless: Change = (axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } });
    close(made(line.screwPush, massless, { load: 90, screws: 2 }), 45);
    close(made(line.screwPush, withJob({ acceleration: null }), { load: 90, screws: 2 }), 45);
    close(
      made(line.screwPush, withJob({ acceleration: null, moveTime: q('9 s') }), {
        load: 90,
        mass: 5,
        acceleration: 2,
        screws: 2,
      }),
      50,
    );
    close(
      made(line.screwPush, withJob({ counterweight: q('3 kg') }), {
        load: 90,
        mass: 5,
        counterweight: 3,
        acceleration: 2,
        screws: 2,
      }),
      53,
    );
    const most = { buckling: 400, load: 90, mass: 5, screws: 2 };
    close(
      made(line.bucklingAcceleration, (axis) => axis, most),
      22,
    );
    expect(made(line.bucklingAcceleration, (axis) => axis, { ...most, load: 200 })).toContain(
      'as hard as it is to be pushed',
    );
    close(
      made(line.bucklingAcceleration, withJob({ counterweight: q('3 kg') }), { ...most, counterweight: 3 }),
      110 / 8,
    );
  });

  it('are stiff by their number', () => {
    const [one, both] = [
      wholeMachine(withBelt({ loop: q('1.6 m'), tensileStiffness: q('8 kN') })),
      wholeMachine(all(withBelt({ loop: q('1.6 m'), tensileStiffness: q('8 kN') }), two)),
    ];
    close(of(one, line.lineStiffness), (4 * 8000) / 1.6);
    close(of(both, line.lineStiffness), (8 * 8000) / 1.6);
    close(of(wholeMachine(two), line.lineStiffness) / of(wholeMachine(), line.lineStiffness), 2);
  });

  it('cannot be deeper in the thread than they are thick, and whip by how they are held', () => {
    expect(kindOf(wholeMachine(withScrew({ diameter: q('3 mm'), pitch: q('4 mm') })), line.screwCore)).toBe(
      'impossible',
    );
    const whip = (ends: 'fixed-free' | 'supported' | 'fixed'): number =>
      of(wholeMachine(withScrew({ ends })), line.whirlLimit);
    // β² of a uniform bar: 3.516, π², 22.37 (Blevins).
    close(Number((whip('fixed-free') / whip('supported')).toFixed(3)), 0.356);
    close(Number((whip('fixed') / whip('supported')).toFixed(3)), 2.267);
  });
});

describe('power by hand', () => {
  const driver = { quiet: 0.6, efficiency: 0.9, motors: 2 };

  it('of constant volts is what both coils let through, at rest and at speed', () => {
    const standing = { supply: 12, V: 10, R: 5, ...driver };
    close(made(line.holdPower, as('bridge'), standing), (2 * ((2 * 12 * 10) / 5 + 0.6)) / 0.9);
    const torques = { supply: 12, V: 10, R: 5, L: 6e-3, p: 50, ...driver };
    for (const [kind, mean] of [
      ['bridge', bridgeMeanCurrent],
      ['unipolar', unipolarMeanCurrent],
    ] as const) {
      const rate = (20 * 200) / (2 * Math.PI);
      close(
        made(line.movingPower, as(kind), { ...torques, torque: 0.1, speed: 20 }),
        (2 * (2 * 12 * mean(10, 5, 6e-3, rate) + 0.1 * 20 + 0.6)) / 0.9,
      );
      close(made(line.movingPower, as(kind), { ...torques, torque: 0.1, speed: 0 }), (2 * (2 * 12 * 2 + 0.6)) / 0.9);
    }
    close(made(line.phaseSum, as('bridge'), { V: 10, R: 4, motors: 2 }), 10);
  });

  it('of a brushed motor is next to nothing at rest, a weight’s holding, and its load’s at speed', () => {
    close(made(line.holdPower, brushed, driver), 1.2 / 0.9);
    const hung = all(brushed, withJob({ incline: q('25 °') }));
    close(made(line.holdPower, hung, { fall: 0.12, K: 0.08, R: 1.5, ...driver }), (2 * (1.5 ** 2 * 1.5 + 0.6)) / 0.9);
    close(made(line.holdPower, hung, { fall: -0.12, K: 0.08, R: 1.5, ...driver }), 1.2 / 0.9);
    const moving = { R: 1.5, K: 0.08, none: 0.2, limit: 3, torque: 0.16, speed: 50, ...driver };
    close(made(line.movingPower, brushed, moving), (2 * (2.2 ** 2 * 1.5 + 2 * 0.08 * 50 + 0.6)) / 0.9);
    close(
      made(line.movingPower, brushed, { ...moving, limit: 1.7 }),
      (2 * (1.7 ** 2 * 1.5 + 1.5 * 0.08 * 50 + 0.6)) / 0.9,
    );
  });

  it('lets a fuse pass the larger of what is drawn and what can be', () => {
    const load = (machine: Machine): number | null => line.fuseLoad(new Reckoner(firstAxis(machine)));
    const machine = wholeMachine();
    close(load(machine) ?? 0, Math.max(of(machine, line.supplyPeak), of(machine, line.driverDraw)));
    const massless = wholeMachine((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: null } }));
    close(load(massless) ?? 0, of(massless, line.driverDraw));
    const blank = wholeMachine(
      all(withMotor({ ratedCurrent: null, resistance: null }), (axis) => ({
        ...axis,
        driver: { ...axis.driver, currentLimit: null },
      })),
    );
    expect(load(blank)).toBeNull();
  });

  it('comes back from a weight let down, none from a level axis', () => {
    expect(of(wholeMachine(withJob({ travel: q('200 mm') })), line.energyLowering)).toBe(0);
    const hung = all(
      withJob({ travel: q('200 mm'), incline: q('70 °') }),
      withBelt({}),
      withMotor({ resistance: q('0.05 Ω') }),
    );
    expect(
      of(
        wholeMachine(all(hung, (axis) => ({ ...axis, carriage: { ...axis.carriage, mass: q('15 kg') } }))),
        line.energyLowering,
      ),
    ).toBeGreaterThan(1);
  });

  it('of switches counts one of an array and two of a bridge, and none where their drop is said', () => {
    const heat = (change: Change): number =>
      of(
        wholeMachine(
          all(withDriver({ onResistance: q('0.3 Ω') }), withMotor({ leads: 6 }, { wiring: 'unipolar' }), change),
        ),
        line.switchHeat,
      );
    const [bridge, array] = [as('bridge'), as('unipolar')].map((type) => heat(type));
    const current = (change: Change): number =>
      of(
        wholeMachine(
          all(withDriver({ onResistance: q('0.3 Ω') }), withMotor({ leads: 6 }, { wiring: 'unipolar' }), change),
        ),
        line.limitInForce,
      );
    close((bridge ?? 0) / current(as('bridge')) ** 2, 0.6);
    close((array ?? 0) / current(as('unipolar')) ** 2, 0.3);
    expect(heat(withDriver({ drop: q('1.2 V') }))).toBe(0);
  });
});

describe('a load by hand', () => {
  it('counts the preload of a nut behind the whole ratio', () => {
    const geared = all(
      withScrew({ preload: q('60 mN·m') }),
      withMotor({ gearhead: { ...BLANK_GEARHEAD, nominal: q('3') } }),
    );
    close(
      made(line.loadAtMotor, geared, { force: 80, travel: 0.002, efficiency: 0.4, motors: 2, preload: 0.06, ratio: 3 }),
      (80 * 0.002) / (2 * Math.PI * 0.4 * 2) + 0.02,
    );
    const machine = wholeMachine(geared);
    const plain = wholeMachine(
      all(withScrew({ preload: null }), withMotor({ gearhead: { ...BLANK_GEARHEAD, nominal: q('3') } })),
    );
    expect(of(machine, line.loadAtMotor) - of(plain, line.loadAtMotor)).toBeCloseTo(0.02, 9);
  });

  it('jams where the thread rubs more than it climbs', () => {
    const jam = (said: Parameters<typeof withScrew>[0]): string =>
      kindOf(
        wholeMachine(withScrew({ diameter: q('12 mm'), efficiency: q('0.3', 'assumed'), ...said })),
        line.transmissionEfficiency,
      );
    expect([
      jam({ friction: q('0.2') }),
      jam({ friction: q('9') }),
      jam({ friction: q('9'), collarDiameter: q('14 mm'), collarFriction: q('0.2') }),
    ]).toEqual(['value', 'impossible', 'impossible']);
    expect(jam({ friction: q('0.2'), collarDiameter: q('14 mm'), collarFriction: q('0.2') })).toBe('value');
  });

  it('turns with rotor, what is attached and the screw behind its ratio', () => {
    const machine = wholeMachine();
    const law = line.rotatingInertia.law(firstAxis(machine));
    expect(Object.keys(law.inputs).sort()).toEqual(['attached', 'ratio', 'rotor', 'screw']);
    close(law.compute({ rotor: 5e-6, attached: 2e-6, screw: 9e-6, ratio: 3 }), 8e-6);
    close(
      made(line.inertiaRatio, (axis) => axis, { load: 3e-5, rotor: 6e-6 }),
      5,
    );
    const shortened = line.rotatingInertia.law(on(withScrew({ diameter: null })));
    expect(Object.keys(shortened.inputs)).not.toContain('screw');
  });

  it('is said in the figures’ own words', () => {
    expect(line.judgeAxis(new Reckoner(firstAxis(wholeMachine())), sayPlain)).toEqual([]);
  });
});
