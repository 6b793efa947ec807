import { TICK } from './shaft.js';

/** After a break of the clock the bench catches up by no more than this [s]; the rest of the break never was. */
const CATCH_UP = 0.05;

/** How far a bench has to go on for the clock on the wall. */
export class Pacer {
  private last: number;

  /** @param now [s] */
  constructor(now: number) {
    this.last = now;
  }

  /** @param now [s] @returns ticks that are due; what is left of one is kept for the next time */
  due(now: number): number {
    this.last = Math.max(this.last, now - CATCH_UP);
    const ticks = Math.max(0, Math.floor((now - this.last) / TICK));
    this.last += ticks * TICK;
    return ticks;
  }
}
