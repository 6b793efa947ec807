import { defaultJob, newAxis, type Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { guessesOf, jobConfirmed, jobRows, withJobValue } from './job-sheet';

const SLIDE = newAxis('axis-1', 'X', 'screw', null);
const TABLE = newAxis('axis-2', 'A', 'rotary', null);

describe('the sheet of jobs', () => {
  for (const axis of [SLIDE, TABLE]) {
    const { first, more } = jobRows([axis]);
    const rows = [...first, ...more];

    it(`asks everything of a ${axis.job.kind} axis that its document holds, once, by a label of its own`, () => {
      const keys = Object.keys(defaultJob(axis.job.kind)).filter((key) => key !== 'kind' && key !== 'guides');
      const carried = axis.job.kind === 'linear' ? 'mass' : 'inertia';
      expect(rows.map(({ key }) => key).sort()).toEqual([...keys, carried].sort());
      expect(new Set(rows.map(({ label }) => label)).size).toBe(rows.length);
    });

    it(`lets a ${axis.job.kind} axis leave empty only what its document may leave out`, () => {
      const job = axis.job as unknown as Readonly<Record<string, unknown>>;
      for (const { key, cells } of rows.filter((item) => item.cells[0]?.asked.isOptional === false))
        expect(job[key]).withContext(`${key} ${cells.length}`).not.toBeNull();
    });
  }

  it('has a row once for slides and tables, and no cell where it does not apply', () => {
    const { first } = jobRows([SLIDE, TABLE]);
    const row = (key: string): readonly (string | null)[] =>
      first.find((item) => item.key === key)?.cells.map((cell) => cell?.asked.dimension ?? null) ?? [];
    expect(row('travel')).toEqual(['length', 'angle']);
    expect(row('incline')).toEqual(['angle', null]);
    expect(row('imbalance')).toEqual([null, 'torque']);
    expect([row('mass'), row('inertia')]).toEqual([
      ['mass', null],
      [null, 'inertia'],
    ]);
    expect(jobRows([SLIDE]).first.some(({ key }) => key === 'imbalance')).toBeFalse();
  });

  it('puts a value where it belongs, and confirms what was guessed', () => {
    const said = withJobValue(withJobValue(SLIDE, 'mass', quantityOf('4 kg', 'assumed')), 'load', quantityOf('60 N'));
    expect([said.carriage.mass?.text, said.job.load?.text]).toEqual(['4 kg', '60 N']);
    const guessed = guessesOf(said);
    expect(guessed).toBeGreaterThan(1);
    const sure: Axis = jobConfirmed(said);
    expect([guessesOf(sure), sure.carriage.mass?.from, sure.job.load]).toEqual([0, 'typed', said.job.load]);
  });
});
