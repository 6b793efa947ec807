import { arcReach } from './arc.js';
import type { PathAxis } from './path-axes.js';
import type { PlannedMove } from './plan-program.js';
import type { LineProblem, PathMove } from './read-program.js';

/** What a program does to one axis. */
export interface AxisSheet {
  readonly axis: PathAxis;
  /** Where it goes, from home; null where it does not move. */
  readonly least: number | null;
  readonly most: number | null;
  /** First line that would send it beyond its reach. */
  readonly beyond: number | null;
  /** As quick as the program asks of it, and as quick as it goes. */
  readonly asked: number;
  readonly speed: number;
  readonly acceleration: number;
  /** In a second, at its quickest. */
  readonly pulses: number;
}

export interface PathSheet {
  readonly axes: readonly AxisSheet[];
  /** Moves that are slower than asked because an axis cannot, and the first of their lines. */
  readonly slowed: { readonly count: number; readonly line: number } | null;
  readonly problems: readonly LineProblem[];
}

/** Rounding of numbers is no trespass [m], [rad]. */
const ROUNDING = 1e-9;
/** So much slower than asked is told. */
const SLOWER = 0.01;

/** Whether an axis goes round in a move, and how far to either side then. */
function bulgeOf({ arc }: PathMove, place: number): readonly [number, number] | null {
  if (!arc || (place !== arc.first && place !== arc.second)) return null;
  const [first, second] = arcReach(arc);
  return place === arc.first ? first : second;
}

/** Greatest share of the speed along the path that one axis has in a move. */
function shareOf({ from, to, arc, length }: PathMove, place: number): number {
  if (arc && (place === arc.first || place === arc.second)) return Math.abs(arc.radius * arc.sweep) / length;
  return Math.abs((to[place] ?? 0) - (from[place] ?? 0)) / length;
}

/** What a planned program does to every axis, and where it would leave what an axis may reach. */
export function pathSheet(
  planned: readonly PlannedMove[],
  axes: readonly PathAxis[],
  say: (place: number, axis: PathAxis) => string,
): PathSheet {
  const problems: LineProblem[] = [];
  // A short move that never comes up to its feed is not slowed by an axis.
  const slow = planned.filter(
    ({ move, top }) =>
      move.feed !== null &&
      move.perTurn === null &&
      move.feed > top * (1 + SLOWER) &&
      axes.some((axis, place) => shareOf(move, place) * (move.feed ?? 0) > axis.speed * (1 + SLOWER)),
  );
  const sheets = axes.map((axis, place): AxisSheet => {
    let [least, most] = [Infinity, -Infinity];
    let [asked, speed, acceleration] = [0, 0, 0];
    let beyond: number | null = null;
    for (const { move, top, acceleration: along } of planned) {
      const share = shareOf(move, place);
      if (share === 0) continue;
      const [begins, ends] = [move.from[place] ?? 0, move.to[place] ?? 0];
      const bulge = bulgeOf(move, place);
      const low = bulge ? bulge[0] : Math.min(begins, ends);
      const high = bulge ? bulge[1] : Math.max(begins, ends);
      least = Math.min(least, low);
      most = Math.max(most, high);
      asked = Math.max(asked, share * (move.feed ?? 0));
      speed = Math.max(speed, share * top);
      acceleration = Math.max(acceleration, share * along);
      const { reach } = axis;
      if (beyond !== null || !reach || move.isHome) continue;
      // What comes in from outside goes no further out.
      const isLow = low < Math.min(reach.low, begins) - ROUNDING;
      if (!isLow && high <= Math.max(reach.high, begins) + ROUNDING) continue;
      beyond = move.line;
      const limit = reach.by === 'fence' ? 'the fence' : 'the travel, which ends';
      problems.push({
        line: move.line,
        says: `${axis.letter} would go to ${say(isLow ? low : high, axis)}, beyond ${limit} at ${say(isLow ? reach.low : reach.high, axis)}.`,
      });
    }
    if (axis.isUnbounded && most >= least)
      problems.push({
        line: planned[0]?.move.line ?? 1,
        says: `Nobody has said how far ${axis.letter} can go: enter its travel.`,
      });
    return {
      axis,
      least: least > most ? null : least,
      most: least > most ? null : most,
      beyond,
      asked,
      speed,
      acceleration,
      pulses: speed * axis.perUnit,
    };
  });
  for (const { axis, pulses } of sheets)
    if (axis.pulsesMost !== null && pulses > axis.pulsesMost * (1 + SLOWER))
      problems.push({
        line: planned[0]?.move.line ?? 1,
        says: `${axis.letter} would need ${Math.round(pulses)} pulses a second; ${Math.round(axis.pulsesMost)} are made.`,
      });
  // In a thread whoever falls behind cuts another lead.
  for (const { move, top } of planned)
    if (move.perTurn !== null && move.feed !== null && top < move.feed * (1 - ROUNDING))
      problems.push({
        line: move.line,
        says: `The thread goes too quick, or its way is too short to come up to it: ${axes
          .filter((_, place) => shareOf(move, place) > 0)
          .map(({ letter }) => letter)
          .join(' and ')} would fall behind the spindle.`,
      });
  const [first] = slow;
  const slowed = first ? { count: slow.length, line: first.move.line } : null;
  return { axes: sheets, slowed, problems: [...problems].sort((one, other) => one.line - other.line) };
}
