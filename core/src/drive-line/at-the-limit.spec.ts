import type { Axis } from '../machine/index.js';
import { blankStage, PARTS } from '../parts/index.js';
import { Reckoner, type Figure } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { firstAxis } from '../testing/example-machine.js';
import { after, judged, on, reason, remedies, severity } from '../testing/rule-trial.js';
import { of, wholeMachine, withDriver, withJob, withMotor } from '../testing/whole-machine.js';
import {
  coolingOf,
  errorTotal,
  knownErrorParts,
  moveDuration,
  timerError,
  topSpeedInTravel,
  windingInductance,
  windingResistance,
  type AxisContext,
} from './index.js';
import { errorShares } from './budget-figures.js';
import { NOTHING, ROUNDING } from './limits.js';

const q = quantityOf;
type Change = (axis: Axis) => Axis;
const same: Change = (axis) => axis;

/** Rules at the very value that their limit is, its slack for the last bit counted: it is still kept. */
const KEPT: readonly (readonly [id: string, values: Readonly<Record<string, number>>])[] = [
  ['step-coarser-than-tolerance', { step: 2 * 3e-5 * ROUNDING, tolerance: 3e-5 }],
  ['resolution-not-reached', { step: 7e-6 * ROUNDING, wanted: 7e-6 }],
  ['lag-beyond-tolerance', { lag: 3e-5 * ROUNDING, tolerance: 3e-5 }],
  ['budget-beyond-tolerance', { total: 3e-5 * ROUNDING, lag: 1e-6, tolerance: 3e-5 }],
  ['backlash-beyond-allowed', { play: 2e-5 * ROUNDING, allowed: 2e-5 }],
  ['falls-with-power-off', { fall: 0.3, weight: NOTHING }],
  ['printed-ratio', { drift: 1e-9, ratio: 63.7 }],
  ['limit-above-motor', { limit: Math.SQRT2 * 1.5 * ROUNDING, rated: 1.5, advised: 1.5 }],
  ['limit-above-driver', { limit: 2 * ROUNDING, most: 2 }],
  ['limit-below-driver', { limit: 0.3 / ROUNDING, least: 0.3 }],
  ['supply-below-driver', { volts: 9 / ROUNDING, least: 9 }],
  ['driver-pulse-rate', { rate: (1 / (2e-6 + 3e-6)) * ROUNDING, high: 2e-6, low: 3e-6, speed: 0.1 }],
  ['pulse-too-short', { given: 2e-6, needed: 2e-6 * ROUNDING }],
  ['direction-too-late', { given: 5e-6, needed: 5e-6 * ROUNDING }],
  ['pulse-fills-period', { rate: 80_000, given: 4e-6, low: (1 / 80_000 - 4e-6) * ROUNDING, speed: 0.1 }],
  ['pulse-rate', { rate: 20_000 * ROUNDING, most: 20_000, speed: 0.1 }],
];

describe('a limit that is met to the last bit', () => {
  for (const [id, values] of KEPT)
    it(`is kept: ${id}`, () => {
      expect(severity(id, values)).toBe('nothing');
    });

  it('of the volts is no stop yet, only close', () => {
    expect(severity('supply-above-driver', { volts: 30 * ROUNDING, most: 30 })).toBe('caution');
    expect(severity('supply-above-driver', { volts: 30.001, most: 30 })).toBe('stop');
  });

  it('of the lag leaves it to the whole budget to speak', () => {
    const at = (lag: number) => severity('budget-beyond-tolerance', { total: 5e-5, lag, tolerance: 3e-5 });
    expect([at(3e-5 * ROUNDING), at(3.1e-5)]).toEqual(['caution', 'nothing']);
  });

  it('of the finest microsteps is still one to try', () => {
    const context = on(withDriver({ finestMicrosteps: 16 }, { microsteps: 8 }));
    const offered = (finest: number) =>
      remedies(
        'resolution-not-reached',
        { step: 10e-6, wanted: 5e-6 },
        on(withDriver({ finestMicrosteps: finest }, { microsteps: 8 })),
      );
    expect(remedies('step-coarser-than-tolerance', { step: 1e-4, tolerance: 1e-5 }, context)).toContain(
      'try: Set 1/16 steps.',
    );
    expect([offered(16)[0], offered(8)[0]]).toEqual(['try: Set 1/16 steps.', 'try: Take a screw with a single start.']);
  });
});

