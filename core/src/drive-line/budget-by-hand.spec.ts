import type { Axis } from '../machine/index.js';
import { blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  backlashTotal,
  knownErrorParts,
  moveDuration,
  topSpeedInTravel,
  uncountedErrors,
  type AxisContext,
} from './index.js';
import type { Figure } from '../reckoner/index.js';
import { all, on, turning } from '../testing/rule-trial.js';
import { of, wholeMachine, withBelt, withMotor, withScrew } from '../testing/whole-machine.js';
import { frictionError, motorStepError, roundingError } from './budget-figures.js';

const q = quantityOf;
type Change = (axis: Axis) => Axis;
const faulty =
  (said: object): Change =>
  (axis) => ({ ...axis, faults: { ...axis.faults, ...said } });
const close = (found: number | undefined, expected: number): void => {
  expect((found ?? NaN) / expected).toBeCloseTo(1, 9);
};
/** What the law of a figure makes of given numbers. */
const made = (
  figure: Figure<AxisContext>,
  change: Change,
  values: Readonly<Record<string, number>>,
): number | string => {
  const law = figure.law(on(change));
  return law.refuse?.(values) ?? law.compute(values);
};

describe('parts of the error budget by hand', () => {
  const same: Change = (axis) => axis;

  it('are half a step, a part of a full step, and what friction winds the rotor up by', () => {
    close(Number(made(roundingError, same, { step: 6e-6 })), 3e-6);
    close(Number(made(motorStepError, same, { error: 0.05, travel: 0.008, p: 50 })), (0.05 * 0.008) / 200);
    const given = { friction: 0.03, hold: 0.4, travel: 0.008, p: 50 };
    close(Number(made(frictionError, same, given)), (Math.asin(0.075) * 0.008) / (2 * Math.PI * 50));
    expect(made(frictionError, same, { ...given, friction: 0.41 })).toContain('greater than the holding torque');
    expect(typeof made(frictionError, same, { ...given, friction: 0.4 })).toBe('number');
    // 8 N of guides on 8 mm per turn, shared by two motors.
    const atMotor = frictionError.law(on()).inputs['friction'] as Figure<AxisContext>;
    close(of(wholeMachine(withMotor({}, { count: 2 })), atMotor), (8 * 0.008) / (4 * Math.PI));
  });

  it('play of stages is travel of the last shaft, and adds to that of the screw', () => {
    const geared: Change = (axis) => ({
      ...axis,
      reduction: [{ ...blankStage('gear', 15, 45), backlash: q('0.5 °') }],
    });
    const ofStages = ((0.5 * Math.PI) / 180) * (0.008 / (2 * Math.PI));
    close(of(wholeMachine(all(geared, faulty({ backlash: null }))), backlashTotal), ofStages);
    close(of(wholeMachine(all(geared, faulty({ backlash: q('0.03 mm') }))), backlashTotal), 3e-5 + ofStages);
    close(of(wholeMachine(faulty({ backlash: q('0.03 mm') })), backlashTotal), 3e-5);
  });

  it('are those that the design says enough for, and the rest is named', () => {
    const parts = (change: Change): readonly string[] => knownErrorParts(on(change)).map((item) => item.id);
    const bare = all(faulty({ backlash: null, leadError: null, warming: null }), withScrew({ length: null }));
    expect(parts(bare)).toEqual(['error-rounding', 'error-motor', 'error-friction', 'error-lag']);
    expect(uncountedErrors(on(bare))).toEqual(['backlash', 'lead error', 'stretch']);
    const stretches = (change: Change): boolean => parts(change).includes('error-stretch');
    expect(
      [
        {},
        { length: null },
        { diameter: null },
        { form: 'ball', ballDiameter: null },
        { form: 'ball', ballDiameter: q('2 mm') },
      ].map((said) => stretches(withScrew(said as Parameters<typeof withScrew>[0]))),
    ).toEqual([true, false, false, false, true]);
    const belt = { loop: q('1.5 m'), tensileStiffness: q('7 kN') };
    expect(
      [belt, { ...belt, loop: null }, { ...belt, tensileStiffness: null }].map((said) => stretches(withBelt(said))),
    ).toEqual([true, false, false]);
    expect([
      stretches(turning),
      parts(faulty({ warming: q('8 K') })).includes('error-warmth'),
      parts(turning).includes('error-warmth'),
    ]).toEqual([false, true, false]);
    expect(uncountedErrors(on(all(bare, turning)))).toEqual(['backlash', 'lead error']);
    expect(uncountedErrors(on(faulty({ backlash: q('0.02 mm'), leadError: q('0.05 mm') })))).toEqual([]);
    expect(
      parts(withMotor({ type: 'brushed' })).some((id) => ['error-motor', 'error-friction', 'error-lag'].includes(id)),
    ).toBeFalse();
  });
});

describe('the words of a move', () => {
  const formulaOf = (figure: Figure<AxisContext>, said: object): readonly [string, readonly string[]] => {
    const law = figure.law(on((axis) => ({ ...axis, job: { ...axis.job, travel: q('90 mm'), ...said } })));
    return [law.formula, Object.keys(law.inputs).sort()];
  };
  const [jerk, start, braking] = [{ jerk: q('2 m/s³') }, { startSpeed: q('5 mm/s') }, { braking: q('100 mm/s²') }];

  it('are those of its jerk, its start and its braking', () => {
    const plain = ['acceleration', 'speed', 'travel'];
    expect(formulaOf(moveDuration, {})[1]).toEqual(plain);
    expect(formulaOf(moveDuration, jerk)).toEqual([
      't of the seven stretches over {travel} at {speed}, {acceleration}, {jerk}',
      ['acceleration', 'jerk', 'speed', 'travel'],
    ]);
    expect(formulaOf(topSpeedInTravel, jerk)[0]).toContain('top speed of the seven stretches');
    // A jerk limit leaves start and braking out.
    expect(formulaOf(moveDuration, { ...jerk, ...start, ...braking })[1]).toEqual([
      'acceleration',
      'jerk',
      'speed',
      'travel',
    ]);
    expect(formulaOf(moveDuration, start)[1]).toEqual(['acceleration', 'speed', 'start', 'travel']);
    expect(formulaOf(moveDuration, braking)[1]).toEqual(['acceleration', 'braking', 'speed', 'travel']);
    expect(formulaOf(topSpeedInTravel, { ...start, ...braking })).toEqual([
      jasmine.stringContaining('{start}² + 2·{travel}'),
      ['acceleration', 'braking', 'speed', 'start', 'travel'],
    ]);
    expect(formulaOf(topSpeedInTravel, {})[0]).toBe('least of {speed} and √({travel} · {acceleration})');
  });
});
