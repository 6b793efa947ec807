import { quantityOf } from '../../shape/index.js';
import { exampleTransmission, firstAxis, sayPlain, screwMachine } from '../../testing/example-machine.js';
import {
  checkPlan,
  columnsOf,
  correctedSetting,
  evaluateCheck,
  misfitOf,
  placesOf,
  sheetOf,
  type PlanOf,
} from '../index.js';
import { exampleInstrument, exampleRing } from '../../testing/example-instrument.js';

const PLAN: PlanOf<'step-check'> = {
  kind: 'step-check',
  targets: [1600, 9600],
  runs: 1,
  approach: 'both-ways',
  returnToZero: true,
  takeUp: 200,
  measured: exampleInstrument({ digit: quantityOf('0.0005 in') }),
  tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
};
/** 800 microsteps per turn of a screw of 20 threads per inch: 16 000 an inch. */
const AXIS = firstAxis(screwMachine());

describe('the sheet that a step check is read into', () => {
  it('names each place by its run, its side and its steps, and says where it should be', () => {
    const sheet = sheetOf(AXIS, PLAN, 'inch');
    expect(sheet.how).toBe('Read dial indicator');
    expect(sheet.heads).toEqual([
      { words: 'Run', isNumber: false },
      { words: 'Steps', isNumber: true },
      { words: 'Should be, in', isNumber: true },
    ]);
    const places = placesOf(PLAN);
    expect(places.map((place) => sheet.cells(place))).toEqual([
      ['1 ↑', '1600', '0.1'],
      ['1 ↑', '9600', '0.6'],
      ['1 ↓', '9600', '0.6'],
      ['1 ↓', '1600', '0.1'],
      ['1 zero', '0', '0'],
    ]);
    expect(places.map((place) => sheet.named(place))).toEqual([
      '1600 microsteps from below',
      '9600 microsteps from below',
      '9600 microsteps from above',
      '1600 microsteps from above',
      'return to zero',
    ]);
    expect(sheetOf(AXIS, { ...PLAN, measured: { ...PLAN.measured, name: '' } }, 'metric').how).toBe(
      'Read the instrument',
    );
  });

  it('has columns that a spreadsheet reads: plain digits, the unit beside them', () => {
    const { header, cells } = columnsOf(AXIS, { ...PLAN, targets: [40_000_000], approach: 'one-way' }, 'metric');
    expect(header).toEqual(['run', 'target_microsteps', 'approach', 'kind', 'commanded', 'unit']);
    const places = placesOf({ ...PLAN, targets: [40_000_000], approach: 'both-ways' });
    expect(places.map((place) => cells(place))).toEqual([
      ['1', '40000000', 'up', 'target', '63500.000000', 'mm'],
      ['1', '40000000', 'down', 'target', '63500.000000', 'mm'],
      ['1', '0', 'up', 'return', '0.000000', 'mm'],
    ]);
  });

  it('cannot be made for an axis on which nothing can be commanded', () => {
    const unknown = firstAxis(
      screwMachine((axis) => ({
        ...axis,
        motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
      })),
    );
    expect(() => sheetOf(unknown, PLAN, 'metric')).toThrowError(RangeError, 'this axis has no steps per unit');
    expect(misfitOf(unknown, PLAN)).toContain('are not known yet');
    expect(misfitOf(AXIS, PLAN)).toBeNull();
  });

  it('fits an axis only where instrument and tolerance both go as it goes', () => {
    const turned = { ...PLAN, tolerance: { kind: 'rotary', value: quantityOf('0.1 °') } } as const;
    expect(misfitOf(AXIS, turned)).toBe('This axis slides: plan in lengths.');
    const read = {
      ...PLAN,
      measured: exampleRing(),
    };
    expect(misfitOf(AXIS, read)).toBe('This axis slides: plan in lengths.');
  });

  it('is of an older plan what it was, with what has been added left unsaid', () => {
    const { kind, measured, ...plan } = PLAN;
    const older = {
      kind: 'linear',
      name: 'dial indicator',
      form: 'indicator',
      resolution: quantityOf('0.0005 in'),
      tilt: null,
      scaleUncertainty: null,
    };
    const checked = checkPlan({ ...plan, instrument: older });
    expect(checked.ok && checked.value).toEqual({ kind, ...plan, measured: { ...measured, square: 'not-said' } });
    const broken = checkPlan({ ...plan, instrument: 'a rule' });
    expect(broken.ok ? [] : broken.error.map(({ path }) => path)).toEqual(['measured']);
    expect(checkPlan('nonsense').ok).toBeFalse();
  });
});

describe('the setting that a step check leads to', () => {
  const read = (scale: number): ReturnType<typeof evaluateCheck<'step-check'>> => {
    const plan = {
      ...PLAN,
      approach: 'one-way',
      targets: [8000, 16_000, 32_000, 48_000],
      returnToZero: false,
    } as const;
    const roller = firstAxis(
      screwMachine((axis) => ({
        ...axis,
        transmission: {
          ...axis.transmission,
          specification: exampleTransmission('belt', { pitch: quantityOf('2 mm'), teeth: 20 }),
        },
      })),
    );
    const travel = (target: number): number => (target / 800) * 40 * scale;
    const entered = plan.targets.map((target, index) => ({
      index,
      text: `${travel(target).toFixed(4)} mm`,
      excluded: null,
    }));
    return evaluateCheck(roller, plan, entered, sayPlain);
  };

  it('is the old one over the scale, as measured on that day, in the units of whoever reads it', () => {
    const evaluation = read(1.004);
    if (!evaluation) throw new Error('an evaluation is expected');
    // 20 steps/mm over 1.004.
    const metric = correctedSetting(AXIS, evaluation, 'metric', '2026-11-05', '5 Nov');
    expect(metric?.kind).toBe('linear');
    expect(metric?.stepsPerUnit).toEqual({
      text: `${Number((20 / 1.004).toPrecision(8))} steps/mm`,
      from: 'measured',
      on: '2026-11-05',
      plusMinus: null,
    });
    expect(metric?.reason).toBe('Step check of 5 Nov: scale 1.00400');
    expect(correctedSetting(AXIS, evaluation, 'inch', '2026-11-05', '5 Nov')?.stepsPerUnit.text).toBe(
      `${Number(((20 / 1.004) * 25.4).toPrecision(8))} steps/in`,
    );
  });

  it('is none where nothing is to be corrected, and none without a scale', () => {
    const off = read(1.004);
    if (!off) throw new Error('an evaluation is expected');
    const of = (evaluation: typeof off): unknown => correctedSetting(AXIS, evaluation, 'metric', '2026-11-05', '5 Nov');
    expect(of({ ...off, correctedStepsPerUnit: null })).toBeNull();
    expect(of({ ...off, fit: { kind: 'none', reason: 'one distance only' } as never })).toBeNull();
    expect(of(off)).not.toBeNull();
  });
});