describe('a gearhead of which the ratio is printed', () => {
  const geared = (nominal: string | null, hasTeeth = false): AxisContext =>
    on(
      withMotor({
        gearhead: {
          nominal: nominal === null ? null : q(nominal),
          stages: hasTeeth ? [blankStage('gear', 9, 32)] : [],
          efficiency: null,
          backlash: null,
          inertia: null,
        },
      }),
    );

  it('drifts by what its teeth differ from the print', () => {
    expect([-2e-9, 2e-9].map((drift) => severity('printed-ratio', { drift, ratio: 63.68395 }))).toEqual([
      'caution',
      'caution',
    ]);
    expect(reason('printed-ratio', { drift: -0.0312, ratio: 63.683949 })).toBe(
      'The printed ratio is rounded: its teeth give 63.68395. Believing the print drifts 0.0312 angle per turn.',
    );
    expect(remedies('printed-ratio', { drift: 0.03, ratio: 63.7 })).toEqual(['Use the steps from the teeth, as here.']);
  });

  it('may stand for whatever rounds to it, and says how much that is in a turn', () => {
    // Half of the last digit over the ratio, of a whole turn: 2π · 0.05 / 13.7, told to a tenth of it.
    const found = judged('printed-ratio-only', { nominal: 13.7 }, geared('13.7'));
    expect(found?.sentence).toBe(
      'Only the printed gearhead ratio is known. Rounded, it may stand for 13.65 to 13.75, 0.0229313 angle to 0.00229 per turn, either way. What turns on and on then creeps.',
    );
    expect(found?.remedies.map(({ words }) => words)).toEqual(['Count the teeth of each pair, or check a whole turn.']);
    expect(reason('printed-ratio-only', { nominal: 96 / 7 }, geared('96/7'))).toBe(
      'Only the printed gearhead ratio is known. What turns on and on then creeps.',
    );
  });

  it('is nothing to ask after once its teeth are counted, or where nothing is printed', () => {
    expect(severity('printed-ratio-only', { nominal: 64 }, geared('64', true))).toBe('nothing');
    expect(severity('printed-ratio-only', { nominal: 64 }, geared(null))).toBe('nothing');
    expect(severity('printed-ratio-only', { nominal: 64 }, on(withMotor({ gearhead: null })))).toBe('nothing');
  });
});

describe('pulses that were counted', () => {
  const counting = (pulses: number, turns: string, microsteps = 8): AxisContext =>
    on((axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps },
      counted: { pulses, turns: q(turns), on: null },
    }));
  const told = (...given: Parameters<typeof counting>): string =>
    reason('counted-otherwise', { angle: Math.PI / 100 }, counting(...given));

  it('tell in words how far every move goes', () => {
    // 200 full steps: 800 pulses a turn are quarters, 3200 sixteenths, 400 halves, 25600 the finest.
    expect(told(800, '1')).toBe(
      '800 pulses made 1 turn: the driver divides by 4, not by 8. Every move goes twice as far.',
    );
    expect(told(6400, '2')).toContain(
      '6400 pulses made 2 turns: the driver divides by 16, not by 8. Every move goes half as far.',
    );
    expect(told(400, '1')).toContain('Every move goes 4 times as far.');
    expect(told(6400, '1')).toContain('Every move goes 1/4 of the way.');
    expect([told(1600, '1'), told(800, '1', 4)]).toEqual(['', '']);
  });

  it('are counted again where they fit no setting, and offer the divisor where they do', () => {
    const given = ['counted-otherwise', { angle: Math.PI / 100 }] as const;
    expect(remedies(...given, counting(1120, '1'))).toEqual(['Count again, over more turns, from mark to mark.']);
    expect(remedies(...given, counting(800, '1'))).toEqual([
      'try: Set 1/4 steps.',
      'Or set the driver as believed, power off, and count again.',
    ]);
    expect(after('Set 1/4 steps.', ...given, counting(800, '1')).driver.microsteps).toBe(4);
  });
});

