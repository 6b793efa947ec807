import { readProgram, planProgram, type AxisAbility, type PathMove, type ProgramAxis } from './index.js';

const AXES: readonly ProgramAxis[] = ['X', 'Y', 'Z'].map((letter) => ({ letter, isTurning: false }));
/** Three axes that are not alike: a quick one, a slow one and a sluggish one. */
const CAN: readonly AxisAbility[] = [
  { speed: 0.06, acceleration: 0.4, jump: 0.003 },
  { speed: 0.04, acceleration: 0.25, jump: 0.002 },
  { speed: 0.01, acceleration: 0.1, jump: 0.001 },
];
const stepsOf = (text: string) => {
  const { steps, problems } = readProgram(text, { axes: AXES, zeros: {}, start: [0, 0, 0], say: String });
  expect(problems).toEqual([]);
  return steps;
};
const timeOf = (text: string): number => planProgram(stepsOf(text), CAN).time;

/** Unit of the path at a share of a move, from two points close together. */
function wayAt(move: PathMove, share: number): readonly number[] {
  const place = (at: number): readonly number[] => {
    const { arc, from, to } = move;
    const points = to.map((end, axis) => (from[axis] ?? 0) + (end - (from[axis] ?? 0)) * at);
    if (!arc) return points;
    const angle = arc.begins + arc.sweep * at;
    points[arc.first] = arc.center[0] + arc.radius * Math.cos(angle);
    points[arc.second] = arc.center[1] + arc.radius * Math.sin(angle);
    return points;
  };
  const [low, high] = [Math.max(0, share - 1e-6), Math.min(1, share + 1e-6)];
  const [one, other] = [place(low), place(high)];
  return other.map((end, axis) => (end - (one[axis] ?? 0)) / ((high - low) * move.length));
}

/**
 * The second planner: the whole path cut into short pieces of equal length, the speed at each lowered by what every axis
 * can there, then once backwards and once forwards by the acceleration of the piece; time is length over mean speed.
 */
function integrated(moves: readonly PathMove[], cut: number): number {
  const speeds: number[] = [0];
  const accelerations: number[] = [];
  const lengths: number[] = [];
  for (const [index, move] of moves.entries()) {
    const pieces = Math.max(8, Math.ceil(move.length / cut));
    for (let piece = 0; piece < pieces; piece += 1) {
      const way = wayAt(move, (piece + 0.5) / pieces);
      const shares = way.map(Math.abs);
      let [speed, acceleration] = [move.feed ?? Infinity, Infinity];
      const { arc } = move;
      if (arc) {
        const round = Math.abs(arc.radius * arc.sweep) / move.length;
        for (const axis of [arc.first, arc.second]) {
          const can = CAN[axis] as AxisAbility;
          // Whatever the angle: a circle shows each of its axes all of its speed.
          speed = Math.min(speed, can.speed / round, Math.sqrt((can.acceleration / Math.SQRT2) * arc.radius) / round);
          acceleration = Math.min(acceleration, can.acceleration / Math.SQRT2 / round);
        }
        shares[arc.first] = 0;
        shares[arc.second] = 0;
      }
      for (const [axis, share] of shares.entries())
        if (share > 1e-9) {
          speed = Math.min(speed, (CAN[axis] as AxisAbility).speed / share);
          acceleration = Math.min(acceleration, (CAN[axis] as AxisAbility).acceleration / share);
        }
      const last = speeds.length - 1;
      speeds[last] = Math.min(speeds[last] as number, speed);
      speeds.push(speed);
      accelerations.push(acceleration);
      lengths.push(move.length / pieces);
    }
    const next = moves[index + 1];
    const last = speeds.length - 1;
    if (!next || move.isExact) speeds[last] = 0;
    else {
      const [one, other] = [wayAt(move, 1), wayAt(next, 0)];
      for (const [axis, { jump }] of CAN.entries()) {
        const change = Math.abs((one[axis] ?? 0) - (other[axis] ?? 0));
        if (change > 1e-5) speeds[last] = Math.min(speeds[last] as number, jump / change);
      }
    }
  }
  const join = (at: number, from: number, piece: number): void => {
    const reached = Math.sqrt(
      (speeds[from] as number) ** 2 + 2 * (accelerations[piece] as number) * (lengths[piece] as number),
    );
    speeds[at] = Math.min(speeds[at] as number, reached);
  };
  for (let at = lengths.length - 1; at >= 0; at -= 1) join(at, at + 1, at);
  for (let at = 0; at < lengths.length; at += 1) join(at + 1, at, at);
  return lengths.reduce(
    (sum, length, at) => sum + (2 * length) / ((speeds[at] as number) + (speeds[at + 1] as number)),
    0,
  );
}

