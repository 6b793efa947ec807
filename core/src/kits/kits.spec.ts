import { judgedAxes, sayIn } from '../drive-line/index.js';
import { newMachine, openMachine } from '../machine/index.js';
import { moveFacts } from '../first-moves/index.js';
import { plannersFor } from '../planners/index.js';
import { viewsOf } from '../picture/index.js';
import { quantityOf } from '../shape/index.js';
import { asKit, kitFile, kitOf, KITS } from './index.js';

/** Every provenance in a document. */
function provenances(value: unknown): readonly string[] {
  if (Array.isArray(value)) return value.flatMap(provenances);
  if (typeof value !== 'object' || value === null) return [];
  return 'from' in value && 'text' in value && 'plusMinus' in value
    ? [(value as unknown as { readonly from: string }).from]
    : Object.values(value).flatMap(provenances);
}

describe('starting kits', () => {
  it('are nine at least, of as many kinds, each with a name of its own', () => {
    expect(KITS.length).toBeGreaterThanOrEqual(9);
    expect(new Set(KITS.map(({ machine }) => machine.kind)).size).toBeGreaterThanOrEqual(9);
    expect(new Set(KITS.map(({ name }) => name)).size).toBe(KITS.length);
  });

  for (const { name, about, machine } of KITS)
    describe(name, () => {
      it('is a design that the document takes, drawn by its kind, with everything a guess', () => {
        expect(openMachine(machine)).toEqual({ ok: true, value: machine });
        expect(about).toMatch(/^[A-Z].*\.$/);
        expect(new Set(provenances(machine))).toEqual(new Set(['assumed']));
        expect(asKit(machine)).toEqual(machine);
        expect(viewsOf(machine).length).toBeGreaterThan(0);
      });

      it('is judged without a reason to stop, and every axis of it can be moved', () => {
        for (const { reckoner, findings } of judgedAxes(machine, sayIn('metric'))) {
          expect(findings.filter(({ severity }) => severity === 'stop').map(({ sentence }) => sentence))
            .withContext(reckoner.context.axis.letter)
            .toEqual([]);
          expect(moveFacts(reckoner)).not.toBeNull();
        }
      });

      it('is planned by all planners of its kind, none of which stops at what it begins with', () => {
        for (const planner of plannersFor(machine)) {
          expect(planner.misfit(machine)).withContext(planner.kind).toBeNull();
          const { warnings, figures } = planner.plan(machine, planner.first(machine), sayIn('metric'));
          expect(figures.length).withContext(planner.kind).toBeGreaterThan(0);
          expect(warnings.filter(({ severity }) => severity === 'stop').map(({ sentence }) => sentence))
            .withContext(planner.kind)
            .toEqual([]);
        }
      });
    });
});

describe('a machine kept as a kit', () => {
  const plain = newMachine('Mine', 'router');
  const worked = {
    ...plain,
    card: [
      { number: 10, state: 'stamped', reason: '', date: '2026-11-05', basis: [], reach: 2, note: 'mine' } as const,
    ],
    axes: plain.axes.map((axis) => ({
      ...axis,
      job: { ...axis.job, travel: { text: '433 mm', from: 'measured', on: '2026-11-05', plusMinus: '1 mm' } as const },
      setting: { kind: 'linear', stepsPerUnit: quantityOf('101 steps/mm'), reason: 'measured' } as const,
      faults: { ...axis.faults, backlash: quantityOf('0.1 mm') },
      motor: { ...axis.motor, part: { id: 'x', name: 'A motor' } },
    })),
  } as typeof plain;

  it('keeps its design, and nothing of what was done with it', () => {
    const kept = asKit(worked);
    expect(kept.card).toEqual([]);
    expect(kept.axes[0]?.job.travel).toEqual({ text: '433 mm', from: 'assumed', on: null, plusMinus: null });
    expect([kept.axes[0]?.setting, kept.axes[0]?.faults.backlash, kept.axes[0]?.motor.part]).toEqual([
      null,
      null,
      null,
    ]);
    expect(new Set(provenances(kept))).toEqual(new Set(['assumed']));
    expect(openMachine(kept).ok).toBeTrue();
  });

  it('goes into a file and comes back as it was, all of it a guess', () => {
    const kit = { name: 'Mine', about: 'For slots.', machine: asKit(worked) };
    expect(kitOf(JSON.parse(kitFile(kit)))).toEqual({ ok: true, value: kit });
    expect(kitOf(JSON.parse(kitFile({ ...kit, machine: worked })))).toEqual({ ok: true, value: kit });
  });

  it('of another file says what is wrong with it', () => {
    const paths = (value: unknown): readonly string[] => {
      const read = kitOf(value);
      return read.ok ? [] : read.error.map(({ path }) => path);
    };
    expect(paths(null)).toEqual(['format']);
    expect(paths({ format: 'crisp-notch/machine' })).toEqual(['format']);
    expect(paths({ format: 'crisp-notch/kit', version: 2, name: ' ', about: 7, machine: plain })).toEqual([
      'version',
      'name',
      'about',
    ]);
    expect(paths({ format: 'crisp-notch/kit', version: 1, name: 'A', about: '', machine: {} })[0]).toMatch(
      /^machine\./,
    );
  });
});