describe('the law of a move', () => {
  const lawOf = (figure: Figure<AxisContext>, job: object) => figure.law(on(withJob({ jerk: null, ...job })));
  const braking = { braking: q('200 mm/s²') };
  const start = { startSpeed: q('5 mm/s') };

  it('has what the job says of it, and no more', () => {
    const inputs = (job: object): readonly string[] => Object.keys(lawOf(moveDuration, job).inputs).sort();
    const always = ['acceleration', 'speed', 'travel'];
    expect(inputs({})).toEqual(always);
    expect(inputs(braking)).toEqual([...always, 'braking'].sort());
    expect(inputs(start)).toEqual([...always, 'start'].sort());
    expect(inputs({ ...braking, ...start })).toEqual([...always, 'braking', 'start'].sort());
    expect(inputs({ ...braking, ...start, jerk: q('2 m/s³') })).toEqual([...always, 'jerk'].sort());
  });

  it('is told as it is reckoned', () => {
    const formula = (figure: Figure<AxisContext>, job: object): string => lawOf(figure, job).formula;
    expect(formula(moveDuration, {})).toBe(
      't: {travel}/{speed} + {speed}/{acceleration}, or 2·√({travel}/{acceleration}) when short',
    );
    expect(formula(topSpeedInTravel, {})).toBe('least of {speed} and √({travel} · {acceleration})');
    expect(formula(topSpeedInTravel, braking)).toBe(
      'least of {speed} and √(0² + 2·{travel}·{acceleration}·{braking}/({acceleration} + {braking}))',
    );
    expect(formula(topSpeedInTravel, start)).toContain('√({start}² + 2·{travel}·{acceleration}·{acceleration}/');
    expect(formula(moveDuration, braking)).toMatch(/^\(v − 0\)\/\{acceleration\} \+ \(v − 0\)\/\{braking\}/);
    expect(formula(moveDuration, start)).toMatch(/^\(v − \{start\}\)\/\{acceleration\}/);
    expect(formula(moveDuration, { jerk: q('2 m/s³') })).toMatch(/^t of the seven stretches/);
    expect(formula(topSpeedInTravel, { jerk: q('2 m/s³') })).toMatch(/^top speed of the seven stretches/);
  });

  it('is one and the same for designs of one sort, so that nothing is reckoned anew in vain', () => {
    expect(lawOf(moveDuration, {})).toBe(lawOf(moveDuration, { speed: q('11 mm/s') }));
    expect(lawOf(moveDuration, braking)).not.toBe(lawOf(moveDuration, {}));
    expect(errorTotal.law(on())).toBe(errorTotal.law(on((axis) => ({ ...axis, name: 'another' }))));
    const timed = (timerBits: number) => {
      const context = on();
      const { controller } = context;
      return timerError.law({
        ...context,
        controller: { ...controller, specification: { ...controller.specification, timerBits } },
      });
    };
    expect(timed(16)).toBe(timed(16));
    expect([timed(16).source, timed(32).source]).toEqual([
      'A timer of 16 bits counts whole ticks',
      'A timer of 32 bits counts whole ticks',
    ]);
  });
});

describe('a winding', () => {
  it('is told as quoted, or by how its coils are joined', () => {
    const eight = (wiring: 'half' | 'series' | 'parallel') =>
      on(withMotor({ leads: 8, quotedFor: 'half' }, { wiring }));
    const said = (figure: Figure<AxisContext>, wiring: Parameters<typeof eight>[0]): readonly string[] => {
      const { formula, source } = figure.law(eight(wiring));
      return [formula, source];
    };
    expect(said(windingResistance, 'half')).toEqual(['{quoted}', 'As quoted: wired as the sheet has it']);
    expect(said(windingResistance, 'series')[0]).toBe('2 · {quoted}');
    expect(said(windingInductance, 'series')[0]).toBe('4 · {quoted}');
    expect(said(windingResistance, 'parallel')[0]).toBe('0.5 · {quoted}');
    expect(said(windingResistance, 'series')[1]).not.toContain('As quoted');
  });
});

