import { withUsualValues, newMachine, type Axis, type Machine } from '../machine/index.js';
import { blankStage, type Stage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  accelerationInForce,
  backlashTotal,
  bindingSpeed,
  bucklingLimit,
  crestAtSpeed,
  driverHeat,
  driverTemperature,
  errorShares,
  errorTotal,
  fallTorque,
  gearedTorque,
  gravityLoad,
  inertiaRatio,
  judgeAxis,
  limitInForce,
  lineStiffness,
  loadAtMotor,
  moveDuration,
  naturalFrequency,
  powerOff,
  pushAtSpeed,
  pushCurve,
  rankRemedies,
  recommendedAcceleration,
  recommendedSpeed,
  rigSetup,
  speedMargin,
  startSpeed,
  stepsPerMotorTurn,
  timerError,
  torqueAvailable,
  torqueNeeded,
  totalInertia,
  transmissionEfficiency,
  whirlLimit,
  windingCurrent,
  windingInductance,
  windingResistance,
  windingTorque,
} from './index.js';
import { Reckoner, sensitivities, toleranceRange, working } from '../reckoner/index.js';
import { firstAxis, sayPlain, screwMachine } from '../testing/example-machine.js';
import { findings, of, wholeMachine, withDriver, withJob, withMotor, withScrew } from '../testing/whole-machine.js';

describe('gears', () => {
  // Common practice, no source: builders quote about 17 N·m for 0.45 N·m behind 38.4:1; 17.28 would be without losses.
  it('row 6: 38.4:1 on 0.45 N·m is 17.28 N·m without losses, and less with them', () => {
    const geared = (efficiency: string): Machine =>
      screwMachine((axis) => ({
        ...axis,
        reduction: [{ ...blankStage('planetary', 10, 374), efficiency: quantityOf(efficiency) }],
      }));
    expect(of(geared('1'), gearedTorque)).toBeCloseTo(17.28, 9);
    expect(of(geared('0.98'), gearedTorque)).toBeCloseTo(16.93, 2);
    expect(of(geared('0.9'), gearedTorque)).toBeLessThan(of(geared('0.95'), gearedTorque));
  });

  it('add their play up at the last shaft, each divided by what comes after', () => {
    const machine = wholeMachine((axis) => ({
      ...axis,
      reduction: [
        { ...blankStage('gear', 20, 40), backlash: quantityOf('1 °') },
        { ...blankStage('gear', 20, 60), backlash: quantityOf('0.5 °') },
      ],
      faults: { ...axis.faults, backlash: quantityOf('0.02 mm') },
    }));
    // 1° behind the first pair is a third of a degree at the last shaft; 8 mm per turn.
    expect(of(machine, backlashTotal)).toBeCloseTo(20e-6 + ((1 / 3 + 0.5) / 360) * 0.008, 9);
  });
});

describe('a driver’s heat', () => {
  // Common practice, no source: about 1 A a coil without a heat sink for older small boards, 1.2 to 1.5 A for newer
  // ones.
  /** Nothing but the switches, so that the arithmetic is plain. */
  const bare = { quiescent: quantityOf('0 W'), efficiency: quantityOf('1') };

  it('row 12: half the switch resistance bears √2 the current at the same heat: 1 A becomes 1.4 A', () => {
    const heat = (on: string, limit: string): number =>
      of(
        wholeMachine(withDriver({ ...bare, onResistance: quantityOf(on) }, { currentLimit: quantityOf(limit) })),
        driverHeat,
      );
    expect(heat('0.5 Ω', '1 A')).toBeCloseTo(1, 12);
    expect(heat('0.25 Ω', '1.414 A')).toBeCloseTo(heat('0.5 Ω', '1 A'), 3);
    const at = (limit: string): readonly string[] =>
      findings(
        wholeMachine(
          withDriver(
            { ...bare, onResistance: quantityOf('0.5 Ω'), thermalResistance: quantityOf('60 K/W') },
            { currentLimit: quantityOf(limit) },
          ),
        ),
      );
    expect(at('0.9 A')).not.toContain('stop driver-hot');
    expect(at('1.4 A')).toContain('stop driver-hot');
  });

  it('rises with the resistance that the heat itself raises', () => {
    // c = 2 W · 60 K/W = 120 K at a resistance that does not grow; with 0.5 %/K: (40 + 120·0.875)/(1 − 0.6) = 362.5.
    const hot = wholeMachine(
      withDriver(
        { ...bare, onResistance: quantityOf('1 Ω'), thermalResistance: quantityOf('60 K/W') },
        { currentLimit: quantityOf('1 A') },
      ),
    );
    expect(of(hot, driverTemperature)).toBeCloseTo(362.5, 6);
    const runaway = wholeMachine(
      withDriver(
        { ...bare, onResistance: quantityOf('2 Ω'), thermalResistance: quantityOf('60 K/W') },
        { currentLimit: quantityOf('1 A') },
      ),
    );
    expect(new Reckoner(firstAxis(runaway)).get(driverTemperature).kind).toBe('impossible');
  });
});

