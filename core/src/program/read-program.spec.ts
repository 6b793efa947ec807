import fc from 'fast-check';
import { arcAt } from './arc.js';
import { planProgram, readProgram, type PathMove, type ProgramAxis, type ProgramRead, type Zeros } from './index.js';

const AXES: readonly ProgramAxis[] = [
  { letter: 'X', isTurning: false },
  { letter: 'Y', isTurning: false },
  { letter: 'Z', isTurning: false },
  { letter: 'A', isTurning: true },
];
const START = [0, 0, 0, 0];
const read = (text: string, zeros: Zeros = {}, axes = AXES, start = START): ProgramRead =>
  readProgram(text, { axes, zeros, start, say: (length) => `${Math.round(length * 1e6) / 1e3} mm` });
const movesOf = (text: string, zeros: Zeros = {}): readonly PathMove[] => {
  const program = read(text, zeros);
  expect(program.problems).toEqual([]);
  return program.steps.filter((step) => step.kind === 'move');
};
const mm = (move: PathMove | undefined): readonly number[] =>
  (move?.to ?? []).map((item) => Math.round(item * 1e6) / 1e3);
const refusal = (text: string): string => {
  const { problems } = read(text);
  return problems.map(({ line, says }) => `${line}: ${says}`).join(' | ');
};

