import { newAuxiliary, BLANK_AUXILIARY, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import { previewProgram, programRows, type PreviewAsked } from './index.js';

/** Three equal screws with 300 mm of travel; the middle one is called W, so that a program reaches it by that. */
function machine(): Machine {
  const like = threeAxes();
  return {
    ...like,
    axes: like.axes.map((axis, place) => ({
      ...axis,
      letter: ['X', 'W', 'Z'][place] ?? '',
      job: { ...axis.job, travel: quantityOf('300 mm'), speed: quantityOf('40 mm/s') },
    })),
  };
}
const asked = (text: string, change: Partial<PreviewAsked> = {}): PreviewAsked => ({
  machine: machine(),
  text,
  way: 'rig',
  zeros: {},
  start: [0, 0, 0],
  units: 'metric',
  ...change,
});
const plain = (text: string): string => text.replaceAll('\u00a0', ' ');

describe('a program looked at on a machine', () => {
  it('says its moves, its time, where each axis goes, and what it took for granted', () => {
    const preview = previewProgram(asked('G21 G90\nG0 X40\nG1 Z30 F600\nM2', { zeros: { G54: [0.1, 0, 0] } }));
    expect([preview.lineCount, preview.moveCount, preview.problemCount]).toEqual([4, 2, 0]);
    expect(preview.time).toBeGreaterThan(3);
    expect(preview.sheet.axes.map(({ axis, most }) => [axis.letter, most && Math.round(most * 1e6) / 1e6])).toEqual([
      ['X', 0.14],
      ['W', null],
      ['Z', 0.03],
    ]);
    expect(preview.cautions.map(({ says }) => says)).toEqual(['X, Z have no fence yet: the whole travel is taken.']);
    expect(preview.systems).toEqual(['G54']);
    expect(preview.path).toEqual([
      { isRapid: true, points: [[0, 0, 0], jasmine.any(Array) as never] },
      { isRapid: false, points: [jasmine.any(Array) as never, jasmine.any(Array) as never] },
    ]);
  });

  it('says of a lathe that X is no diameter', () => {
    const says = (kind: 'lathe' | 'router', text: string): readonly string[] =>
      previewProgram(asked(text, { machine: { ...machine(), kind } })).cautions.map((caution) => caution.says);
    expect(says('lathe', 'G21 G0 X4\nM2').join()).toContain('not for diameters');
    expect(says('lathe', 'G21 G0 Z4\nM2').join()).not.toContain('diameter');
    expect(says('router', 'G21 G0 X4\nM2').join()).not.toContain('diameter');
  });

  it('cuts no thread where no spindle tells its turns', () => {
    const text = 'G21 S200 M3\nG33 Z-5 K1\nM2';
    const of = (kind: 'lathe' | 'router') =>
      previewProgram(asked(text, { machine: { ...machine(), kind }, start: [0, 0, 0.02] }));
    expect(
      of('lathe')
        .problems.map(({ says }) => says)
        .filter((says) => says.includes('spindle')),
    ).toEqual([]);
    expect(of('lathe').threadCount).toBe(1);
    expect(of('router').problems.map(({ says }) => says)).toContain(jasmine.stringContaining('this machine has none'));
    expect(of('router').problemCount - of('lathe').problemCount).toBe(1);
  });

  it('puts what cannot be read and what would go too far in the order of its lines', () => {
    const { problems, problemCount } = previewProgram(asked('G21 G0 X10\nX301\nG81\nW-5'));
    expect(problems.map(({ line, says }) => `${line}: ${plain(says)}`)).toEqual([
      '2: X would go to 301 mm, beyond the travel, which ends at 300 mm.',
      '3: G81 is not carried out here: drilling cycles.',
      '4: W would go to −5 mm, beyond the travel, which ends at 0 mm.',
    ]);
    expect(problemCount).toBe(3);
    const inches = previewProgram(asked('G21 G0 X381', { units: 'inch' }));
    expect(plain(inches.problems[0]?.says ?? '')).toContain('15 in');
  });

  it('draws no more points than a picture shows, however long it is', () => {
    const lines = Array.from({ length: 30_000 }, (_, line) => `X${line % 250}`);
    const { path, moveCount } = previewProgram(asked(`G21 G1 F2000\n${lines.join('\n')}`));
    expect(moveCount).toBeGreaterThan(29_000);
    expect(path.reduce((sum, { points }) => sum + points.length, 0)).toBeLessThan(6100);
  });

  it('takes the words by which auxiliaries of the machine go', () => {
    const like = machine();
    const lamp = {
      ...newAuxiliary(like, { part: null, name: 'lamp' }, { ...BLANK_AUXILIARY, use: 'lights' }),
      on: 'M64 P1',
      off: 'M65 P1',
    };
    expect(previewProgram(asked('M64 P1\nM65 P1\nM2')).problemCount).toBe(2);
    expect(
      previewProgram(asked('M64 P1\nM65 P1\nM2', { machine: { ...like, auxiliaries: [lamp] } })).problemCount,
    ).toBe(0);
  });
});

describe('what is sent for a program', () => {
  it('is rows of pieces in the order of the controller, with what comes between them', () => {
    const rows = programRows(
      asked('G21 G90\nG0 X10\nG1 W4 F600\nG4 P1\nM0\nG0 Z-0 X20\nM2', { start: [0.005, 0, 0] }),
      ['Z', 'W', 'X'],
    );
    expect(rows?.map(({ kind }) => kind)).toEqual(['path', 'dwell', 'pause', 'path']);
    const [first, , , last] = rows ?? [];
    // 1600 pulses for 8 mm: 5 mm of X, then 4 mm of W, then 10 mm of X.
    expect(first?.kind === 'path' && first.pieces.map(({ piece, line }) => [line, ...piece.by])).toEqual([
      [2, 0, 0, 1000],
      [3, 0, 800, 0],
    ]);
    expect(last?.kind === 'path' && last.pieces.map(({ piece }) => piece.by)).toEqual([[0, 0, 2000]]);
  });

  it('is nothing where anything speaks against it, or the controller lacks an axis', () => {
    expect(programRows(asked('G21 G0 X301'), ['X', 'W', 'Z'])).toBeNull();
    expect(programRows(asked('G21 G0 W3'), ['X', 'Z'])).toBeNull();
    expect(programRows(asked('G21 G0 X3'), ['X', 'Z'])).not.toBeNull();
  });
});