describe('wiring', () => {
  const eight = (wiring: Axis['motor']['wiring']): Machine =>
    wholeMachine(withMotor({ leads: 8, quotedFor: 'half' }, { wiring }));

  it('changes resistance, inductance, current and torque together', () => {
    expect([windingResistance, windingInductance].map((item) => of(eight('series'), item))).toEqual([4, 0.012]);
    expect(of(eight('series'), windingCurrent)).toBeCloseTo(1.5 / Math.SQRT2, 12);
    expect(of(eight('parallel'), windingResistance)).toBe(1);
    for (const wiring of ['series', 'parallel'] as const)
      expect(of(eight(wiring), windingTorque)).toBeCloseTo(0.4 * Math.SQRT2, 12);
  });

  it('makes the parallel motor faster than the series one at the same volts', () => {
    const free = (wiring: Axis['motor']['wiring']): Machine =>
      wholeMachine((axis) => ({
        ...withMotor({ leads: 8, quotedFor: 'half' }, { wiring })(axis),
        driver: { ...axis.driver, currentLimit: null },
      }));
    expect(of(free('parallel'), bindingSpeed)).toBeGreaterThan(2 * of(free('series'), bindingSpeed));
  });

  it('stops a switch array on a bipolar motor and a bridge on joined taps', () => {
    expect(findings(wholeMachine(withDriver({ type: 'unipolar' })))).toContain('stop wiring-and-driver');
    expect(findings(wholeMachine(withMotor({ leads: 5 }, { wiring: 'unipolar' })))).toContain('stop wiring-and-driver');
    expect(
      findings(
        wholeMachine((axis) => withDriver({ type: 'unipolar' })(withMotor({ leads: 5 }, { wiring: 'unipolar' })(axis))),
      ),
    ).not.toContain('stop wiring-and-driver');
  });

  it('has a constant-voltage drive draw what the coil lets through, less the switches’ drop', () => {
    const bridge = wholeMachine(withDriver({ type: 'bridge', drop: quantityOf('2 V') }), '12 V');
    expect(of(bridge, limitInForce)).toBeCloseTo((Math.SQRT2 * 10) / 2, 12);
    expect(findings(bridge)).toContain('stop limit-above-motor');
    expect(of(bridge, bindingSpeed)).toBe(0);
    // 10 V over 2 Ω: 5 A in each coil, which is what a switch carries.
    const carrying = (most: string): readonly string[] =>
      findings(
        wholeMachine(withDriver({ type: 'bridge', drop: quantityOf('2 V'), currentMost: quantityOf(most) }), '12 V'),
      );
    expect(carrying('4.9 A')).toContain('stop limit-above-driver');
    expect(carrying('5.1 A')).not.toContain('stop limit-above-driver');
  });

  it('draws less as it turns faster on constant volts, and its limit on a chopper', () => {
    const at = (type: 'bridge' | 'unipolar' | 'chopper', speed: string): number =>
      of(
        wholeMachine((axis) => withDriver({ type })(withJob({ speed: quantityOf(speed) })(axis)), '5 V'),
        crestAtSpeed,
      );
    for (const type of ['bridge', 'unipolar'] as const) {
      expect(at(type, '0.5 mm/s')).toBeCloseTo(2.5, 3);
      expect(at(type, '100 mm/s')).toBeLessThan(0.8 * 2.5);
    }
    expect(at('chopper', '100 mm/s')).toBe(1.5);
  });
});

