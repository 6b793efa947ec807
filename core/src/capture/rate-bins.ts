/** Bins over the whole of a capture; each as wide as it has to be. */
const BINS = 2048;

/** Pulses over time, counted in bins that are joined by twos as the capture goes on. */
export class RateBins {
  private readonly forward = new Float64Array(BINS);
  private readonly backward = new Float64Array(BINS);
  private start = NaN;
  private width: number;

  /** @param width of a bin to begin with [ticks] */
  constructor(width: number) {
    this.width = width;
  }

  add(time: number, isForward: boolean): void {
    if (Number.isNaN(this.start)) this.start = time;
    let place = Math.floor((time - this.start) / this.width);
    while (place >= BINS) {
      this.join();
      place = Math.floor((time - this.start) / this.width);
    }
    const row = isForward ? this.forward : this.backward;
    row[place] = (row[place] as number) + 1;
  }

  private join(): void {
    for (const row of [this.forward, this.backward]) {
      for (let place = 0; place < BINS / 2; place += 1)
        row[place] = (row[2 * place] as number) + (row[2 * place + 1] as number);
      row.fill(0, BINS / 2);
    }
    this.width *= 2;
  }

  /**
   * Rate in the middle of each bin up to the last pulse; backward is negative.
   * @param tick [s] @returns seconds from the first pulse, pulses per second
   */
  rates(tick: number): readonly (readonly [number, number])[] {
    const last = Math.max(lastIndex(this.forward), lastIndex(this.backward));
    return Array.from({ length: last + 1 }, (_, place) => [
      (place + 0.5) * this.width * tick,
      ((this.forward[place] as number) - (this.backward[place] as number)) / (this.width * tick),
    ]);
  }
}

function lastIndex(row: Float64Array): number {
  let place = row.length - 1;
  while (place >= 0 && row[place] === 0) place -= 1;
  return place;
}
