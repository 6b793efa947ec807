/** It has settled when all it showed for so long [s] lies within so many digits (common practice, no source). */
const STILL_FOR = 0.8;
const STILL_WITHIN = 1.5;
/** Before it is taken again it has to have moved by so many digits. */
const MOVED = 5;

/** Watches what an instrument shows, and says once for each place when it has come to rest there. */
export class Settling {
  private readonly shown: { readonly value: number; readonly time: number }[] = [];
  private hasMoved = true;
  private taken: number | null = null;

  /** @param digit smallest digit of the instrument, in the unit of its values */
  constructor(private readonly digit: number) {}

  /**
   * One value more. @param time when it came [s]
   * @returns the value, when it has settled at a place where it was not taken before; otherwise null
   */
  take(value: number, time: number): number | null {
    if (this.taken !== null && Math.abs(value - this.taken) > MOVED * this.digit) this.hasMoved = true;
    this.shown.push({ value, time });
    while ((this.shown[1]?.time ?? Infinity) <= time - STILL_FOR) this.shown.shift();
    const [first] = this.shown;
    if (!this.hasMoved || !first || first.time > time - STILL_FOR) return null;
    const values = this.shown.map((item) => item.value);
    if (Math.max(...values) - Math.min(...values) > STILL_WITHIN * this.digit) return null;
    this.hasMoved = false;
    this.taken = value;
    return value;
  }
}