describe('load and speed', () => {
  it('reckons the efficiency of a screw from thread, diameter and friction while nobody says it', () => {
    // Lead 8 mm on 12x4 trapezoidal, f = 0.15: d2 = 10 mm, the raising formula of the handbook.
    const rub = 0.15 / Math.cos(Math.PI / 12);
    const climb = (0.008 + Math.PI * rub * 0.01) / (Math.PI * 0.01 - rub * 0.008);
    expect(of(wholeMachine(), transmissionEfficiency)).toBeCloseTo(0.008 / (Math.PI * 0.01 * climb), 9);
    expect(of(wholeMachine(withScrew({ efficiency: quantityOf('0.5') })), transmissionEfficiency)).toBe(0.5);
  });

  it('puts process, friction and weight together, and takes a counterweight off', () => {
    const up = wholeMachine(withJob({ incline: quantityOf('90 °') }));
    expect(of(up, gravityLoad)).toBeCloseTo(5 * 9.80665, 9);
    const balanced = wholeMachine(withJob({ incline: quantityOf('90 °'), counterweight: quantityOf('5 kg') }));
    expect(of(balanced, gravityLoad)).toBeCloseTo(0, 9);
    expect(of(balanced, totalInertia)).toBeGreaterThan(of(up, totalInertia));
    expect(of(up, loadAtMotor) / of(wholeMachine(), loadAtMotor)).toBeCloseTo((48 + 5 * 9.80665) / 48, 9);
  });

  it('halves the load on each of two motors, and pushes twice as hard', () => {
    const two = wholeMachine(withMotor({}, { count: 2 }));
    expect(of(two, loadAtMotor)).toBeCloseTo(of(wholeMachine(), loadAtMotor) / 2, 12);
    expect(of(two, pushAtSpeed)).toBeCloseTo(2 * of(wholeMachine(), pushAtSpeed), 9);
    expect(of(two, inertiaRatio)).toBeCloseTo(of(wholeMachine(), inertiaRatio) / 2, 12);
  });

  it('asks for the acceleration that a move time needs', () => {
    // 300 mm at 40 mm/s: 7.5 s of travel and half a second of ramp.
    const timed = wholeMachine(withJob({ moveTime: quantityOf('8 s') }));
    expect(of(timed, accelerationInForce)).toBeCloseTo(0.08, 12);
    expect(of(timed, moveDuration)).toBeCloseTo(8, 9);
    const hurried = wholeMachine(withJob({ moveTime: quantityOf('7 s') }));
    expect(new Reckoner(firstAxis(hurried)).get(accelerationInForce).kind).toBe('impossible');
  });

  it('recommends a speed and an acceleration that keep just the margin wanted', () => {
    const machine = wholeMachine();
    const best = of(machine, recommendedSpeed);
    expect(of(wholeMachine(withJob({ speed: quantityOf(`${best} m/s`) })), speedMargin)).toBeCloseTo(1.5, 4);
    const brisk = of(machine, recommendedAcceleration);
    expect(of(wholeMachine(withJob({ acceleration: quantityOf(`${brisk} m/s²`) })), speedMargin)).toBeCloseTo(1.5, 9);
  });

  it('moves binding speed, margin and verdict when 12 V become 36 V', () => {
    const at = (voltage: string): Machine => wholeMachine(withJob({ speed: quantityOf('200 mm/s') }), voltage);
    expect(of(at('36 V'), bindingSpeed)).toBeGreaterThan(2.5 * of(at('12 V'), bindingSpeed));
    expect(of(at('36 V'), torqueAvailable)).toBeGreaterThan(of(at('12 V'), torqueAvailable));
    expect(findings(at('12 V'))).toContain('stop speed-margin');
    expect(findings(at('36 V'))).not.toContain('stop speed-margin');
  });

  it('carries an assumption from the job into the margin', () => {
    const outcome = new Reckoner(firstAxis(wholeMachine(withJob({ load: quantityOf('40 N', 'assumed') })))).get(
      speedMargin,
    );
    expect(outcome.kind === 'value' && outcome.isAssumed).toBeTrue();
  });

  it('shows the working of the margin with its source, what it depends on, and a range from tolerances', () => {
    const reckoner = new Reckoner(
      firstAxis(wholeMachine(withJob({ load: { ...quantityOf('40 N'), plusMinus: '25 %' } }))),
    );
    expect(working(reckoner, torqueAvailable, 'metric').source).toContain('holds for a damped motor');
    expect(sensitivities(reckoner, torqueNeeded).map((item) => item.field.id)).toContain('job.load');
    const range = toleranceRange(reckoner, speedMargin);
    expect(
      range && range.least < of(wholeMachine(), speedMargin) && of(wholeMachine(), speedMargin) < range.most,
    ).toBeTrue();
  });

  it('keeps a brushed motor’s steps by its encoder and its torque by its constant', () => {
    const brushed = wholeMachine(
      withMotor({
        type: 'brushed',
        torqueConstant: quantityOf('50 mN·m/A'),
        noLoadCurrent: quantityOf('0.1 A'),
        encoder: { counts: 4096, followingLimit: null, guessed: [] },
      }),
    );
    expect(of(brushed, stepsPerMotorTurn)).toBe(4096);
    expect(of(brushed, torqueAvailable)).toBeLessThanOrEqual(0.05 * 1.5);
    expect(pushCurve(new Reckoner(firstAxis(brushed)))?.points[0]?.torqueLow).toBeCloseTo(0.05 * 1.4, 9);
    expect(findings(wholeMachine(withMotor({ type: 'brushed' })))).toContain('stop brushed-without-encoder');
  });

  it('finds the timer’s grain', () => {
    const machine = wholeMachine();
    const timed = {
      ...machine,
      controller: {
        ...machine.controller,
        specification: { ...machine.controller.specification, timerClock: quantityOf('100 kHz') },
      },
    };
    // 40 mm/s of 200 steps/mm: 8000 Hz is 12.5 ticks, which rounds to 13.
    expect(of(timed, timerError)).toBeCloseTo(100_000 / 13 / 8000 - 1, 9);
    expect(findings(timed)).toContain('caution timer-grain');
  });
});