describe('a program that is read', () => {
  it('moves by absolute and incremental words, in millimetres and inches, from the zero of the work', () => {
    const zeros = { G54: [0.1, 0.05, 0.02, 0], G55: [0.2, 0, 0, 0] };
    const moves = movesOf('g21 g90\nG0 X10 y-5\nG91 G1 Z-1.5 F120\nG20 x1\nG90 G55 X0 Y0\nG53 G0 Z30\nm2', zeros);
    expect(moves.map(mm)).toEqual([
      [110, 45, 0, 0],
      [110, 45, -1.5, 0],
      [135.4, 45, -1.5, 0],
      [200, 0, -1.5, 0],
      // In machine coordinates, and in inches still.
      [200, 0, 762, 0],
    ]);
    expect(moves.map(({ line }) => line)).toEqual([2, 3, 4, 5, 6]);
    expect(read('G90 G55 G0 X1\nM2').systems).toEqual(['G55']);
  });

  it('takes feeds by the minute, by the turn of the spindle and by the time of a move, and degrees where only they move', () => {
    const feeds = (text: string): readonly (number | null)[] => movesOf(text).map(({ feed }) => feed);
    expect(feeds('G21 G1 X10 F600\nG0 Y1\nG1 A90 F360\nA0 X20')).toEqual([
      jasmine.any(Number) as never,
      null,
      jasmine.any(Number) as never,
      jasmine.any(Number) as never,
    ]);
    const [x, , a, both] = feeds('G21 G1 X10 F600\nG0 Y1\nG1 A90 F360\nA0 X20');
    expect(x).toBeCloseTo(0.01, 12);
    expect(a).toBeCloseTo((2 * Math.PI) / 60, 12);
    // With a slide under way the feed is the slide's.
    expect(both).toBeCloseTo(0.006, 12);
    expect(feeds('G21 G95 S1200 M3\nG1 X10 F0.05')[0]).toBeCloseTo(0.001, 12);
    // Two in a minute: half a minute for the 30 mm.
    expect(feeds('G21 G93\nG1 X30 F2')[0]).toBeCloseTo(0.001, 12);
    expect(feeds('G20 G1 X1 F60')[0]).toBeCloseTo(0.0254, 12);
  });

  it('goes round arcs by centre and by radius, in each plane, whole circles and with the third axis', () => {
    // NISTIR 6556:2000, 3.5.3: a quarter from (0, 5) about the origin, with the clock, ends at (5, 0).
    const [, quarter] = movesOf('G21 G0 X0 Y5\nG2 X5 Y0 I0 J-5 F100');
    expect(quarter?.length).toBeCloseTo((Math.PI / 2) * 0.005, 12);
    const middle = quarter?.arc ? arcAt(quarter.arc, 0.5) : [0, 0];
    expect(middle[0]).toBeCloseTo(0.005 * Math.SQRT1_2, 9);
    expect(middle[1]).toBeCloseTo(0.005 * Math.SQRT1_2, 9);
    // The same ends by their radius, the longer way round, go about the other side.
    const [, long] = movesOf('G21 G0 X0 Y5\nG2 X5 Y0 R-5 F100');
    expect(long?.length).toBeCloseTo(1.5 * Math.PI * 0.005, 9);
    expect(long?.arc?.center[0]).toBeCloseTo(0.005, 9);
    const [, counter] = movesOf('G21 G0 X0 Y5\nG3 X5 Y0 R5 F100');
    expect(counter?.length).toBeCloseTo((Math.PI / 2) * 0.005, 9);
    expect(counter?.arc?.center.map((item) => Math.round(item * 1e6) / 1e3)).toEqual([5, 5]);
    const [helix] = movesOf('G21 G3 X0 Y0 I10 J0 Z-3 F100');
    expect(helix?.length).toBeCloseTo(Math.hypot(2 * Math.PI * 0.01, 0.003), 9);
    // In the plane of Z and X against the clock is from Z to X: from (z 5, x 0) to (z 0, x 5).
    const [, side] = movesOf('G21 G18 G0 Z5\nG3 X5 Z0 I0 K-5 F100');
    expect(side?.length).toBeCloseTo((Math.PI / 2) * 0.005, 9);
    const [, other] = movesOf('G21 G19 G0 Y5\nG3 Y0 Z5 J-5 F100');
    expect(other?.length).toBeCloseTo((Math.PI / 2) * 0.005, 9);
  });

  it('goes home by a point, waits, switches in its order, and reads nothing behind its end', () => {
    const program = read(
      'G21 G90\nG0 X10 Y10\nM3 S100 G4 P2.5\nG28 Z5\nM8 M7\nM0\nG61 G1 X1 F60\nG64 X2\nM30\nX9 nonsense (',
    );
    expect(program.problems).toEqual([]);
    expect(
      program.steps.map((step) => (step.kind === 'move' ? `${step.line} ${step.isHome} ${step.isExact}` : step.kind)),
    ).toEqual([
      '2 false false',
      'switch',
      'dwell',
      '4 false false',
      '4 true false',
      'switch',
      'switch',
      'pause',
      '7 false true',
      '8 false false',
    ]);
    expect(program.steps.find((step) => step.kind === 'dwell')?.time).toBe(2.5);
    expect(mm(program.steps[4] as PathMove)).toEqual([0, 0, 0, 0]);
  });

  it('says what it took for granted', () => {
    expect(read('G0 X1').cautions.map(({ line, says }) => `${line}: ${says}`)).toEqual([
      '1: The program does not say its units, G20 or G21: millimetres are taken.',
      '1: The program does not end with M2 or M30.',
    ]);
    expect(read('%\nG21 G0 X1\nM2\n%').cautions).toEqual([]);
    expect(read('').cautions).toEqual([]);
  });

  it('refuses with line and reason what it cannot carry out', () => {
    const table: readonly (readonly [string, string])[] = [
      ['G21\nG0 X1.2.3', '2: Column 4: “1.2.3” behind X is no number.'],
      ['G0 X--5', '1: Column 4: “-” behind X is no number.'],
      ['G0 X', '1: Column 4: X has no number.'],
      ['G0 X[1+2]', '1: Column 5: Expressions and parameters are not worked out here: write the number itself.'],
      ['#1=5', '1: Column 1: Expressions and parameters are not worked out here: write the number itself.'],
      ['G0 X1 (never closed', '1: Column 7: The comment is not closed.'],
      ['G0 (one (two))', '1: Column 9: A comment stands within a comment.'],
      ['G0 5', '1: Column 4: A number stands without its letter.'],
      ['G0 X5 é', '1: Column 7: “é” belongs to no word.'],
      ['G81 X1 Z-1 R1', '1: G81 is not carried out here: drilling cycles.'],
      ['G41 X1', '1: G41 is not carried out here: cutter compensation.'],
      ['G777', '1: G777 is no word that is known here.'],
      ['M64', '1: M64 switches nothing of this machine, and is no word that a program is run by here.'],
      ['G0 G1 X1', '1: G1 contradicts another word of its line.'],
      ['M3 M5', '1: M3 and M5 contradict each other.'],
      ['G0 X1 X2', '1: X stands twice in one line.'],
      ['G0 W1', '1: This machine has no axis W.'],
      ['G21\nX5', '2: Nothing says how to move: G0, G1, G2, G3 or G33 has to come before.'],
      ['G21 G1 X5', '1: Nothing says how quick: F has to come before.'],
      ['G21 G95 G1 X5 F1', '1: A feed by the turn, G95, needs the speed of the spindle, S.'],
      ['G21 G93 G1 X5 F1\nX6', '2: By G93 every move wants its own F.'],
      ['G21 G2 X5 Y0 F9', '1: An arc wants its centre, by I, J or K, or its radius, R.'],
      ['G21 G2 X5 Y0 I2 J0 F9', '1: The arc does not close: it begins 2 mm from its centre and ends 3 mm from it.'],
      ['G21 G2 X5 Y0 R2 F9', '1: The arc does not close: its ends are 5 mm apart, its radius is 2 mm.'],
      ['G21 G2 R5 F9', '1: An arc by its radius cannot end where it begins: give its centre by I, J or K.'],
      ['G21 G2 X5 Y0 R5 I1 F9', '1: An arc has a radius or a centre, not both.'],
      ['G21 G1 X5 F9 I3', '1: I belongs to no word of this line.'],
      ['G4', '1: G4 wants a time, P, in seconds.'],
      ['G1 F-5', '1: A feed is not negative.'],
      ['G53 G2 X1 I1 F1', '1: G53 goes with G0 or G1 only.'],
      ['G96 S100', '1: G96 is not carried out here: constant surface speed.'],
      ['G21 S200 M3\nG33 Z-5', '2: A thread wants its lead along one axis: K along Z, I along X or J along Y.'],
      ['G21 S200 M3\nG33 Z-5 K0', '2: The lead of a thread is more than nothing.'],
      ['G21 S200 M3\nG33 X-5 K1', '2: K says a lead along Z, which does not move here.'],
      ['G21 S200 M3\nG33 Z-5 A5 K1', '2: A thread goes with axes that slide.'],
      ['G21 S200 M3\nM5\nG33 Z-5 K1', '3: A thread goes with the spindle: S and M3 or M4 have to come before.'],
      ['G21 M3\nG33 Z-5 K1', '2: A thread goes with the spindle: S and M3 or M4 have to come before.'],
    ];
    for (const [program, says] of table) expect(refusal(program)).withContext(program).toBe(says);
    const bare = readProgram('G21 G2 X5 R5 F9', {
      axes: AXES.slice(0, 1),
      zeros: {},
      start: [0],
      say: String,
    });
    expect(bare.problems[0]?.says).toBe('An arc in the plane of G17 needs X and Y.');
  });

  it('goes through a thread in step with the spindle, by its lead along one axis', () => {
    const [straight, taper, inch] = movesOf('G21 G97 S240 M4\nG33 Z-20 K1.5\nX3 Z-24 K2\nG20\nX1 I0.05\nG0 Z0').map(
      ({ perTurn, feed, length }) => [perTurn, feed, length].map((item) => (item ?? NaN) * 1e3),
    );
    expect(straight?.[0]).toBeCloseTo(1.5, 9);
    expect(straight?.[1]).toBeCloseTo(6, 9);
    // 3 mm across and 4 along: 5 mm of path for 4 of lead.
    expect(taper?.[0]).toBeCloseTo(2.5, 9);
    expect(taper?.[2]).toBeCloseTo(5, 9);
    expect(inch?.[0]).toBeCloseTo(1.27, 9);
    expect(movesOf('G21 G0 Z5\nM2')[0]?.perTurn).toBeNull();
  });

  it('says what the spindle is told, as soon as it is told', () => {
    const told = (text: string) =>
      read(text).steps.flatMap((step) => (step.kind === 'switch' ? [[step.words, step.spindle]] : []));
    expect(told('S600\nM3\nS900\nM4 S300\nM5\nS100\nM8\nM2')).toEqual([
      ['M3', 10],
      ['S900', 15],
      ['M4', -5],
      ['M5', 0],
      ['M8', null],
    ]);
    expect(told('M3\nM2')).toEqual([['M3', null]]);
  });

  it('takes words of an axis for diameters where they count them, but radii and centres as they are', () => {
    const axes = AXES.map((axis) => (axis.letter === 'X' ? { ...axis, isInDiameters: true } : axis));
    const moves = read('G21 G18 G90 G0 X20 Z0\nG91 X-4\nG90 G1 X10 F100\nG2 X20 Z-5 I5 K0\nG0 X30 Z-5\nM2', {}, axes);
    expect(moves.problems).toEqual([]);
    expect(moves.steps.flatMap((step) => (step.kind === 'move' ? [mm(step).at(0)] : []))).toEqual([10, 8, 5, 10, 15]);
  });

  it('takes words that switch something of this machine', () => {
    const options = { axes: AXES, zeros: {}, start: START, say: String };
    expect(readProgram('M64 P1\nM2', { ...options, switching: [64] }).steps).toEqual([
      { kind: 'switch', line: 1, words: 'M64 P1', spindle: null },
    ]);
    expect(readProgram('M64 P1\nM2', options).problemCount).toBe(1);
  });

  it('never throws, and keeps every place finite, whatever is written', () => {
    const piece = fc.oneof(
      fc.constantFrom(
        'G0',
        'G1',
        'G2',
        'G3',
        'G90',
        'G91',
        'G20',
        'G28',
        'X',
        'Y-1',
        'I2',
        'R3',
        'F9',
        'M3',
        '(',
        ')',
        ';',
        '\n',
        ' ',
        '%',
        '/',
      ),
      fc.string({ maxLength: 4 }),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        const program = read(pieces.join(''));
        for (const step of program.steps)
          if (step.kind === 'move') expect([...step.to, step.length].every(Number.isFinite)).toBeTrue();
        expect(
          program.problems.every(({ line, says }) => line >= 1 && line <= program.lineCount && says !== ''),
        ).toBeTrue();
      }),
      { numRuns: 500 },
    );
  });

  it('takes no more than its share of time for ten times as many lines, and none for letters of comment', () => {
    const ability = { speed: 0.05, acceleration: 0.3, jump: 0.002 };
    /** Milliseconds of processor time: what else runs on the computer does not count. */
    const spentSince = (began: NodeJS.CpuUsage): number => {
      const { user, system } = process.cpuUsage(began);
      return (user + system) / 1000;
    };
    const timeOf = (count: number): number => {
      const lines = Array.from({ length: count }, (_, line) => `G1 X${(line % 400) / 10} Y${(line % 7) / 3} F600`);
      const text = `G21\n${lines.join('\n')}\nM2`;
      const began = process.cpuUsage();
      const program = read(text);
      const plan = planProgram(
        program.steps,
        AXES.map(() => ability),
      );
      expect(plan.moves.length).toBe(program.steps.length);
      expect(program.problemCount).toBe(0);
      return spentSince(began);
    };
    timeOf(20_000);
    const [few, many] = [Math.min(timeOf(20_000), timeOf(20_000)), timeOf(200_000)];
    expect(many).toBeLessThan(30 * few);
    // Letters of comment in all the ways that they can stand: eight times as many take about eight times as long.
    const timeOfComments = (size: number): number => {
      const texts = [
        `(${'x'.repeat(size)})\nG0 X1`,
        '('.repeat(size),
        `;${'('.repeat(size)}`,
        '(a)'.repeat(size / 3),
        '(a)\n'.repeat(size / 4),
      ];
      const began = process.cpuUsage();
      texts.forEach((text) => read(text));
      return spentSince(began);
    };
    timeOfComments(240_000);
    const [short, long] = [Math.min(timeOfComments(240_000), timeOfComments(240_000)), timeOfComments(1_920_000)];
    expect(long).toBeLessThan(32 * Math.max(1, short));
  });
});
