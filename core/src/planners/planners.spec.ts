import { sayIn } from '../drive-line/index.js';
import { newMachine, openMachine, type Machine } from '../machine/index.js';
import { MACHINE_KINDS, machineKindOf } from '../machine-kinds/index.js';
import { checkShape } from '../shape/index.js';
import { WORK_KINDS, workShape } from '../work/index.js';
import { keepsTo, plannerOf, plannersFor } from './index.js';

const say = sayIn('metric');
/** Machines of every kind as they are begun, each with the planners that suit it. */
const begun: readonly Machine[] = MACHINE_KINDS.map((kind) => newMachine('Begun', kind));

describe('planners', () => {
  it('are all named by a kind of machine, each once for a kind', () => {
    const named = MACHINE_KINDS.flatMap((kind) => machineKindOf(kind).planners);
    expect(new Set(named)).toEqual(new Set(WORK_KINDS));
    for (const kind of MACHINE_KINDS) {
      const { planners } = machineKindOf(kind);
      expect(new Set(planners).size).withContext(kind).toBe(planners.length);
    }
  });

  for (const machine of begun)
    for (const planner of plannersFor(machine))
      describe(`${planner.kind} on a ${machine.kind}`, () => {
        it('says what it answers, with a caution, and begins with guesses that the document takes', () => {
          expect(planner.question).toMatch(/^[A-Z].*\?$/);
          expect(planner.caution).toMatch(/^[A-Z].*\.$/);
          const work = planner.first(machine);
          expect(checkShape(workShape, work)).toEqual({ ok: true, value: work });
          const kept = openMachine({ ...machine, work: [work] });
          expect(kept.ok).toBeTrue();
          for (const value of Object.values(work))
            if (typeof value === 'object' && value !== null) expect((value as { from: string }).from).toBe('assumed');
        });

        it('works with what it begins with, or says what is missing', () => {
          if (planner.misfit(machine) !== null) {
            expect(planner.misfit(machine)).toMatch(/^[A-Z].*\.$/);
            return;
          }
          const planned = planner.plan(machine, planner.first(machine), say);
          expect(planned.figures.length).toBeGreaterThan(1);
          for (const figure of planned.figures) {
            expect(figure.name).toMatch(/^[A-Z]/);
            expect(figure.working).withContext(figure.name).not.toBe('');
            if (figure.value !== null) expect(Number.isFinite(figure.value)).withContext(figure.name).toBeTrue();
          }
          for (const { sentence } of planned.warnings) expect(sentence).toMatch(/^[A-Z].*\.$/s);
          for (const { head, rows } of planned.tables) for (const row of rows) expect(row.length).toBe(head.length);
          for (const { text } of planned.files) expect(text).not.toMatch(/NaN|undefined|Infinity/);
        });

        it('asks by inputs that give back what was put', () => {
          const work = planner.first(machine);
          const inputs = planner.inputs(machine, work);
          expect(inputs.length).toBeGreaterThan(3);
          for (const input of inputs)
            if (input.kind === 'choice') {
              for (const { value } of input.options)
                expect(checkShape(workShape, input.put(value)).ok)
                  .withContext(value)
                  .toBeTrue();
              expect(input.put('nonsense')).toEqual(work);
            }
        });
      });

  it('refuse the work of another', () => {
    const lathe = newMachine('Lathe', 'lathe');
    expect(() => plannerOf('thread').plan(lathe, plannerOf('turning').first(lathe), say)).toThrowError(RangeError);
  });

  it('keep work once for a kind', () => {
    const lathe = newMachine('Lathe', 'lathe');
    const work = plannerOf('thread').first(lathe);
    expect(openMachine({ ...lathe, work: [work, work] }).ok).toBeFalse();
  });
});

describe('a figure of a plan', () => {
  const figure = {
    name: 'F',
    symbol: '',
    dimension: 'length',
    isGuess: false,
    working: '',
  } as const;
  it('keeps to what is asked, or not; nobody knows where nothing is asked or reckoned', () => {
    expect(keepsTo({ ...figure, value: 2, most: 2, least: null })).toBeTrue();
    expect(keepsTo({ ...figure, value: 2.1, most: 2, least: null })).toBeFalse();
    expect(keepsTo({ ...figure, value: 0.9, most: 2, least: 1 })).toBeFalse();
    expect(keepsTo({ ...figure, value: null, most: 2, least: null })).toBeNull();
    expect(keepsTo({ ...figure, value: 5, most: null, least: null })).toBeNull();
  });
});
