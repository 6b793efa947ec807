import { arcWay } from './arc.js';
import type { PathMove, ProgramStep } from './read-program.js';

/** What one axis can [m/s, m/s²] or [rad/s, rad/s²]. */
export interface AxisAbility {
  readonly speed: number;
  readonly acceleration: number;
  /** Speed that it may jump to, and by which it may change at a corner, without losing its step. */
  readonly jump: number;
}

/** One move as it is gone through: a trapezoid of speed along its path. */
export interface PlannedMove {
  readonly move: PathMove;
  /** Along the path, where it begins, at its top, where it ends [m/s], [rad/s]. */
  readonly enters: number;
  readonly top: number;
  readonly leaves: number;
  readonly acceleration: number;
  readonly time: number;
}

export interface ProgramPlan {
  readonly moves: readonly PlannedMove[];
  /** Without what waits for somebody [s]. */
  readonly time: number;
  readonly dwells: number;
}

/** Of what an axis accelerates with, along an arc and towards its centre: both at once are no more than the whole. */
const ARC_SHARE = Math.SQRT1_2;

/** How one axis goes for a unit of the path, at its beginning or its end. */
function wayOf({ from, to, arc, length }: PathMove, atEnd: boolean, place: number): number {
  const straight = ((to[place] ?? 0) - (from[place] ?? 0)) / length;
  if (!arc) return straight;
  if (place !== arc.first && place !== arc.second) return place === arc.along ? straight : 0;
  const round = Math.abs(arc.radius * arc.sweep) / length;
  return round * arcWay(arc, atEnd ? 1 : 0)[place === arc.first ? 0 : 1];
}

/** Greatest speed and acceleration along the path of one move that every axis of it can. */
function limitsOf(
  move: PathMove,
  axes: readonly AxisAbility[],
): { readonly speed: number; readonly acceleration: number } {
  const { arc, from, to, length } = move;
  let speed = move.feed ?? Infinity;
  let acceleration = Infinity;
  if (!arc) {
    axes.forEach((axis, place) => {
      const share = Math.abs((to[place] ?? 0) - (from[place] ?? 0)) / length;
      if (share === 0) return;
      speed = Math.min(speed, axis.speed / share);
      acceleration = Math.min(acceleration, axis.acceleration / share);
    });
    return { speed, acceleration };
  }
  const round = Math.abs(arc.radius * arc.sweep) / length;
  for (const place of [arc.first, arc.second]) {
    const axis = axes[place];
    if (!axis) continue;
    speed = Math.min(speed, axis.speed / round, Math.sqrt(ARC_SHARE * axis.acceleration * arc.radius) / round);
    acceleration = Math.min(acceleration, (ARC_SHARE * axis.acceleration) / round);
  }
  const along = arc.along === null ? 0 : Math.abs((to[arc.along] ?? 0) - (from[arc.along] ?? 0)) / length;
  const third = arc.along === null ? undefined : axes[arc.along];
  if (third && along > 0) {
    speed = Math.min(speed, third.speed / along);
    acceleration = Math.min(acceleration, third.acceleration / along);
  }
  return { speed, acceleration };
}

/** As quick as the axes can go along a move, whatever it asks for [m/s], [rad/s]. */
export const quickestAlong = (move: PathMove, axes: readonly AxisAbility[]): number =>
  limitsOf({ ...move, feed: null }, axes).speed;

/** A thread waits for the index of the spindle: half a turn on the mean [s]. */
const waitOf = ({ perTurn, feed }: PathMove): number =>
  perTurn === null || feed === null ? 0 : (0.5 * perTurn) / feed;

/** Speed at which a corner may be gone through: no axis changes its own by more than it may jump. */
function cornerSpeed(before: PathMove, after: PathMove, axes: readonly AxisAbility[]): number {
  let speed = Infinity;
  axes.forEach(({ jump }, place) => {
    const change = Math.abs(wayOf(after, false, place) - wayOf(before, true, place));
    if (change > 1e-9) speed = Math.min(speed, jump / change);
  });
  return speed;
}

/** Time over a length with a trapezoid from one speed to another [s], and the top that it reaches. */
function trapezoid(
  length: number,
  enters: number,
  leaves: number,
  speed: number,
  acceleration: number,
): { readonly time: number; readonly top: number } {
  const reach = Math.sqrt((2 * acceleration * length + enters ** 2 + leaves ** 2) / 2);
  const top = Math.max(enters, leaves, Math.min(speed, reach));
  const ramps = (2 * top ** 2 - enters ** 2 - leaves ** 2) / (2 * acceleration);
  return { top, time: (2 * top - enters - leaves) / acceleration + Math.max(0, length - ramps) / top };
}

/** A row of moves that are gone through without rest between them. */
function planRow(row: readonly PathMove[], axes: readonly AxisAbility[]): readonly PlannedMove[] {
  const limits = row.map((move) => limitsOf(move, axes));
  // Between two moves; before the first and behind the last it stands.
  const joins = [0];
  row.forEach((move, place) => {
    const [after, limit] = [row[place + 1], limits[place + 1]];
    joins.push(
      !after || !limit || move.isExact || [move, after].some(({ perTurn }) => perTurn !== null)
        ? 0
        : Math.min(limits[place]?.speed ?? 0, limit.speed, cornerSpeed(move, after, axes)),
    );
  });
  const reached = (speed: number, place: number): number =>
    Math.sqrt(speed ** 2 + 2 * (limits[place]?.acceleration ?? 0) * (row[place]?.length ?? 0));
  for (let place = row.length - 1; place >= 0; place -= 1)
    joins[place] = Math.min(joins[place] ?? 0, reached(joins[place + 1] ?? 0, place));
  for (let place = 0; place < row.length; place += 1)
    joins[place + 1] = Math.min(joins[place + 1] ?? 0, reached(joins[place] ?? 0, place));
  return row.map((move, place) => {
    const { speed, acceleration } = limits[place] ?? { speed: 0, acceleration: 0 };
    const [enters, leaves] = [joins[place] ?? 0, joins[place + 1] ?? 0];
    const { top, time } = trapezoid(move.length, enters, leaves, speed, acceleration);
    return { move, enters, leaves, acceleration, top, time: time + waitOf(move) };
  });
}

/**
 * How long a program takes with what its axes can: speed and acceleration of every axis along every move, arcs with what
 * their curve takes of the acceleration, corners with no greater jump than an axis can make, and rest where a move asks
 * for it, at a wait and at a switching. Standard kinematics: joins are lowered backwards and forwards until every ramp
 * fits into its move.
 */
export function planProgram(steps: readonly ProgramStep[], axes: readonly AxisAbility[]): ProgramPlan {
  const moves: PlannedMove[] = [];
  let dwells = 0;
  let row: PathMove[] = [];
  const close = (): void => {
    for (const planned of planRow(row, axes)) moves.push(planned);
    row = [];
  };
  for (const step of steps) {
    if (step.kind === 'move') row.push(step);
    else {
      close();
      if (step.kind === 'dwell') dwells += step.time;
    }
  }
  close();
  return { moves, dwells, time: dwells + moves.reduce((sum, { time }) => sum + time, 0) };
}
