import type { ThreadPass } from '../line-port/index.js';
import type { Spindle } from './spindle.js';

/** Slower than that a spindle stands [1/s]: no index comes. */
const STANDS = 0.01;
const AT_ITS_END = 1e-9;

/**
 * One pass of a thread: from rest it waits for the index of the spindle, goes up to the speed that its lead asks for by
 * its ramp, stays in step with the spindle, whatever that does, and comes to rest at its end. What it fell behind on its
 * way up it stays behind. A hold waits for its end: in the middle of a thread nothing may stand still.
 */
export class ThreadRun {
  readonly isHeld = false;
  done = 0;
  speed = 0;
  /** Counted by the encoder where its index let it go; null while it waits. */
  begun: number | null = null;
  private gone = 0;
  private index: number;

  /** @param from where the axes are [pulses] */
  constructor(
    private readonly from: readonly number[],
    private readonly pass: ThreadPass,
    private readonly spindle: Spindle,
  ) {
    this.index = Math.floor(spindle.counted);
  }

  get waiting(): number {
    return 1 - this.done;
  }

  get hasEnded(): boolean {
    return this.done === 1;
  }

  get isMoving(): boolean {
    return !this.hasEnded;
  }

  /** No index will come: the spindle stands. */
  get isInVain(): boolean {
    return this.begun === null && Math.abs(this.spindle.rate) < STANDS;
  }

  get positions(): readonly number[] {
    const share = this.gone / this.pass.length;
    return this.from.map((place, axis) => place + (this.pass.by[axis] ?? 0) * share);
  }

  /** Goes on by a time [s], short against its ramps. */
  tick(time: number): void {
    if (this.hasEnded) return;
    if (this.begun === null) {
      const now = Math.floor(this.spindle.counted);
      if (now === this.index) return;
      // Turning backwards it passes the index at the upper end of a turn.
      this.begun = Math.max(now, this.index);
      this.index = now;
      return;
    }
    const { length, perTurn, top, acceleration } = this.pass;
    const before = this.speed;
    const wanted = Math.min(top, perTurn * Math.abs(this.spindle.rate));
    const left = length - this.gone;
    this.speed = Math.min(
      Math.max(Math.min(wanted, before + acceleration * time), before - acceleration * time),
      Math.sqrt(2 * acceleration * left),
    );
    this.gone += ((before + this.speed) / 2) * time;
    if (length - this.gone > AT_ITS_END * length) return;
    [this.gone, this.speed, this.done] = [length, 0, 1];
  }
}
