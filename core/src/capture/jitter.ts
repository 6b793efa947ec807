/** Waits that are judged together. */
const BLOCK = 64;
/** Change of the waits over a block, as a share of them, up to which its speed counts as constant. */
const STEADY = 0.02;
/** A wait so far from the mean of its block is a pulse too many or too few, not jitter. */
const STRAY = 0.5;

/** How evenly pulses come where the speed is constant. */
export interface Jitter {
  /** Standard deviation of the wait from pulse to pulse [ticks]. */
  readonly periodRms: number;
  /** Of a single edge about its place, if edges are independent: the wait has two of them [ticks]. */
  readonly edgeRms: number;
  /** Of the mean wait there. */
  readonly share: number;
  /** Waits that it rests on. */
  readonly count: number;
}

/**
 * Jitter of pulses, judged only where the speed is constant, since a ramp would count as jitter: blocks of waits whose
 * slope is nothing. Variance of a difference of two independent edges is twice that of one (definition).
 */
export class JitterGauge {
  private readonly block = new Float64Array(BLOCK);
  private filled = 0;
  private squares = 0;
  private freedom = 0;
  private length = 0;
  private count = 0;

  wait(length: number): void {
    this.block[this.filled] = length;
    this.filled += 1;
    if (this.filled === BLOCK) this.judge();
  }

  pause(): void {
    this.filled = 0;
  }

  private judge(): void {
    this.filled = 0;
    const { block } = this;
    let mean = 0;
    for (let place = 0; place < BLOCK; place += 1) mean += (block[place] as number) / BLOCK;
    let slope = 0;
    let squares = 0;
    for (let place = 0; place < BLOCK; place += 1) {
      const wait = block[place] as number;
      if (Math.abs(wait - mean) > STRAY * mean) return;
      slope += (place - (BLOCK - 1) / 2) * (wait - mean);
      squares += (wait - mean) ** 2;
    }
    const spread = (BLOCK * (BLOCK ** 2 - 1)) / 12;
    slope /= spread;
    // A slope that the jitter itself explains is none.
    const doubt = 3 * Math.sqrt(squares / (BLOCK - 1) / spread);
    if (Math.abs(slope) * BLOCK > Math.max(STEADY * mean, doubt * BLOCK)) return;
    // The slope itself is taken out: a slow change of speed is no jitter either.
    this.squares += Math.max(0, squares - slope ** 2 * spread);
    this.freedom += BLOCK - 2;
    this.length += mean * BLOCK;
    this.count += BLOCK;
  }

  /** @returns null where nowhere was the speed constant for long enough */
  found(): Jitter | null {
    if (this.freedom === 0) return null;
    const periodRms = Math.sqrt(this.squares / this.freedom);
    return {
      periodRms,
      edgeRms: periodRms / Math.SQRT2,
      share: periodRms / (this.length / this.count),
      count: this.count,
    };
  }
}