describe('screws', () => {
  it('drop a weight where the lead is steep and hold it where it is flat', () => {
    const falling = (said: Parameters<typeof withScrew>[0]): Machine =>
      wholeMachine((axis) => withScrew(said)(withJob({ incline: quantityOf('90 °') })(axis)));
    const [steep, flat] = [falling({ starts: 4 }), falling({ starts: 1, pitch: quantityOf('2 mm') })];
    expect(of(steep, fallTorque)).toBeGreaterThan(0);
    expect(of(flat, fallTorque)).toBeLessThan(0);
    const said = falling({ starts: 1, pitch: quantityOf('2 mm'), friction: quantityOf('0.15') });
    const [drops, stays] = [steep, said].map((machine) => powerOff(new Reckoner(firstAxis(machine)), sayPlain));
    expect(drops?.falls).toBeTrue();
    expect(drops?.sentence).toContain('drops when the power goes');
    expect(stays?.sentence).toContain('locks by itself');
    expect(findings(steep)).toContain('caution falls-with-power-off');
    expect(findings(flat)).not.toContain('caution falls-with-power-off');
    // The motor's detent torque may just hold it.
    const held = falling({ starts: 4 });
    const motor = { ...held, axes: held.axes.map(withMotor({ detentTorque: quantityOf('1 N·m') })) };
    expect(powerOff(new Reckoner(firstAxis(motor)), sayPlain)?.sentence).toContain('only by the motor’s detent torque');
    expect(powerOff(new Reckoner(firstAxis(wholeMachine())), sayPlain))
      .withContext('level')
      .toBeNull();
  });

  it('roll: a ball screw drops its weight, a worm before it holds it', () => {
    const ball = (reduction: Axis['reduction']): Machine =>
      wholeMachine((axis) => ({
        ...withScrew({ form: 'ball', efficiency: quantityOf('0.9') })(withJob({ incline: quantityOf('90 °') })(axis)),
        reduction,
      }));
    expect(powerOff(new Reckoner(firstAxis(ball([]))), sayPlain)?.falls).toBeTrue();
    const worm = {
      ...(blankStage('worm', 1, 30) as Extract<Stage, { kind: 'worm' }>),
      leadAngle: quantityOf('3 °'),
      friction: quantityOf('0.09'),
    };
    expect(powerOff(new Reckoner(firstAxis(ball([worm]))), sayPlain)?.falls).toBeFalse();
  });

  it('whip and buckle sooner when longer, and are warned of', () => {
    const long = wholeMachine(withScrew({ length: quantityOf('1.5 m') }));
    expect(of(long, whirlLimit)).toBeCloseTo(of(wholeMachine(), whirlLimit) / 9, 9);
    expect(of(long, bucklingLimit)).toBeLessThan(of(wholeMachine(), bucklingLimit));
    expect(of(long, lineStiffness)).toBeCloseTo(of(wholeMachine(), lineStiffness) / 3, 3);
    expect(
      findings(
        wholeMachine(
          (axis) => withScrew({ length: quantityOf('2 m') })(withJob({ speed: quantityOf('200 mm/s') })(axis)),
          '48 V',
        ),
      ),
    ).toContain('stop whirl');
  });
});

