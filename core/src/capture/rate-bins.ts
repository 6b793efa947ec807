/** Bins over the whole of a capture; each as wide as it has to be. */
const BINS = 1024;
/** A wait so many times as long as those before it is a pause: there the rate is nothing. */
const PAUSE_TIMES = 8;

/**
 * Pulses over time, counted in bins that are joined by twos as the capture goes on. Each knows its first and last
 * pulse, so that a rate is that of the waits between them and not of how many happen to fall into a bin.
 */
export class RateBins {
  private readonly net = new Float64Array(BINS);
  private readonly count = new Float64Array(BINS);
  private readonly first = new Float64Array(BINS);
  private readonly last = new Float64Array(BINS);
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
    if (this.count[place] === 0) this.first[place] = time;
    this.last[place] = time;
    this.count[place] = (this.count[place] as number) + 1;
    this.net[place] = (this.net[place] as number) + (isForward ? 1 : -1);
  }

  private join(): void {
    for (let place = 0; place < BINS / 2; place += 1) {
      const [a, b] = [2 * place, 2 * place + 1];
      const [hasA, hasB] = [(this.count[a] as number) > 0, (this.count[b] as number) > 0];
      this.first[place] = this.first[hasA ? a : b] as number;
      this.last[place] = this.last[hasB ? b : a] as number;
      this.count[place] = (this.count[a] as number) + (this.count[b] as number);
      this.net[place] = (this.net[a] as number) + (this.net[b] as number);
    }
    for (const row of [this.net, this.count]) row.fill(0, BINS / 2);
    this.width *= 2;
  }

  /**
   * Rate over time, a point for each bin with pulses and nothing between moves; backward is negative.
   * @param tick [s] @returns seconds from the first pulse, pulses per second
   */
  rates(tick: number): readonly (readonly [number, number])[] {
    const points: (readonly [number, number])[] = [];
    let [before, wait] = [NaN, NaN];
    for (let place = 0; place < BINS; place += 1) {
      const count = this.count[place] as number;
      if (count === 0) continue;
      const [from, to] = [this.first[place] as number, this.last[place] as number];
      const sign = Math.sign(this.net[place] as number) || 1;
      const gap = from - before;
      const isPause = gap > PAUSE_TIMES * wait;
      if (isPause) points.push([this.seconds(before, tick), 0], [this.seconds(from, tick), 0]);
      // From the pulse before it on, where that belongs to the same move.
      const [begin, waits] = Number.isNaN(before) || isPause ? [from, count - 1] : [before, count];
      if (waits > 0 && to > begin) {
        wait = (to - begin) / waits;
        points.push([this.seconds((begin + to) / 2, tick), sign / (wait * tick)]);
      }
      before = to;
    }
    return points;
  }

  private seconds(time: number, tick: number): number {
    return (time - this.start) * tick;
  }
}