describe('the time of a program', () => {
  it('of one move is that of its trapezoid by hand', () => {
    // 60 mm with X alone at 20 mm/s and 400 mm/s²: 60/20 + 20/400 s.
    expect(timeOf('G21 G1 X60 F1200')).toBeCloseTo(3.05, 9);
    // 1 mm is too short for 60 mm/s: √(4·1/400) s.
    expect(timeOf('G21 G0 X1')).toBeCloseTo(0.1, 9);
    // Z is what binds: 10 mm/s and 100 mm/s² over 30 mm; X goes 30 mm with it. 30·√2/(10·√2) + 10/100.
    expect(timeOf('G21 G0 X30 Z30')).toBeCloseTo(3.1, 9);
  });

  it('adds rest where a move asks for it, dwells, and rest at what is switched', () => {
    const through = timeOf('G21 G64 G1 X30 F1200\nX60');
    expect(through).toBeCloseTo(3.05, 9);
    expect(timeOf('G21 G61 G1 X30 F1200\nX60')).toBeCloseTo(3.1, 9);
    expect(timeOf('G21 G1 X30 F1200\nM8\nX60')).toBeCloseTo(3.1, 9);
    expect(timeOf('G21 G1 X30 F1200\nG4 P2\nX60')).toBeCloseTo(5.1, 9);
  });

  it('takes a corner at what its axes may jump, and an arc at what its curve lets them', () => {
    const corner = planProgram(stepsOf('G21 G1 X30 F1200\nY30'), CAN).moves;
    // X stops by 3 mm/s at most, Y begins by 2 mm/s at most.
    expect(corner[0]?.leaves).toBeCloseTo(0.002, 12);
    const [arc] = planProgram(stepsOf('G21 G2 X0 Y0 I1 F6000'), CAN).moves;
    // Y: √(0.25/√2 · 1 mm) is 13.3 mm/s, below its 40 mm/s.
    expect(arc?.top).toBeCloseTo(Math.sqrt((0.25 / Math.SQRT2) * 0.001), 9);
  });

  it('agrees with a second planner within one in a hundred, over lines, corners, arcs and helices', () => {
    const programs = [
      'G21 G1 X20 Y10 F2400\nX40 Y12\nX41 Y30\nX0 Y31\nG0 Z5\nX3 Y3',
      'G21 G0 X10\nG2 X20 Y10 I0 J10 F1800\nG1 Y20\nG3 X10 Y30 I-10 J0\nG1 X0 Z-2\nG2 X0 Y30 I-4 J0 Z-4 F900',
      `G21 F3000\n${Array.from({ length: 90 }, (_, at) => `G1 X${(40 * Math.cos(at / 14)).toFixed(3)} Y${(25 * Math.sin(at / 14)).toFixed(3)}`).join('\n')}`,
      `G21 F2000\n${Array.from({ length: 60 }, (_, at) => `G1 X${at * 0.7} Y${(at * 37) % 11} Z${((at * 13) % 5) / 4}`).join('\n')}`,
      'G21 G61 G1 X5 F1500\nY5\nG64 X10\nY10\nX12 Y12 Z1',
    ];
    for (const program of programs) {
      const steps = stepsOf(program);
      const own = planProgram(steps, CAN).time;
      const second = integrated(
        steps.filter((step) => step.kind === 'move'),
        2e-6,
      );
      expect(Math.abs(own / second - 1))
        .withContext(`${program.slice(0, 40)}: ${own} s and ${second} s`)
        .toBeLessThan(0.01);
    }
  });

  it('never asks more of an axis than it can', () => {
    const { moves } = planProgram(stepsOf('G21 G1 X20 Y10 F9000\nX0 Y12 Z3\nG2 X10 Y22 I10 J0\nG0 X0 Y0 Z0'), CAN);
    for (const { move, enters, top, leaves, acceleration, time } of moves) {
      expect(Math.max(enters, leaves)).toBeLessThanOrEqual(top + 1e-12);
      expect(time).toBeGreaterThan(0);
      if (move.arc) continue;
      for (const [axis, can] of CAN.entries()) {
        const share = Math.abs((move.to[axis] ?? 0) - (move.from[axis] ?? 0)) / move.length;
        expect(share * top).toBeLessThanOrEqual(can.speed * (1 + 1e-9));
        expect(share * acceleration).toBeLessThanOrEqual(can.acceleration * (1 + 1e-9));
      }
    }
  });

  it('comes to rest before a thread and behind it, and waits half a turn for its index', () => {
    const straight = timeOf('G21 S300 M3\nG1 X10 F600\nX20\nX30');
    // 2 mm a turn and five turns a second: 10 mm/s as before, but from rest to rest.
    const cut = timeOf('G21 S300 M3\nG1 X10 F600\nG33 X20 I2\nG1 X30');
    expect(cut - straight).toBeCloseTo((2 * 0.01) / 0.4 + 0.5 / 5, 2);
  });
});
