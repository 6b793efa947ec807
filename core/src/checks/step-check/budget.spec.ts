import { exampleInstrument } from '../../testing/example-instrument.js';
import { firstAxis, screwMachine } from '../../testing/example-machine.js';
import { quantityOf } from '../../shape/index.js';
import { evaluateStepCheck, type StepCheckEvaluation, type StepCheckPlan } from '../index.js';

const q = quantityOf;
/** 200 steps per millimetre of an 8 mm screw at eight microsteps. */
const plan: StepCheckPlan = {
  targets: [2000, 5000, 8000],
  runs: 2,
  approach: 'one-way',
  returnToZero: false,
  takeUp: 100,
  measured: exampleInstrument({
    digit: q('0.02 mm'),
    error: q('0.03 mm'),
    square: 'by-square',
    scale: q('0.1 %'),
    temperature: q('26 °C'),
  }),
  tolerance: { kind: 'linear', value: q('0.2 mm') },
};
const judged = (texts: readonly string[]): StepCheckEvaluation => {
  const evaluation = evaluateStepCheck(
    firstAxis(screwMachine()),
    plan,
    texts.map((text, index) => ({ index, text, excluded: null })),
    String,
  );
  if (!evaluation) throw new Error('The example cannot be judged.');
  return evaluation;
};

describe('the budget of a step check', () => {
  const texts = ['10.02 mm', '25.08 mm', '40.06 mm', '10 mm', '25.04 mm', '40.12 mm'];

  it('is of the farthest reading while no scale is fitted, and of nothing before that', () => {
    expect(judged([]).budget).toBeNull();
    const one = judged(['10.02 mm']);
    expect([one.budget?.of, one.budget?.dimension]).toEqual(['the farthest reading', 'length']);
    expect(one.budget?.rows.combined).toBeCloseTo(one.standardUncertainty, 15);
    expect(one.budget?.rows.rows.map(({ name }) => name)).toContain('The digit');
  });

  it('is of the scale once it is fitted, and comes to the very interval that is told', () => {
    const { budget, fit } = judged(texts);
    if (fit.kind !== 'fitted' || !budget) throw new Error('It was not fitted.');
    expect([budget.of, budget.dimension]).toEqual(['the scale', 'ratio']);
    expect(budget.rows.combined).toBeCloseTo(fit.scaleStandardUncertainty, 15);
    expect(budget.rows.expanded).toBeCloseTo(fit.scale.expanded, 15);
    expect(budget.rows.freedom).toBe(fit.effectiveDegreesOfFreedom);
  });

  it('has every part of the instrument over the reach, worked out by hand', () => {
    const { budget, fit } = judged(texts);
    const scale = fit.kind === 'fitted' ? fit.scale.value : NaN;
    const reach = 0.04012;
    const size = (name: string): number | undefined => budget?.rows.rows.find((row) => row.name === name)?.standard;
    // A printed limit is a rectangle, a certificate's uncertainty is halved (JCGM 100:2008, 4.3.3 and 4.3.7).
    expect(size('The instrument’s own error')).toBeCloseTo(
      scale * Math.hypot(0.00003 / Math.sqrt(3) / reach, 0.0005),
      9,
    );
    expect(size('How square it was set')).toBeCloseTo((scale * (1 - Math.cos(Math.PI / 180))) / 2, 9);
    expect(size('Expansion away from 20 °C')).toBeCloseTo((scale * Math.hypot(6 * 12e-6, 11.5e-6)) / Math.sqrt(3), 9);
    expect(size('Drift of its zero')).toBeUndefined();
    expect(budget?.rows.rows.filter(({ kind }) => kind === 'A').map(({ name }) => name)).toEqual([
      'Scatter of 6 readings',
    ]);
    expect(budget?.rows.rows.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
  });
});
