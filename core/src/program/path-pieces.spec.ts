import { pathPieces, planProgram, readProgram, type AxisAbility, type PlannedPiece } from './index.js';

const AXES = ['X', 'Y', 'Z'].map((letter) => ({ letter, isTurning: false }));
const CAN: readonly AxisAbility[] = AXES.map(() => ({ speed: 0.06, acceleration: 0.4, jump: 0.003 }));
const PER_UNIT = [200_000, 80_256.8, 1_600_000];

function piecesOf(text: string, at: readonly number[] = [0, 0, 0]): readonly PlannedPiece[] {
  const start = at.map((pulses, axis) => pulses / (PER_UNIT[axis] ?? 1));
  const { steps } = readProgram(`G21\n${text}`, { axes: AXES, zeros: {}, start, say: String });
  return pathPieces(planProgram(steps, CAN).moves, PER_UNIT, at);
}
const summed = (pieces: readonly PlannedPiece[]): readonly number[] =>
  [0, 1, 2].map((axis) => pieces.reduce((sum, { piece }) => sum + (piece.by[axis] ?? 0), 0));

describe('pieces of a path for a controller', () => {
  it('are whole pulses whose sum is where the program ends, however many there are', () => {
    // 0.1 mm of Y are 8.02568 pulses: rounded one by one, a hundred of them would be 2.6 short.
    const pieces = piecesOf(`G1 F600\nG91\n${'Y0.1\n'.repeat(100)}`);
    expect(pieces.length).toBe(100);
    expect(pieces.every(({ piece }) => piece.by.every(Number.isInteger))).toBeTrue();
    expect(summed(pieces)).toEqual([0, 803, 0]);
    expect(pieces.map(({ line }) => line).slice(0, 3)).toEqual([4, 5, 6]);
  });

  it('begin where the axes are', () => {
    expect(summed(piecesOf('G1 X10 F600', [1000, 7, 0]))).toEqual([1000, 0, 0]);
  });

  it('follow an arc within half a pulse, with its speed and its time', () => {
    const text = 'G0 X20\nG3 X-20 Y0 I-20 J0 F1800';
    const pieces = piecesOf(text).filter(({ line }) => line === 3);
    let [x, y] = [4000, 0];
    for (const { piece } of pieces) {
      const [nextX, nextY] = [x + (piece.by[0] ?? 0), y + (piece.by[1] ?? 0)];
      const middle = [(x + nextX) / 2 / 200_000, (y + nextY) / 2 / 80_256.8] as const;
      // Half a pulse of X is 2.5 µm; rounding of Y adds 6 µm.
      expect(Math.abs(Math.hypot(...middle) - 0.02)).toBeLessThan(11e-6);
      [x, y] = [nextX, nextY];
    }
    expect([x, y]).toEqual([-4000, 0]);
    const { steps } = readProgram(`G21\n${text}`, { axes: AXES, zeros: {}, start: [0, 0, 0], say: String });
    const [, arc] = planProgram(steps, CAN).moves;
    const time = pieces.reduce((sum, piece) => sum + piece.time, 0);
    expect(time).toBeCloseTo(arc?.time ?? 0, 3);
    for (const [place, { piece }] of pieces.entries()) {
      expect(piece.top).toBeGreaterThanOrEqual(Math.max(piece.enters, piece.leaves));
      const next = pieces[place + 1]?.piece;
      if (next) expect(next.enters).toBeCloseTo(piece.leaves, 9);
    }
  });
});
