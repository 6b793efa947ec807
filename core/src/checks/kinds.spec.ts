import { sayIn, type AxisContext } from '../drive-line/index.js';
import { readReadingsCsv, writeReadingsCsv } from '../formats/index.js';
import { preferredUnit } from '../quantity/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleInstrument } from '../testing/example-instrument.js';
import { seeded } from '../statistics/index.js';
import { cannedMotorMachine, exampleTransmission, firstAxis, screwMachine } from '../testing/example-machine.js';
import {
  CHECK_KINDS,
  checkDeclaration,
  checkPlan,
  columnsOf,
  evaluateCheck,
  isPractice,
  misfitOf,
  placesOf,
  sheetOf,
  sightsOf,
  type CheckKind,
  type CheckPlan,
  type PlanOf,
  type EnteredReading,
} from './index.js';

const slide = firstAxis(screwMachine());
const table = firstAxis(cannedMotorMachine());
const roller = firstAxis(
  screwMachine((axis) => ({
    ...axis,
    transmission: {
      ...axis.transmission,
      specification: exampleTransmission('roller', { diameter: quantityOf('20 mm') }),
    },
  })),
);
const gantry = firstAxis(screwMachine((axis) => ({ ...axis, motor: { ...axis.motor, count: 2 } })));
/** An axis of a lathe by its letter. */
const ofLathe = (letter: string): AxisContext => {
  const machine = screwMachine((axis) => ({ ...axis, letter }));
  return firstAxis({ ...machine, kind: 'lathe' });
};
const [crossSlide, carriage] = [ofLathe('X'), ofLathe('Z')];
const unknown = firstAxis(
  screwMachine((axis) => ({
    ...axis,
    motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
  })),
);
const unknownTable = firstAxis(
  (() => {
    const machine = cannedMotorMachine();
    return {
      ...machine,
      axes: machine.axes.map((axis) => ({
        ...axis,
        motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
      })),
    };
  })(),
);

interface Example<K extends CheckKind> {
  readonly context: AxisContext;
  readonly plan: PlanOf<K>;
  /** Axes that cannot be checked by this plan. */
  readonly refused: readonly AxisContext[];
}

/** With the plan that its form begins with. */
function first<K extends CheckKind>(kind: K, context: AxisContext, ...refused: readonly AxisContext[]): Example<K> {
  const { form } = checkDeclaration(kind);
  if (!form) throw new Error(`${kind} has a form of its own`);
  const plan = { kind, ...form.first(context, seeded(70)) } as unknown as PlanOf<K>;
  return { context, plan, refused };
}

/** An axis and a plan of every kind; the compiler misses the one that has none. */
const EXAMPLES: { readonly [K in CheckKind]: Example<K> } = {
  'step-check': {
    context: slide,
    plan: {
      kind: 'step-check',
      targets: [300, 1100],
      runs: 2,
      approach: 'both-ways',
      returnToZero: true,
      takeUp: 200,
      measured: exampleInstrument(),
      tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
    },
    refused: [table, unknown],
  },
  positioning: first('positioning', slide, table, unknown),
  'return-check': first('return-check', slide, table),
  periodic: first('periodic', slide, table, unknown),
  division: first('division', table, slide, unknownTable),
  'arm-play': first('arm-play', table, slide),
  'push-play': first('push-play', slide, table),
  'shaft-mark': first('shaft-mark', slide, unknown),
  turning: first('turning', crossSlide, table),
  thread: first('thread', carriage, table),
  'feed-length': first('feed-length', roller, table),
  speed: first('speed', slide),
  torque: first('torque', slide),
  diagonals: first('diagonals', slide, table),
  racking: first('racking', gantry, slide, table),
  'rails-parallel': first('rails-parallel', slide, table),
  planarity: first('planarity', slide, table),
  'crossed-strings': first('crossed-strings', slide, table),
  runout: first('runout', table),
  'warm-up': first('warm-up', slide, table),
};
const say = sayIn('metric');