describe('the error budget', () => {
  const machine = (school: Axis['budgetSchool']): Machine =>
    wholeMachine((axis) => ({
      ...axis,
      budgetSchool: school,
      faults: {
        kind: 'linear',
        backlash: quantityOf('0.04 mm'),
        leadError: quantityOf('0.03 mm'),
        warming: quantityOf('10 K'),
        expansion: quantityOf('11.7 ppm/K'),
      },
    }));

  it('has every part that is known, and adds them by the school in force', () => {
    const shares = errorShares(new Reckoner(firstAxis(machine('sum'))));
    expect(shares.map((share) => share.figure.id)).toEqual([
      'error-rounding',
      'error-motor',
      'error-friction',
      'error-lag',
      'error-backlash',
      'error-lead',
      'error-stretch',
      'error-warmth',
    ]);
    const sizes = shares.map((share) => share.size);
    expect(of(machine('sum'), errorTotal)).toBeCloseTo(
      sizes.reduce((sum, size) => sum + size, 0),
      15,
    );
    expect(of(machine('rss'), errorTotal)).toBeCloseTo(Math.hypot(...sizes), 15);
    // 5 % of a full step of 8 mm/200; 11.7 µm a metre and kelvin over 300 mm and 10 K.
    expect(sizes[1]).toBeCloseTo(0.05 * 0.008 * (1 / 200), 12);
    expect(sizes.at(-1)).toBeCloseTo(11.7e-6 * 10 * 0.3, 12);
  });

  it('leaves out what nobody has said', () => {
    expect(errorShares(new Reckoner(firstAxis(wholeMachine()))).map((share) => share.figure.id)).not.toContain(
      'error-backlash',
    );
  });
});

describe('the push curve', () => {
  const reckoner = new Reckoner(firstAxis(wholeMachine()));
  const curve = pushCurve(reckoner);

  it('names what binds at every speed, in the order that it begins', () => {
    expect(curve?.points[0]?.binding).toBe('current');
    const bindings = [...new Set(curve?.points.map((point) => point.binding))];
    expect(bindings).toEqual(['current', 'volts']);
    const first = curve?.points.find((point) => point.binding === 'volts');
    expect((first?.speed ?? 0) - (curve?.bindsFrom ?? 0)).toBeGreaterThanOrEqual(0);
  });

  it('passes through the figures at the speed asked for', () => {
    const nearest = curve?.points.reduce((best, point) =>
      Math.abs(point.speed - 0.04) < Math.abs(best.speed - 0.04) ? point : best,
    );
    expect((nearest?.torqueLow ?? 0) / of(wholeMachine(), torqueAvailable)).toBeCloseTo(1, 1);
    expect((curve?.needed ?? 0) / (curve?.pushPerTorque ?? 1)).toBeCloseTo(of(wholeMachine(), torqueNeeded), 12);
  });

  it('knows resonances and start speed in the carriage’s own unit', () => {
    expect(curve?.resonances.length).toBe(3);
    const f0 = of(wholeMachine(), naturalFrequency);
    const first = curve?.resonances[0];
    expect(((first?.from ?? 0) + (first?.to ?? 0)) / 2).toBeCloseTo((f0 * 0.008) / 200, 9);
    expect(curve?.start).toBeCloseTo(of(wholeMachine(), startSpeed), 12);
  });

  it('is silent while the coil is not known', () => {
    expect(pushCurve(new Reckoner(firstAxis(screwMachine())))).toBeNull();
  });
});

