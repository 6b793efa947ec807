import { sayIn } from '../drive-line/index.js';
import { readReadingsCsv, writeReadingsCsv } from '../formats/index.js';
import { preferredUnit } from '../quantity/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleInstrument } from '../testing/example-instrument.js';
import { firstAxis, screwMachine } from '../testing/example-machine.js';
import {
  CHECK_KINDS,
  checkDeclaration,
  checkPlan,
  columnsOf,
  evaluateCheck,
  misfitOf,
  placesOf,
  sheetOf,
  type CheckKind,
  type CheckPlan,
  type PlanOf,
  type EnteredReading,
} from './index.js';

/** A plan of every kind; the compiler misses the one that has none. */
const PLANS: { readonly [K in CheckKind]: PlanOf<K> } = {
  'step-check': {
    kind: 'step-check',
    targets: [300, 1100],
    runs: 2,
    approach: 'both-ways',
    returnToZero: true,
    takeUp: 200,
    instrument: exampleInstrument(),
    tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
  },
};

const slide = firstAxis(screwMachine());
const say = sayIn('metric');

for (const kind of CHECK_KINDS) {
  const plan: CheckPlan = PLANS[kind];
  const { name, question, way } = checkDeclaration(kind);

  describe(`check kind: ${kind}`, () => {
    const places = placesOf(plan);
    const readings = places.map(({ index, dimension }): EnteredReading => ({
      index,
      text: `0 ${preferredUnit(dimension, 'metric').symbol}`,
      excluded: null,
    }));

    it('says what it is called, what it answers and how', () => {
      expect(name).toMatch(/^[A-Z]/);
      expect(question).toMatch(/^[A-Z].*\?$/);
      expect(way).toMatch(/^[A-Z].*\.$/);
    });

    it('has a plan that is kept as it is, in this version and through JSON', () => {
      expect(checkPlan(JSON.parse(JSON.stringify(plan)))).toEqual({ ok: true, value: plan });
      expect(checkPlan({ ...plan, more: 1 }).ok).toBeFalse();
    });

    it('numbers its places from zero, and every sheet has a cell for every head', () => {
      expect(places.map(({ index }) => index)).toEqual(places.map((_, index) => index));
      expect(places.length).toBeGreaterThan(0);
      const [sheet, columns] = [sheetOf(slide, plan, 'metric'), columnsOf(slide, plan, 'metric')];
      for (const place of places) {
        expect(sheet.cells(place).length).toBe(sheet.heads.length);
        expect(columns.cells(place).length).toBe(columns.header.length);
        expect(sheet.named(place)).not.toBe('');
      }
      // Without its number or its words, a place could not be found again.
      expect(new Set(places.map((place) => [...sheet.cells(place), sheet.named(place)].join())).size).toBe(
        places.length,
      );
    });

    it('takes its readings from its own table again', () => {
      const some = readings.slice(1);
      expect(readReadingsCsv(writeReadingsCsv(slide, plan, some, 'metric'), plan, 'metric')).toEqual({
        ok: true,
        value: some,
      });
    });

    it('waits for every reading, and comes to a verdict when all are there', () => {
      const empty = evaluateCheck(slide, plan, [], say);
      expect([empty?.verdict, empty?.remainingCount, empty?.points.length]).toEqual(['incomplete', places.length, 0]);
      const whole = evaluateCheck(slide, plan, readings, say);
      expect(whole?.verdict).not.toBe('incomplete');
      expect([whole?.remainingCount, whole?.points.length]).toEqual([0, places.length]);
      expect(whole?.sentence).toMatch(/\.$/);
      const [first] = places;
      const short = evaluateCheck(
        slide,
        plan,
        [...readings, { index: first?.index ?? 0, text: readings[0]?.text ?? '', excluded: 'bumped' }],
        say,
      );
      expect([short?.remainingCount, short?.points.length]).toEqual([1, places.length]);
    });

    it('says why exactly where it cannot be judged', () => {
      expect(misfitOf(slide, plan)).toBeNull();
      const unknown = firstAxis(
        screwMachine((axis) => ({
          ...axis,
          motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
        })),
      );
      const turning = {
        ...slide,
        axis: { ...slide.axis, job: { ...slide.axis.job, kind: 'rotary' } as typeof slide.axis.job },
      };
      for (const context of [turning, unknown]) {
        expect([misfitOf(context, plan), evaluateCheck(context, plan, [], say)]).toEqual([jasmine.any(String), null]);
      }
    });
  });
}

describe('a plan', () => {
  it('that does not say its kind is of a step check, as all were before there were kinds', () => {
    const { kind, ...older } = PLANS['step-check'];
    expect(checkPlan(older)).toEqual({ ok: true, value: { ...older, kind } });
  });

  it('of a kind that is not known is refused by its kind alone', () => {
    const opened = checkPlan({ ...PLANS['step-check'], kind: 'guessing' });
    expect(opened.ok ? [] : opened.error.map(({ path }) => path)).toEqual(['kind']);
  });

  it('that is none is refused', () => {
    for (const input of [null, 3, 'plan', []]) expect(checkPlan(input).ok).withContext(String(input)).toBeFalse();
  });
});
