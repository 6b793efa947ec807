import { chainSpread, rankFaults, ratioFaults, withSetting } from '../../diagnosis/index.js';
import type { Machine } from '../../machine/index.js';
import { quantityOf } from '../../shape/index.js';
import { exampleInstrument, exampleRing, type LengthInstrument } from '../../testing/example-instrument.js';
import { exampleTransmission, firstAxis, sayPlain, screwMachine } from '../../testing/example-machine.js';
import {
  checkPlan,
  checkPlanOf,
  conformity,
  evaluateStepCheck,
  judgeReturns,
  plannedMoves,
  readingDoubt,
  scaleDoubt,
  spreadTargets,
  type EnteredReading,
  type ReturnJudgement,
  type StepCheckEvaluation,
  type StepCheckPlan,
} from '../index.js';

const q = quantityOf;
/** 1600 microsteps per motor turn of 8 mm. */
const slide: Machine = screwMachine((axis) => ({
  ...axis,
  job: { ...axis.job, travel: q('300 mm') },
  driver: { ...axis.driver, microsteps: 8 },
  transmission: { ...axis.transmission, specification: exampleTransmission('screw', { pitch: q('4 mm'), starts: 2 }) },
}));
const plan = (said: Partial<StepCheckPlan> = {}, instrument: Partial<LengthInstrument> = {}): StepCheckPlan => ({
  targets: [1000, 2300, 4000],
  runs: 1,
  approach: 'one-way',
  returnToZero: false,
  takeUp: 200,
  measured: exampleInstrument(instrument),
  tolerance: { kind: 'linear', value: q('0.05 mm') },
  ...said,
});
function judged(made: StepCheckPlan, texts: readonly string[], machine: Machine = slide): StepCheckEvaluation {
  const entered = texts.map((text, index): EnteredReading => ({
    index,
    text: /^[-\d.]+$/.test(text) ? `${text} mm` : text,
    excluded: null,
  }));
  const result = evaluateStepCheck(firstAxis(machine), made, entered, sayPlain);
  if (!result) throw new Error('the slide has steps');
  return result;
}

