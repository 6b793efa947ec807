import type { PathPiece } from '../line-port/index.js';
import { arcAt } from './arc.js';
import type { PlannedMove } from './plan-program.js';

/** An arc is gone through in straight pieces that leave it by no more than this share of a pulse, and no less than [m]. */
const OFF_BY_PULSES = 0.5;
const OFF_BY_LEAST = 1e-6;
/** A piece of an arc turns by no more than this [rad]. */
const TURN_MOST = 0.2;

/** A piece of a planned path for a controller, with the line that it is of. */
export interface PlannedPiece {
  readonly line: number;
  readonly piece: PathPiece;
  /** As planned [s]. */
  readonly time: number;
}

/** In how many straight pieces a move is gone through. */
function partsOf({ move: { arc } }: PlannedMove, perUnit: readonly number[]): number {
  if (!arc) return 1;
  const finest = Math.max(perUnit[arc.first] ?? 0, perUnit[arc.second] ?? 0);
  const off = Math.min(arc.radius, Math.max(OFF_BY_LEAST, OFF_BY_PULSES / finest));
  // A chord leaves its arc by r(1 − cos(φ/2)).
  const turn = Math.min(TURN_MOST, 2 * Math.acos(1 - off / arc.radius));
  return Math.max(1, Math.ceil(Math.abs(arc.sweep) / turn));
}

/**
 * Planned moves as pieces for a controller: whole pulses of every axis, counted from where they begin, so that rounding
 * never adds up; arcs as straight pieces within half a pulse of them.
 * @param perUnit pulses in a metre or a radian @param at where the axes are [pulses]
 */
export function pathPieces(
  planned: readonly PlannedMove[],
  perUnit: readonly number[],
  at: readonly number[],
): readonly PlannedPiece[] {
  const pieces: PlannedPiece[] = [];
  let now = at;
  for (const item of planned) {
    const { move, enters, top, leaves, acceleration } = item;
    const { arc, from, to, length, line } = move;
    const parts = partsOf(item, perUnit);
    /** Speed after a share of the move, on its way up, at its top, or on its way down. */
    const speedAt = (share: number): number =>
      Math.min(
        top,
        Math.sqrt(enters ** 2 + 2 * acceleration * length * share),
        Math.sqrt(leaves ** 2 + 2 * acceleration * length * (1 - share)),
      );
    const meets = 0.5 + (leaves ** 2 - enters ** 2) / (4 * acceleration * length);
    for (let part = 1; part <= parts; part += 1) {
      const share = part / parts;
      const [first, second] = arc && part < parts ? arcAt(arc, share) : [null, null];
      const place = to.map((end, axis) => {
        if (arc && first !== null && axis === arc.first) return first;
        if (arc && second !== null && axis === arc.second) return second;
        return (from[axis] ?? 0) + (end - (from[axis] ?? 0)) * share;
      });
      const next = place.map((value, axis) => Math.round(value * (perUnit[axis] ?? 0)));
      const by = next.map((pulse, axis) => pulse - (now[axis] ?? 0));
      now = next;
      const [begins, ends] = [(part - 1) / parts, share];
      // Its top is where the ways up and down meet, or at that end of it which is nearer to there.
      const reached = speedAt(Math.max(begins, Math.min(ends, meets)));
      const piece: PathPiece = {
        by,
        length: length / parts,
        enters: part === 1 ? enters : speedAt(begins),
        top: reached,
        leaves: part === parts ? leaves : speedAt(ends),
        acceleration,
      };
      pieces.push({ line, piece, time: pieceTime(piece) });
    }
  }
  return pieces;
}

/** How long a piece takes by its ramps and its top [s]. */
function pieceTime({ length, enters, top, leaves, acceleration }: PathPiece): number {
  const ramps = (2 * top ** 2 - enters ** 2 - leaves ** 2) / (2 * acceleration);
  return (2 * top - enters - leaves) / acceleration + Math.max(0, length - ramps) / top;
}