describe('the rig of an axis', () => {
  it('has the axis’ motor, inertia and load, friction apart from weight', () => {
    const setup = rigSetup(new Reckoner(firstAxis(wholeMachine(withJob({ incline: quantityOf('90 °') })))), {
      stepping: 'set',
      isDamped: false,
      isLoaded: true,
    });
    expect(setup?.motor.teeth).toBeCloseTo(50, 9);
    expect(setup?.load.inertia).toBeCloseTo(of(wholeMachine(), totalInertia), 12);
    expect(setup?.load.standing).toBeCloseTo((5 * 9.80665 * 0.008) / (2 * Math.PI), 9);
    expect(setup?.drive).toEqual({ mode: 'sine', voltage: 24, current: 1.5, microsteps: 8 });
    expect((setup?.load.friction ?? 0) + (setup?.load.standing ?? 0)).toBeCloseTo(
      of(wholeMachine(withJob({ incline: quantityOf('90 °') })), loadAtMotor),
      9,
    );
  });
});

describe('remedies', () => {
  const weak = wholeMachine(withJob({ speed: quantityOf('200 mm/s') }), '12 V');
  const finding = judgeAxis(new Reckoner(firstAxis(weak)), sayPlain).find((item) => item.id === 'speed-margin');

  it('come ranked by what they change, advice last, each a design of its own', () => {
    const ranked = finding
      ? rankRemedies(weak, 'axis-1', finding, judgeAxis(new Reckoner(firstAxis(weak)), sayPlain), sayPlain)
      : [];
    expect(ranked[0]?.change).not.toBeNull();
    expect(ranked.at(-1)?.change).toBeNull();
    const scores = ranked.flatMap(({ effect }) =>
      effect ? [(effect.removes ? 1000 : 0) - 100 * effect.stops - 10 * effect.cautions] : [],
    );
    expect([...scores].sort((a, b) => b - a)).toEqual(scores);
    const tried = ranked[0]?.change?.(weak);
    expect(tried && of(tried, speedMargin)).toBeGreaterThan(of(weak, speedMargin));
    expect(weak.supplies[0]?.specification.voltage?.text).withContext('the present design stays').toBe('12 V');
  });

  it('ask for a speed that keeps the margin, not one a digit above it', () => {
    const slower = finding?.remedies.find((remedy) => remedy.words.startsWith('Ask for'))?.change?.(weak);
    expect(slower && of(slower, speedMargin)).toBeGreaterThanOrEqual(1.5);
  });

  it('of any rule make a machine that the document accepts and never more stops', () => {
    for (const machine of [
      weak,
      wholeMachine(withJob({ load: quantityOf('900 N') })),
      wholeMachine(withDriver({}, { currentLimit: quantityOf('4 A') })),
    ]) {
      const present = judgeAxis(new Reckoner(firstAxis(machine)), sayPlain);
      for (const item of present) {
        const stops = findings(machine).filter((line) => line.startsWith('stop')).length;
        for (const remedy of rankRemedies(machine, 'axis-1', item, present, sayPlain))
          expect(remedy.effect === null || remedy.effect.removes || remedy.effect.stops <= stops).toBeTrue();
      }
    }
  });
});

describe('usual values', () => {
  it('give a router its three axes, all of it assumed, and keep what was said', () => {
    const begun = newMachine('Bench', 'router');
    const axis = begun.axes[0] as Axis;
    const said = { ...begun, axes: [{ ...axis, job: { ...axis.job, speed: quantityOf('70 mm/s') } as Axis['job'] }] };
    const filled = withUsualValues(said);
    expect(filled.axes.map((item) => item.letter)).toEqual(['X', 'Y', 'Z']);
    expect(filled.axes[0]?.job.speed?.text).toBe('70 mm/s');
    expect(filled.axes[2]?.job.kind === 'linear' && filled.axes[2].job.incline.text).toBe('90 °');
    expect(filled.axes.every((item) => item.carriage.mass?.from === 'assumed')).toBeTrue();
    expect(withUsualValues(filled)).toEqual(filled);
  });
});
