import { FAULTS } from '../bench/index.js';
import { evaluateCheck } from '../checks/index.js';
import { axisContext, sayIn } from '../drive-line/index.js';
import { bestPath } from './best-path.js';
import { DRAWN_COUNT, Exercise, type Ended, type Measured } from './exercise.js';
import { lessonDial, lessonMachine, lessonPlan, lessonStep } from './lesson.js';
import { drawnOf, LEVELS, thereOn, trainedFaults } from './levels.js';
import { readyRig, TRAINING_RIGS, type ReadyRig } from './rigs.js';
import { scoreOf } from './score.js';

const say = sayIn('metric');
const ended = <R>(work: Generator<number, R>): R => {
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
  }
};
/** The number that draws the item of a place. */
const drawing = (place: number, of: number): number => Math.floor(((place + 0.5) / of) * 2 ** 32);

const RIGS = TRAINING_RIGS.map(readyRig);
const fret = RIGS[0] as ReadyRig;
/** The cause by which the diagnosis names a fault of the rig. */
const NAMED: Readonly<Record<string, RegExp>> = {
  'wrong-jumper': /^microsteps-/,
  'loose-pulley': /^slip$/,
  'missing-ground': /^missing-pulses$/,
  'bent-screw': /^screw-wave$/,
  'worn-nut': /^backlash$/,
  'soft-coupling': /^wind-up$/,
  'tilted-indicator': /^tilted$/,
  'long-lead': /^little-off$/,
  'late-direction': /^late-direction$/,
  'warm-screw': /^warmth$/,
};

/** An exercise on the first rig with the set of a place. */
function exerciseOf(level: string, place: number): Exercise {
  const sets = LEVELS.find(({ id }) => id === level)?.sets(trainedFaults(fret)) ?? [];
  return new Exercise(level, [0, drawing(place, sets.length), 4711, 815]);
}
const placeOf = (level: string, ...ids: readonly string[]): number =>
  (LEVELS.find(({ id }) => id === level)?.sets(trainedFaults(fret)) ?? []).findIndex(
    (set) => set.map(({ id }) => id).join() === ids.join(),
  );

