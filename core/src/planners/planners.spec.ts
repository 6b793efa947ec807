import { sayIn } from '../drive-line/index.js';
import { newMachine, openMachine, type Machine } from '../machine/index.js';
import { MACHINE_KINDS, machineKindOf } from '../machine-kinds/index.js';
import type { FormInput } from '../form/index.js';
import { KITS } from '../kits/index.js';
import { preferredUnit } from '../quantity/index.js';
import { checkShape, quantityOf, type Quantity, type QuantityAsked } from '../shape/index.js';
import { seeded } from '../statistics/index.js';
import { WORK_KINDS, workShape, type Work } from '../work/index.js';
import { keepsTo, plannerOf, plannersFor } from './index.js';

const say = sayIn('metric');
/** Machines of every kind as they are begun, each with the planners that suit it. */
const begun: readonly Machine[] = MACHINE_KINDS.map((kind) => newMachine('Begun', kind));

/** Every quantity of what is filled in, in its rows too. */
function quantitiesIn(value: unknown): readonly { readonly from: string }[] {
  if (Array.isArray(value)) return value.flatMap(quantitiesIn);
  if (typeof value !== 'object' || value === null) return [];
  return 'from' in value && 'text' in value
    ? [value as unknown as { readonly from: string }]
    : Object.values(value).flatMap(quantitiesIn);
}

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
          for (const value of quantitiesIn(work)) expect(value.from).toBe('assumed');
        });

        it('works with what it begins with, or says what is missing', () => {
          if (planner.misfit(machine) !== null) {
            expect(planner.misfit(machine)).toMatch(/^[A-Z].*\.$/);
            return;
          }
          const planned = planner.plan(machine, planner.first(machine), say);
          // A machine whose steps cannot be reckoned yet is told so.
          if (planned.figures.length === 0) expect(planned.warnings.map(({ severity }) => severity)).toEqual(['stop']);
          else expect(planned.figures.length).toBeGreaterThan(1);
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
          expect(inputs.length).toBeGreaterThan(2);
          for (const input of inputs)
            if (input.kind === 'rows') {
              expect(checkShape(workShape, input.put(input.rows))).toEqual({ ok: true, value: work });
              expect(checkShape(workShape, input.put([...input.rows, input.blank])).ok).toBeTrue();
              expect(input.columns.map(({ key }) => key)).toEqual(Object.keys(input.blank));
            } else if (input.kind === 'choice') {
              for (const { value } of input.options)
                expect(checkShape(workShape, input.put(value)).ok)
                  .withContext(value)
                  .toBeTrue();
              expect(input.put('nonsense')).toEqual(work);
            }
        });
      });

  it('come to something for whatever their forms take, in little time', () => {
    const random = seeded(20261128);
    const oneOf = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
    const typed = (asked: QuantityAsked): Quantity =>
      quantityOf(
        `${oneOf([0, 1e-9, 1e-3, 0.5, 7.3, 90, 1e6, -45])} ${preferredUnit(asked.dimension, 'metric').symbol}`.trim(),
      );
    const answered = (input: FormInput<Work>): Work => {
      switch (input.kind) {
        case 'quantity':
          return input.put(typed(input.asked));
        case 'whole':
          return input.put(Math.round(input.asked.least + random() ** 4 * Math.min(5000, input.asked.most)));
        case 'choice':
          return input.put(oneOf(input.options).value);
        case 'tick':
          return input.put(random() < 0.5);
        case 'rows': {
          const [column, rows] = [oneOf(input.columns), [...input.rows, input.blank]];
          if (column.kind !== 'quantity') return input.put(rows);
          return input.put(
            rows.map((row, index) => (index === 0 ? { ...row, [column.key]: typed(column.asked) } : row)),
          );
        }
      }
    };
    for (const { machine } of KITS)
      for (const planner of plannersFor(machine))
        for (let trial = 0; trial < 12; trial += 1) {
          let work = planner.first(machine);
          for (let change = 0; change < 3; change += 1) {
            const next = answered(oneOf(planner.inputs(machine, work)));
            if (checkShape(workShape, next).ok) work = next;
          }
          const before = process.cpuUsage();
          const planned = planner.plan(machine, work, say);
          const { user, system } = process.cpuUsage(before);
          expect((user + system) / 1e6)
            .withContext(`s of processor time: ${JSON.stringify(work)}`)
            .toBeLessThan(2);
          for (const { name, value } of planned.figures)
            if (value !== null)
              expect(Number.isFinite(value))
                .withContext(`${name} ${JSON.stringify(work)}`)
                .toBeTrue();
          const texts = JSON.stringify([planned.tables, planned.warnings, planned.files]);
          expect(texts)
            .withContext(JSON.stringify(work))
            .not.toMatch(/NaN|undefined|Infinity/);
        }
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
    isShare: false,
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