describe('the sum of the errors', () => {
  it('is of squares or plain, as it is asked for, and says which', () => {
    const asked =
      (school: 'rss' | 'sum') =>
      (axis: Axis): Axis => ({ ...axis, budgetSchool: school });
    const sizes = errorShares(new Reckoner(on())).map(({ size }) => size);
    expect(sizes.length).toBe(knownErrorParts(on()).length);
    expect(sizes.length).toBeGreaterThan(2);
    expect(of(wholeMachine(asked('sum')), errorTotal)).toBeCloseTo(
      sizes.reduce((sum, size) => sum + size, 0),
      12,
    );
    expect(of(wholeMachine(asked('rss')), errorTotal)).toBeCloseTo(Math.hypot(...sizes), 12);
    const [plain, squares] = (['sum', 'rss'] as const).map((school) => errorTotal.law(on(asked(school))));
    expect([plain?.formula.includes('²'), squares?.formula.startsWith('√(')]).toEqual([false, true]);
    expect(plain?.formula).toMatch(/^\{part0\} \+ \{part1\}/);
    expect(plain?.source).toContain('Common practice');
    expect(squares?.source).toContain('ISO/IEC Guide 98-3');
  });

  it('changes its school and nothing else where that is chosen', () => {
    const { schools } = errorTotal;
    const chosen = (option: string) => schools?.choose(on(same), option).axis;
    expect(chosen('sum')).toEqual({ ...on(same).axis, budgetSchool: 'sum' });
    expect(chosen('rss')?.budgetSchool).toBe('rss');
    expect(schools?.inForce(on((axis) => ({ ...axis, budgetSchool: 'sum' })))).toBe('sum');
  });
});

describe('a driver bare, with a sink and with a fan', () => {
  const SAID = { onResistance: q('0.32 Ω'), thermalResistance: q('15 K/W'), drop: null };
  const cooled = (said: object) => coolingOf(new Reckoner(firstAxis(wholeMachine(withDriver({ ...SAID, ...said })))));

  it('is not told while its switches, its way to air or the limit are not known', () => {
    expect(cooled({})?.length).toBe(3);
    expect(cooled({ thermalResistance: null })).toBeNull();
    expect(cooled({ onResistance: null })).toBeNull();
    expect(cooled({ onResistance: null, drop: q('2 V') })?.length).toBe(3);
    const unlimited = wholeMachine((axis) => ({
      ...withDriver(SAID)(axis),
      driver: { ...withDriver(SAID)(axis).driver, currentLimit: null },
      motor: { ...axis.motor, specification: { ...PARTS.motor.blank } },
    }));
    expect(coolingOf(new Reckoner(firstAxis(unlimited)))).toBeNull();
  });

  it('is cooler and bears more the better it is cooled', () => {
    const found = cooled({}) ?? [];
    const [bare, sunk, blown] = found;
    expect(bare?.temperature ?? 0).toBeGreaterThan(sunk?.temperature ?? Infinity);
    expect(sunk?.temperature ?? 0).toBeGreaterThan(blown?.temperature ?? Infinity);
    const hot = cooled({ thermalResistance: q('40 K/W') }) ?? [];
    expect(hot[0]?.limit ?? Infinity).toBeLessThan(hot[2]?.limit ?? 0);
    expect(blown?.limit).toBe(1.5);
    expect(new Set(found.map(({ words }) => words)).size).toBe(3);
    // A switch array carries each coil through one switch, a bridge through two; 20 Ω on 12 V are some 0.6 A.
    const onVolts = (type: 'unipolar' | 'bridge') =>
      coolingOf(
        new Reckoner(
          firstAxis(
            wholeMachine(
              (axis) =>
                withMotor(
                  { leads: 6, resistance: q('20 Ω') },
                  { wiring: type === 'unipolar' ? 'unipolar' : 'half' },
                )(withDriver({ ...SAID, type })(axis)),
              '12 V',
            ),
          ),
        ),
      )?.[0]?.temperature ?? NaN;
    expect(onVolts('unipolar')).toBeLessThan(onVolts('bridge'));
  });
});