describe('levels', () => {
  it('draw every set as likely as any other, and nothing beyond', () => {
    expect([0, 0.24, 0.26, 0.99].map((share) => drawnOf(['a', 'b', 'c', 'd'], Math.floor(share * 2 ** 32)))).toEqual([
      'a',
      'a',
      'b',
      'd',
    ]);
    expect(drawnOf(['a', 'b', 'c'], 2 ** 32 - 1)).toBe('c');
    expect(() => drawnOf([], 1)).toThrowError(RangeError);
  });

  it('part what looks alike from what is plain, and put together only what is seen beside another', () => {
    for (const rig of RIGS) {
      const faults = trainedFaults(rig);
      const [plain, alike, two] = LEVELS.map(({ sets }) =>
        sets(faults).map((set) => set.map(({ id }) => id).join('+')),
      );
      expect(plain).toContain('bent-screw');
      expect(alike).toContain('worn-nut');
      expect(alike).toContain('soft-coupling');
      expect(plain?.some((item) => alike?.includes(item))).toBe(false);
      expect(two).toContain('worn-nut+late-direction');
      expect(two?.some((item) => item.includes('worn-nut') && item.includes('soft-coupling'))).toBe(false);
      expect(two?.length).toBeGreaterThan(8);
    }
  });

  it('know every fault that is trained with by a cause of the diagnosis', () => {
    expect(
      FAULTS.filter(({ trained }) => trained)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(Object.keys(NAMED).sort());
  });
});

describe('the best path', () => {
  for (const rig of RIGS)
    it(`comes to what is wrong, alone, on ${rig.rig.letter} of the ${rig.rig.machine.name}, and looks farther where two look alike`, () => {
      const faults = trainedFaults(rig);
      const lengths: Record<string, number[]> = { plain: [], alike: [] };
      for (const level of LEVELS.slice(0, 2))
        for (const [fault] of level.sets(faults)) {
          if (!fault) throw new Error('a set has a fault');
          const { steps, isTold } = ended(bestPath(rig, [thereOn(rig, fault)], 99));
          const likeliest = steps.at(-1)?.suspects[0];
          expect([fault.id, isTold, NAMED[fault.id]?.test(likeliest?.id ?? '')]).toEqual([fault.id, true, true]);
          expect(likeliest?.chance).toBeGreaterThan(0.85);
          lengths[level.id]?.push(steps.length);
        }
      expect(Math.max(...(lengths['plain'] ?? []))).toBeLessThanOrEqual(2);
      // By chance one of those that look alike may be told at once.
      expect((lengths['alike'] ?? []).filter((length) => length > 1).length).toBeGreaterThanOrEqual(5);
    }, 600_000);

  it('names both of two at once', () => {
    const set = LEVELS[2]
      ?.sets(trainedFaults(fret))
      .find((faults) => faults.map(({ id }) => id).join() === 'worn-nut,bent-screw');
    const { steps, isTold } = ended(
      bestPath(
        fret,
        (set ?? []).map((fault) => thereOn(fret, fault)),
        7,
      ),
    );
    const named = steps.at(-1)?.suspects.filter(({ chance }) => chance > 0.9) ?? [];
    expect([isTold, named.map(({ id }) => id).sort()]).toEqual([true, ['backlash', 'screw-wave']]);
  }, 120_000);
});

describe('an exercise', () => {
  it('tells nothing of what is hidden but what instruments show', () => {
    const places = [placeOf('two', 'worn-nut', 'bent-screw'), placeOf('two', 'soft-coupling', 'long-lead')];
    const exercises = places.map((place) => exerciseOf('two', place));
    expect(exercises[0]?.brief).toEqual(exercises[1]?.brief as Exercise['brief']);
    // What is said has the same words, whatever is hidden; only numbers and what follows from them differ.
    const shapeOf = ({ id, name, asked, readings, figures }: Measured): unknown => ({
      id,
      name,
      asked,
      readings: readings.map(({ of, side, moves, push }) => [of, side, moves, push]),
      figures: figures.map((figure) => figure.name),
    });
    const [one, other] = exercises.map((exercise) => ended(exercise.measure('both-ways', say)));
    expect(shapeOf(one as Measured)).toEqual(shapeOf(other as Measured));
    expect(one?.readings).not.toEqual(other?.readings);
    const said = JSON.stringify([one, other]);
    for (const { id, name } of FAULTS) expect([id, said.includes(id) || said.includes(name)]).toEqual([id, false]);
    expect(said).not.toContain('00001267');
  }, 120_000);

  it('is right once both of two are repaired, and shows by a measurement that one alone is not enough', () => {
    const exercise = exerciseOf('two', placeOf('two', 'worn-nut', 'bent-screw'));
    const verdict = (): string => ended(exercise.measure('both-ways', say)).verdict;
    expect(verdict()).toBe('not-true');
    exercise.repair('worn-nut');
    expect(verdict()).toBe('not-true');
    exercise.repair('bent-screw');
    expect(verdict()).toBe('true');
    const result: Ended = ended(exercise.end());
    expect(result.hidden.map(({ id }) => id).sort()).toEqual(['bent-screw', 'worn-nut']);
    expect([result.isRight, result.inVain, result.measurements]).toEqual([true, [], 3]);
    // Six minutes each, a nut of 45 and a screw of 90.
    expect(result.minutes).toBe(3 * 6 + 45 + 90);
    expect(result.key).toMatch(/^00000000[0-9a-f]{8}0000126700[0-9a-f]{6}$/);
  }, 240_000);

  it('counts what was repaired for nothing, twice the same too, and hints as measurements', () => {
    const exercise = exerciseOf('plain', placeOf('plain', 'wrong-jumper'));
    expect(exercise.hint().id).toBe('both-ways');
    ended(exercise.measure('both-ways', say));
    exercise.repair('worn-nut');
    exercise.repair('wrong-jumper');
    exercise.repair('wrong-jumper');
    const result = ended(exercise.end());
    expect([result.isRight, result.inVain.length, result.hints, result.measurements]).toEqual([true, 2, 1, 2]);
    expect(result.score.parts).toBe(10);
  }, 120_000);

  it('that is ended with a fault in it has no points, and says which is left', () => {
    const exercise = exerciseOf('plain', placeOf('plain', 'bent-screw'));
    const result = ended(exercise.end());
    expect([result.isRight, result.score.whole, result.left.length]).toEqual([false, 0, 1]);
  }, 120_000);

  it('refuses what is not offered, and a level that there is none of', () => {
    const exercise = exerciseOf('plain', 0);
    expect(() => ended(exercise.measure('by-ear', say))).toThrowError(RangeError);
    expect(() => exercise.repair('wrong-teeth')).toThrowError(RangeError);
    expect(
      () =>
        new Exercise(
          'master',
          Array.from({ length: DRAWN_COUNT }, () => 1),
        ),
    ).toThrowError(RangeError);
    expect(() => new Exercise('plain', [1])).toThrowError(RangeError);
  });
});

describe('points', () => {
  const best = { measurements: 3, minutes: 60 };

  it('are a hundred for the best path, and no more for a shorter one', () => {
    expect(scoreOf({ ...best, inVain: 0 }, best, true)).toEqual({ measuring: 40, time: 20, parts: 40, whole: 100 });
    expect(scoreOf({ measurements: 1, minutes: 10, inVain: 0 }, best, true).whole).toBe(100);
  });

  it('go down by the share of measurements and minutes, and by half for each repair in vain', () => {
    // 40·3/5 = 24, 20·60/150 = 8, 40/2² = 10.
    expect(scoreOf({ measurements: 5, minutes: 150, inVain: 2 }, best, true)).toEqual({
      measuring: 24,
      time: 8,
      parts: 10,
      whole: 42,
    });
  });

  it('are none where something is still wrong', () => {
    expect(scoreOf({ measurements: 1, minutes: 1, inVain: 0 }, best, false).whole).toBe(0);
  });
});

describe('the first lesson', () => {
  const machine = lessonMachine();
  const made = lessonPlan(machine);

  it('leads from reading the line over a check and its dial to a verdict', () => {
    const open = { hasRead: false, check: null, at: 'drive-lines' } as const;
    expect([lessonStep(open).number, lessonStep(open).path]).toEqual([1, null]);
    const read = { ...open, hasRead: true };
    expect([lessonStep(read).number, lessonStep(read).path, lessonStep(read).startsCheck]).toEqual([2, 'checks', true]);
    const begun = { ...read, check: { id: 'c', verdict: 'incomplete' }, at: 'checks/c' } as const;
    expect([lessonStep(begun).number, lessonStep(begun).path, lessonStep(begun).readsDial]).toEqual([3, null, true]);
    const verified = lessonStep({ ...begun, check: { id: 'c', verdict: 'true' } });
    expect([verified.number, verified.isRead, verified.words.startsWith('X is verified')]).toEqual([4, true, true]);
    const mistyped = lessonStep({ ...begun, check: { id: 'c', verdict: 'not-true' } });
    expect([mistyped.readsDial, mistyped.isRead]).toEqual([true, false]);
    expect(lessonStep({ ...begun, at: 'wiring' }).path).toBe('checks/c');
  });

  it('has five readings, all within the dial, with which the axis is true', () => {
    if (!made) throw new Error('the lesson has a check');
    const dial = lessonDial(machine, made.plan);
    expect(dial.length).toBe(5);
    const context = axisContext(machine, made.axisId);
    const evaluation =
      context &&
      evaluateCheck(
        context,
        made.plan,
        dial.map(({ index, text }) => ({ index, text, excluded: null })),
        say,
      );
    expect([evaluation?.verdict, Math.abs(Number.parseFloat(dial.at(-1)?.text ?? '1')) < 0.05]).toEqual(['true', true]);
    // A dial does not go round the same twice: no reading is just what was sent.
    expect(new Set(dial.map(({ text }) => text)).size).toBe(5);
  }, 60_000);

  it('knows nothing of a machine that lost its axis', () => {
    const bare = { ...machine, axes: [] };
    expect(lessonPlan(bare)).toBeNull();
    if (made) expect(lessonDial(bare, made.plan)).toEqual([]);
  });
});