for (const kind of CHECK_KINDS) {
  const { context, refused } = EXAMPLES[kind];
  const plan: CheckPlan = EXAMPLES[kind].plan;
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
      const [sheet, columns] = [sheetOf(context, plan, 'metric'), columnsOf(context, plan, 'metric')];
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
      expect(readReadingsCsv(writeReadingsCsv(context, plan, some, 'metric'), plan, 'metric')).toEqual({
        ok: true,
        value: some,
      });
    });

    it('waits for every reading, and comes to a verdict when all are there', () => {
      const empty = evaluateCheck(context, plan, [], say);
      expect([empty?.verdict, empty?.remainingCount, empty?.points.length]).toEqual(['incomplete', places.length, 0]);
      const whole = evaluateCheck(context, plan, readings, say);
      expect(whole?.verdict).not.toBe('incomplete');
      expect([whole?.remainingCount, whole?.points.length]).toEqual([0, places.length]);
      expect(whole?.sentence).toMatch(/\.$/);
      const [first] = places;
      const short = evaluateCheck(
        context,
        plan,
        [...readings, { index: first?.index ?? 0, text: readings[0]?.text ?? '', excluded: 'bumped' }],
        say,
      );
      expect(short?.points.length).toBe(places.length);
      // It is still to be read, or what it was judged without is told with its reason.
      if (short?.remainingCount === 0) expect(short.notes[0]).toBe(`1 of ${places.length} readings left out: bumped.`);
      else expect(short?.remainingCount).toBe(1);
      const gap = evaluateCheck(context, plan, readings.slice(0, -1), say);
      expect([gap?.remainingCount, gap?.points.length]).toEqual([1, places.length - 1]);
    });

    it('says why exactly where it cannot be judged', () => {
      expect(misfitOf(context, plan)).toBeNull();
      for (const other of refused)
        expect([misfitOf(other, plan), evaluateCheck(other, plan, [], say)])
          .withContext(`${other.axis.letter} ${other.axis.job.kind}`)
          .toEqual([jasmine.any(String), null]);
    });

    it('is offered where it applies, and asks nothing that its plan does not hold', () => {
      const { applies, form } = checkDeclaration(kind);
      expect(applies(context)).toBeTrue();
      if (!form) return;
      const { kind: _kind, ...draft } = plan as CheckPlan & Readonly<Record<string, unknown>>;
      const inputs = form.inputs(context, draft);
      expect(inputs.length).toBeGreaterThan(1);
      for (const input of inputs) {
        // What stands in the field already is put back: the plan is the same, and another answer is still a plan.
        const same = input.kind === 'rows' ? input.put(input.rows) : input.put(input.value as never);
        expect(checkPlan({ ...(same as object), kind })).toEqual({ ok: true, value: plan });
      }
      expect(form.caution).toMatch(/\.$/);
      expect(form.expects(context, draft as never)).toMatch(/\.$/);
    });

    const { course } = checkDeclaration(kind);
    const goes = 'goes a way that reads every place once, zero once more at the end or not';
    const itGoes = (test: () => void): void => {
      if (course) it(goes, test);
    };
    itGoes(() => {
      for (const zeroAgain of [false, true]) {
        const measured = { ...(plan as { readonly measured: object }).measured, zeroAgain };
        const opened = checkPlan({ ...plan, measured });
        const way = opened.ok ? course?.(context, opened.value) : null;
        if (!opened.ok || !way) continue;
        const looks = way.legs.flatMap(({ read: look }) => (look === null || look === 'zero' ? [] : [look]));
        expect(looks.map(({ index }) => index)).toEqual(placesOf(opened.value).map(({ index }) => index));
        // Zero is read with what it was set with.
        if (zeroAgain) expect(looks.at(-1)?.instrument).toBe(looks[0]?.zeroOf);
        const sights = sightsOf(context, way);
        // How both sides stand to each other tells nothing of the way of one.
        const told = looks.flatMap(({ of, index }) => (of === 'sides' ? [] : [index]));
        expect(sights.map(({ index }) => index)).toEqual(told);
        // Time, moves and turns only ever grow.
        for (const key of ['moves', 'turnsBack', 'seconds'] as const)
          expect(sights.every((sight, at) => at === 0 || sight[key] >= (sights[at - 1]?.[key] ?? 0))).toBeTrue();
      }
    });

    it('has a picture of how it is set up', () => {
      const sketch = checkDeclaration(kind).sketch(context, plan);
      expect(sketch.words).toMatch(/\.$/);
      expect(sketch.strokes.length).toBeGreaterThan(3);
      for (const { path } of sketch.strokes) expect(path).toMatch(/^M/);
    });

    it('says of every figure how it is reckoned, and nothing of what was not read', () => {
      const empty = evaluateCheck(context, plan, [], say);
      for (const figure of empty?.figures ?? []) {
        expect(figure.value).withContext(figure.name).toBeNull();
        expect(figure.conformity).withContext(figure.name).toBeNull();
      }
      const whole = evaluateCheck(context, plan, readings, say);
      for (const figure of whole?.figures ?? []) {
        expect(figure.working).withContext(figure.name).toMatch(/\.$/);
        if (figure.interval)
          expect(figure.interval[0]).withContext(figure.name).toBeLessThanOrEqual(figure.interval[1]);
      }
      expect(
        JSON.stringify(whole, (_key, value: unknown) => (Number.isNaN(value) ? 'not a number' : value)),
      ).not.toContain('not a number');
    });
  });
}

describe('a check that was read on the rig', () => {
  it('says so before anything else, and one of an older version was read on the machine', () => {
    const { plan, context } = { ...EXAMPLES['step-check'] };
    expect(isPractice(plan)).toBeFalse();
    const measured = { ...(plan as { readonly measured: object }).measured, isRig: true };
    const practised = checkPlan({ ...plan, measured });
    if (!practised.ok) throw new Error('not a plan');
    expect(isPractice(practised.value)).toBeTrue();
    expect(evaluateCheck(context, practised.value, [], say)?.sentence).toBe(
      'Practice on the rig, which says nothing of the machine. No reading yet.',
    );
    const { isRig: _none, ...older } = measured;
    const opened = checkPlan({ ...plan, measured: older });
    expect(opened.ok && isPractice(opened.value)).toBeFalse();
  });
});

describe('a plan', () => {
  it('that does not say its kind is of a step check, as all were before there were kinds', () => {
    const { kind, ...older } = EXAMPLES['step-check'].plan;
    expect(checkPlan(older)).toEqual({ ok: true, value: { ...older, kind } });
  });

  it('of a kind that is not known is refused by its kind alone', () => {
    const opened = checkPlan({ ...EXAMPLES['step-check'].plan, kind: 'guessing' });
    expect(opened.ok ? [] : opened.error.map(({ path }) => path)).toEqual(['kind']);
  });

  it('that is none is refused', () => {
    for (const input of [null, 3, 'plan', []]) expect(checkPlan(input).ok).withContext(String(input)).toBeFalse();
  });
});
