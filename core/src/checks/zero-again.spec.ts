import { quantityOf } from '../shape/index.js';
import { planFor, readBy } from '../testing/check-run.js';
import { firstAxis, sayPlain, screwMachine } from '../testing/example-machine.js';
import { checkPlan, columnsOf, evaluateCheck, placesOf, sheetOf } from './check.js';
import type { EnteredReading } from './reading.js';
import type { PlanOf } from './registry.js';

const CONTEXT = firstAxis(screwMachine());

function returnPlan(said: object): PlanOf<'return-check'> {
  const plan = planFor('return-check', CONTEXT, { readings: 3, moves: 100 });
  return { ...plan, measured: { ...plan.measured, ...said } };
}

/** Travel of a microstep of that screw of 20 threads per inch [m]. */
const STEP = 0.0254 / 16_000;

function positioningPlan(said: object): PlanOf<'positioning'> {
  const plan = planFor('positioning', CONTEXT);
  return { ...plan, measured: { ...plan.measured, ...said } };
}

const read = (...texts: readonly string[]): readonly EnteredReading[] =>
  texts.map((text, index) => ({ index, text, excluded: null }));

describe('a zero that is read once more at the end', () => {
  const plan = returnPlan({ zeroAgain: true });

  it('is one more place, at the end of sheet and table, where the plan asks for it', () => {
    expect(placesOf(returnPlan({})).length).toBe(3);
    const places = placesOf(plan);
    expect(places.map(({ index, dimension }) => [index, dimension])).toEqual([
      [0, 'length'],
      [1, 'length'],
      [2, 'length'],
      [3, 'length'],
    ]);
    const [sheet, columns] = [sheetOf(CONTEXT, plan, 'metric'), columnsOf(CONTEXT, plan, 'metric')];
    const [third, zero] = places.slice(2) as [(typeof places)[0], (typeof places)[0]];
    expect([sheet.cells(third), sheet.named(third)]).toEqual([['3', '300'], 'zero after 300 moves']);
    expect([sheet.cells(zero), sheet.named(zero)]).toEqual([['zero', ''], 'zero once more']);
    expect(columns.cells(zero)).toEqual(['zero', '']);
    expect(columns.cells(third)).toEqual(['3', '300']);
  });

  it('is waited for, and nothing is said to be true before', () => {
    const before = evaluateCheck(CONTEXT, plan, read('0 mm', '0.01 mm', '0 mm'), sayPlain);
    expect([before?.verdict, before?.remainingCount]).toEqual(['incomplete', 1]);
    expect(before?.sentence).toBe('Zero is to be read once more.');
    const begun = evaluateCheck(CONTEXT, plan, read('0 mm'), sayPlain);
    expect([begun?.remainingCount, begun?.sentence]).toEqual([3, '2 of 3 readings to take. Then zero once more.']);
    // What is wrong already does not wait for it.
    const wrong = evaluateCheck(CONTEXT, plan, read('0 mm', '0.6 mm', '0.7 mm'), sayPlain);
    expect(wrong?.verdict).toBe('not-true');
    expect(wrong?.sentence).toMatch(/^Zero is to be read once more\. After 300 moves/);
  });

  it('counts as what every reading may be wrong by, however small a drift was said', () => {
    const half = (texts: readonly string[], said: object = {}): number => {
      const found = evaluateCheck(CONTEXT, returnPlan({ zeroAgain: true, ...said }), read(...texts), sayPlain);
      return found?.standardUncertainty ?? NaN;
    };
    const readings = ['0 mm', '0.01 mm', '0 mm'];
    const still = half([...readings, '0 mm']);
    // Rectangular over ±0.03 mm, either way.
    expect(half([...readings, '0.03 mm'])).toBeCloseTo(Math.hypot(still, 0.000_03 / Math.sqrt(3)), 12);
    expect(half([...readings, '-0.03 mm'])).toBeCloseTo(Math.hypot(still, 0.000_03 / Math.sqrt(3)), 12);
    const said = { drift: quantityOf('0.05 mm') };
    expect(half([...readings, '0.03 mm'], said)).toBeCloseTo(Math.hypot(still, 0.000_05 / Math.sqrt(3)), 12);
    const found = evaluateCheck(CONTEXT, plan, read(...readings, '0.03 mm'), sayPlain);
    expect(found?.verdict).toBe('undecided');
    expect(found?.notes.join()).toContain('Zero wandered by');
    expect(found?.notes.join()).toContain('measure again');
    expect(found?.points.map(({ index, deviation }) => [index, Number((deviation * 1000).toFixed(6))])).toEqual([
      [0, 0],
      [1, 0.01],
      [2, 0],
      [3, 0.03],
    ]);
    expect(evaluateCheck(CONTEXT, plan, read(...readings, '0 mm'), sayPlain)?.notes).toEqual([]);
  });

  it('that is left out is still to be read', () => {
    const entered = read('0 mm', '0.01 mm', '0 mm', '0.4 mm').map((reading) =>
      reading.index === 3 ? { ...reading, excluded: 'bumped' } : reading,
    );
    const found = evaluateCheck(CONTEXT, plan, entered, sayPlain);
    expect([found?.verdict, found?.remainingCount]).toEqual(['incomplete', 1]);
  });

  it('shows in the budget of kinds that know nothing of it', () => {
    const rows = (plan: PlanOf<'positioning'>, zero: number): readonly string[] =>
      readBy('positioning', CONTEXT, plan, ({ target, run }, index) =>
        index === COUNT ? zero : target * STEP + 1e-5 * (run - 3),
      ).budget?.rows.rows.map(({ name }) => name) ?? [];
    const COUNT = placesOf(positioningPlan({})).length;
    expect(rows(positioningPlan({}), 0)).not.toContain('Drift of its zero');
    expect(rows(positioningPlan({ zeroAgain: true }), 0)).not.toContain('Drift of its zero');
    expect(rows(positioningPlan({ zeroAgain: true }), 0.000_02)).toContain('Drift of its zero');
  });
});