describe('readings of a step check', () => {
  it('that are no readings do not count, and none at all say nothing of how it moved', () => {
    const result = judged(plan(), ['5', 'about twelve', '20 s']);
    expect([result.points.length, result.remainingCount]).toEqual([1, 2]);
    expect(judged(plan(), []).motion).toBe('moved');
    expect(judged(plan(), []).verdict).toBe('incomplete');
  });

  it('say “did not move” only where all are nothing and more was asked for than the instrument can miss', () => {
    const still = judged(plan(), ['0', '0.02', '-0.01']);
    expect([still.motion, still.correctedStepsPerUnit, still.ranking]).toEqual(['still', null, null]);
    expect(judged(plan(), ['0', '11.5', '20']).motion).toBe('moved');
    expect(judged(plan(), ['0', '0.03', '-0.01']).motion).not.toBe('still');
    // Six microsteps are 0.03 mm: with a digit of 0.01 mm that may as well have moved.
    expect(judged(plan({ targets: [6, 1000] }), ['0.01', '0.02']).motion).not.toBe('still');
    expect(judged(plan({ targets: [9, 1000] }), ['0.01', '0.02']).motion).toBe('still');
  });

  it('say “the wrong way” only where they are shown to: all of one distance, or the scale with its interval', () => {
    expect(judged(plan({ targets: [1000], runs: 2 }), ['-5', '-5.01']).motion).toBe('reversed');
    expect(judged(plan({ targets: [1000], runs: 2 }), ['-5', '5.01']).motion).toBe('moved');
    const backward = judged(plan(), ['-5', '-11.5', '-20']);
    expect([backward.motion, backward.correctedStepsPerUnit, backward.ranking]).toEqual(['reversed', null, null]);
    // Below nothing, but with an interval that holds forward as well: no cause is looked for, and nothing is set.
    const wild = judged(plan(), ['4', '-6', '0.5']);
    expect(
      wild.fit.kind === 'fitted' && wild.fit.scale.value < 0 && wild.fit.scale.value + wild.fit.scale.expanded > 0,
    ).toBeTrue();
    expect([wild.motion, wild.ranking, wild.correctedStepsPerUnit]).toEqual(['moved', null, null]);
  });

  it('of one distance speak of a factor, with what one reading is trusted to', () => {
    const made = plan({ targets: [1000], runs: 2 });
    const twice = judged(made, ['10.1', '10.3']);
    const { axis, machineKind } = firstAxis(slide);
    const doubt = { digit: 0.000_01, error: 0, scale: 0, tilt: 1 - Math.cos((0.2 * Math.PI) / 180), range: Infinity };
    const expected = rankFaults(withSetting(ratioFaults(axis, machineKind), axis, 1), {
      scale: 10.2 / 5,
      standardUncertainty: Math.hypot(readingDoubt(doubt, 0.0101).whole / 0.005, 0.01 * 2.04),
      degreesOfFreedom: Infinity,
      chainSpread: chainSpread(axis),
    });
    expect(twice.ranking?.faults.map((item) => [item.fault.id, item.chance.toFixed(9)])).toEqual(
      expected.faults.map((item) => [item.fault.id, item.chance.toFixed(9)]),
    );
    const only = (text: string, instrument: Partial<LengthInstrument> = {}): boolean =>
      judged(plan({ targets: [1000] }, instrument), [text]).ranking !== null;
    expect([only('5.2'), only('5.3'), only('4.8'), only('4.7')]).toEqual([false, true, false, true]);
    // With a digit of 2 mm a third more is within what the reading may be out by.
    expect([only('6.5', { digit: q('2 mm') }), only('6.5', { digit: q('1 mm') })]).toEqual([false, true]);
    expect(only('-7')).toBeFalse();
  });

  it('of two distances lend their scatter to the zero', () => {
    const made = plan({ targets: [1000, 4000], returnToZero: true });
    const loose = judged(made, ['5.2', '19.7', '0.3']);
    expect(loose.returns.kind).toBe('returns');
    const tight = judged(made, ['5', '20', '0.3']);
    expect(tight.returns.kind).not.toBe('returns');
  });

  it('of a turning axis bear no tilt of their own', () => {
    const turntable: Machine = screwMachine((axis) => ({
      ...axis,
      transmission: { ...axis.transmission, specification: exampleTransmission('rotary', {}) },
    }));
    const made = plan({
      tolerance: { kind: 'rotary', value: q('0.2 °') },
      measured: exampleRing({ square: 'by-eye' }),
    });
    const rotary: Machine = {
      ...turntable,
      axes: turntable.axes.map((axis) => ({ ...axis, job: { ...axis.job, kind: 'rotary' } as typeof axis.job })),
    };
    const result = judged(made, ['112.5 °', '258.8 °', '450 °'], rotary);
    expect(result.standardUncertainty).toBeCloseTo(((0.1 / Math.sqrt(6)) * Math.PI) / 180, 9);
  });
});

describe('what an instrument may be out by', () => {
  it('counts half its expanded scale error, whole settings of its limit, and chance settings of its digit', () => {
    const doubt = { digit: 0.02, error: 0.03, scale: 0.004, tilt: 0.002, range: 25 };
    const far = readingDoubt(doubt, 60);
    expect(far.digit).toBeCloseTo((0.02 / Math.sqrt(6)) * Math.sqrt(3), 12);
    expect(far.own).toBeCloseTo(Math.hypot((0.03 / Math.sqrt(3)) * 3, (0.004 * 60) / 2), 12);
    expect(far.tilt).toBeCloseTo((0.002 * 60) / 2, 12);
    expect(scaleDoubt(doubt, 60)).toBeCloseTo((2 * Math.hypot(far.own, far.tilt)) / 60, 12);
    expect(scaleDoubt(doubt, 0)).toBe(0);
    expect(scaleDoubt(doubt, NaN)).toBe(0);
  });

  it('lets a decimal reading that equals its limit pass by its last bit, and no more', () => {
    expect(conformity(0.05 * (1 + 5e-7), 0.05, 0)).toBe('within');
    expect(conformity(0.05 * (1 + 2e-6), 0.05, 0)).toBe('outside');
    expect(conformity(-(0.04 + 0.05 * 5e-7), 0.05, 0.005)).toBe('within');
    expect(conformity(0.06 + 0.05 * 5e-7, 0.05, 0.005)).toBe('undecided');
    expect(conformity(-(0.06 + 0.05 * 2e-6), 0.05, 0.005)).toBe('outside');
  });
});

