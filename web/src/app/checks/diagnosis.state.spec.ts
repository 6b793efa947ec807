import type { ToldDiagnosis } from '../workers/diagnosis-messages';
import { exampleView } from '../testing/example-view';
import { evidenceLines, statementWords, weighedChecks } from './diagnosis.state';

const { axis } = exampleView();
const check = (id: string, change: object = {}) => ({
  id,
  axisId: axis.id,
  kind: 'step-check' as const,
  at: '2026-11-27T10:00:00.000Z',
  basis: [],
  sentence: '',
  verdict: 'true' as const,
  ...change,
});
const told: ToldDiagnosis = {
  readingCount: 18,
  suspects: [],
  nothing: 0.2,
  somethingElse: 0,
  statement: 'open',
  isOpen: true,
  told: [],
  next: null,
};
const suspect = { id: 'backlash', sentence: '', remedy: '', chance: 0.97, faultId: null };

describe('what is wrong, in words', () => {
  it('says no more than it knows', () => {
    expect(statementWords(told)).toBe('It cannot be told yet, by 18 readings.');
    expect(statementWords({ ...told, readingCount: 1 })).toContain('by 1 reading.');
    expect(statementWords({ ...told, statement: 'told', told: [suspect] })).toBe('One thing is wrong, by 18 readings.');
    expect(statementWords({ ...told, statement: 'told', told: [suspect, suspect] })).toMatch(/^Two things/);
    expect(statementWords({ ...told, statement: 'nothing-shown' })).toContain('That is not to say that nothing is.');
  });

  it('rests on checks of the rig that is open, or on those of the present design, never on both', () => {
    const checks = [check('a'), check('b'), check('c', { axisId: 'another' }), check('d', { kind: 'torque' })];
    const ids = (...args: Parameters<typeof weighedChecks<(typeof checks)[number]>>): readonly string[] =>
      weighedChecks(...args).map(({ id }) => id);
    expect(ids(checks, axis, 'rig', ['b', 'c', 'd'])).toEqual(['b']);
    expect(ids(checks, axis, 'rig', [])).toEqual([]);
    // Without a basis they were practice.
    expect(ids(checks, axis, 'machine', ['a'])).toEqual([]);
  });

  it('names the check that speaks, and leaves out one that nobody has any more', () => {
    const lines = evidenceLines(
      [
        { checkId: 'a', weight: 'strongly-against', times: 1e-4 },
        { checkId: 'gone', weight: 'for', times: 9 },
      ],
      [check('a')],
    );
    expect(lines.length).toBe(1);
    expect(lines[0]?.weight).toBe('speaks strongly against it');
    expect(lines[0]?.tone).toBe('against');
    expect(lines[0]?.words).toMatch(/^Step check, /);
  });
});