describe('an instrument as it was set up', () => {
  it('may count down as the axis goes up', () => {
    const figures = (said: object, sign: 1 | -1): unknown =>
      readBy('positioning', CONTEXT, positioningPlan(said), ({ target }) => sign * target * STEP * 1.002).figures.map(
        ({ symbol, value }) => [symbol, value],
      );
    expect(figures({ counts: 'against' }, -1)).toEqual(figures({}, 1));
    expect(figures({}, -1)).not.toEqual(figures({}, 1));
  });

  it('away from 20 °C is less sure by how far both grow apart', () => {
    const plan = positioningPlan({});
    const at = (text: string | null): number =>
      readBy(
        'positioning',
        CONTEXT,
        positioningPlan({ temperature: text && quantityOf(text) }),
        ({ target }) => target * STEP,
      ).standardUncertainty;
    const reach = Math.max(...plan.targets) * STEP;
    const [unsaid, warm] = [at(null), at('32 °C')];
    // 12 K of 12 ppm/K apart, and 1 K of 11.5 ppm/K warmer, both rectangular (JCGM 100:2008, 4.3.7 and H.1.2).
    const expected = (reach * Math.hypot(12 * 12e-6, 11.5e-6)) / Math.sqrt(3);
    expect(Math.sqrt(warm ** 2 - unsaid ** 2) / expected).toBeCloseTo(1, 9);
    expect(at('8 °C')).toBeCloseTo(warm, 12);
    expect(at('20 °C')).toBeLessThan(warm);
  });

  it('is of an older plan as it was taken then', () => {
    const plan = returnPlan({});
    const { counts, temperature, zeroAgain, ...older } = plan.measured;
    expect([counts, temperature, zeroAgain]).toEqual(['with', null, false]);
    const checked = checkPlan({ ...plan, measured: older });
    expect(checked.ok && checked.value).toEqual(plan);
  });
});