describe('zeros that come back', () => {
  const zeros = (
    values: readonly number[],
    scatter: { readonly deviation: number; readonly freedom: number } | null,
    tolerance = 0.05,
  ): ReturnJudgement =>
    judgeReturns(
      values.map((value, index) => ({ run: index + 1, value })),
      0.01,
      0.08,
      scatter,
      tolerance,
    );

  it('once, with no scatter known, are let pass within three digits, and may still be a whole cycle', () => {
    expect(zeros([0.03], null)).toEqual(jasmine.objectContaining({ kind: 'returns', largest: 0.03 }));
    expect(zeros([0.0301], null).kind).toBe('off');
    expect(zeros([-0.08], null)).toEqual(jasmine.objectContaining({ kind: 'lost-cycles', cycles: -1 }));
  });

  it('tell the largest, whichever came when, the first of two alike', () => {
    const known = { deviation: 0.004, freedom: 20 };
    for (const values of [
      [0.047, -0.031],
      [-0.031, 0.047],
    ])
      expect((zeros(values, known) as { largest: number }).largest).toBe(0.047);
    expect((zeros([0.047, -0.047], known) as { largest: number }).largest).toBe(0.047);
  });

  it('are no lost cycles where one of them is off by half a cycle', () => {
    const known = { deviation: 0.001, freedom: 20 };
    expect(zeros([0.08, 0.08], known).kind).toBe('lost-cycles');
    expect(zeros([0.08, 0.12], known).kind).toBe('off');
  });

  it('matter beyond the tolerance, not at it', () => {
    const known = { deviation: 0.001, freedom: 20 };
    expect(zeros([0.05], known, 0.05)).toEqual(jasmine.objectContaining({ kind: 'off', matters: false }));
    expect(zeros([0.05], known, 0.049)).toEqual(jasmine.objectContaining({ kind: 'off', matters: true }));
  });
});

describe('a plan', () => {
  it('that is none is refused, whatever it is', () => {
    for (const input of [null, undefined, 'plan', 7, [], {}, { instrument: null }, { measured: 'rule' }])
      expect(checkPlan(input).ok).toBeFalse();
    const { counts: _counts, temperature: _temperature, zeroAgain: _zeroAgain, ...older } = plan().measured;
    const opened = checkPlanOf('step-check', { ...plan(), measured: older });
    expect(
      opened.ok && [opened.value.measured.counts, opened.value.measured.temperature, opened.value.measured.zeroAgain],
    ).toEqual(['with', null, false]);
  });

  it('without a take-up goes to no place twice', () => {
    const path = (approach: StepCheckPlan['approach']): readonly number[] =>
      plannedMoves(plan({ takeUp: 0, targets: [300, 900], approach, returnToZero: true })).map(({ to }) => to);
    expect(path('one-way').filter((to, index, all) => to === all[index - 1] && to !== 0)).toEqual([]);
    expect(path('one-way').slice(0, 2)).toEqual([300, 900]);
  });

  it('spreads its targets within half their distance where a motor turn is longer', () => {
    // Four over 1000 microsteps, a turn of 1600: by 125 at most, never past its neighbour.
    expect(spreadTargets(1000, 1600, 4, () => 0.8)).toEqual([150, 400, 650, 900]);
    // Far apart, within a motor turn of 800.
    expect(spreadTargets(10_000, 800, 4, () => 0.25)).toEqual([2300, 4800, 7300, 9800]);
  });
});
