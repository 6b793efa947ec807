import type { PathPiece } from '../line-port/index.js';

/**
 * Goes through pieces of a path one after the other: pulses of all axes in step with one way along it, up and down by
 * ramps. It never goes quicker than it can come to rest within what it has, so that a host that falls behind, or asks it
 * to hold, costs no step.
 */
export class PathRun {
  /** Pieces that are behind it. */
  done = 0;
  isHeld = false;
  /** Along the path, in the unit of its pieces. */
  speed = 0;
  private readonly queue: PathPiece[] = [];
  private gone = 0;
  private isWhole = false;
  private from: readonly number[];

  /** @param at where the axes are [pulses] */
  constructor(at: readonly number[]) {
    this.from = at;
  }

  get waiting(): number {
    return this.queue.length;
  }

  get hasEnded(): boolean {
    return this.isWhole && this.queue.length === 0;
  }

  get isMoving(): boolean {
    return this.queue.length > 0 && (this.speed > 0 || !this.isHeld);
  }

  add(pieces: readonly PathPiece[], isLast: boolean): void {
    this.queue.push(...pieces);
    this.isWhole = isLast;
  }

  /** Where every axis is [pulses]. */
  get positions(): readonly number[] {
    const [piece] = this.queue;
    if (!piece) return this.from;
    const share = this.gone / piece.length;
    return this.from.map((place, axis) => place + (piece.by[axis] ?? 0) * share);
  }

  /** Goes on by a time [s], short against its ramps. */
  tick(time: number): void {
    const [piece] = this.queue;
    if (!piece) {
      this.speed = 0;
      return;
    }
    const { acceleration } = piece;
    const before = this.speed;
    this.speed = this.isHeld
      ? Math.max(0, before - acceleration * time)
      : Math.min(before + acceleration * time, piece.top);
    this.speed = Math.min(this.speed, this.mostAt(piece));
    this.gone += ((before + this.speed) / 2) * time;
    this.pass();
  }

  /** Greatest speed here from which the end of this piece, and of all that is there, can be met. */
  private mostAt(piece: PathPiece): number {
    const left = piece.length - this.gone;
    const most = Math.sqrt(piece.leaves ** 2 + 2 * piece.acceleration * left);
    if (this.isWhole || this.queue.length > ENOUGH) return most;
    let way = left;
    let gentlest = piece.acceleration;
    for (const item of this.queue.slice(1)) {
      way += item.length;
      gentlest = Math.min(gentlest, item.acceleration);
    }
    return Math.min(most, Math.sqrt(2 * gentlest * way));
  }

  /** Goes over into the pieces behind one that is done. */
  private pass(): void {
    for (let [piece] = this.queue; piece && this.isBehind(piece); [piece] = this.queue) {
      this.from = this.from.map((place, axis) => place + (piece?.by[axis] ?? 0));
      this.gone = Math.max(0, this.gone - piece.length);
      this.queue.shift();
      this.done += 1;
      const [next] = this.queue;
      this.speed = Math.min(this.speed, piece.leaves, next?.top ?? 0);
      if (this.speed === 0) this.gone = 0;
    }
  }

  /** What is left of a piece that ends at rest becomes nothing in the end without ever being quite done. */
  private isBehind(piece: PathPiece): boolean {
    return piece.length - this.gone <= AT_ITS_END * piece.length;
  }
}

/** With so many pieces ahead nobody has to look whether they are enough to come to rest in. */
const ENOUGH = 200;
const AT_ITS_END = 1e-6;
