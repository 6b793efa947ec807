/** Pulses of one direction without a pause among them. */
export interface CapturedMove {
  /** First and last pulse [ticks]. */
  readonly start: number;
  readonly end: number;
  /** Negative backward. */
  readonly steps: number;
  /** Position in steps after it, from where the capture begins. */
  readonly net: number;
  /** In pulses a tick, smoothed over some pulses. */
  readonly topRate: number;
  /** From a tenth to nine tenths of the top [pulses/tick²]; null where it does not speed up so. */
  readonly acceleration: number | null;
}

/** Samples of a move. */
const SAMPLES = 256;
const LOW = 0.1;
const HIGH = 0.9;
/** Of the samples that are at the top or below it. */
const SHARE = 0.98;
/** Samples that a ramp needs to be fitted. */
const RAMP_LEAST = 4;

/** One move while it goes on: every so many pulses its time is kept. */
export class MoveGauge {
  count = 0;
  last: number;
  private readonly times = new Float64Array(SAMPLES);
  private kept = 0;
  private stride = 1;

  constructor(
    readonly start: number,
    readonly isForward: boolean,
  ) {
    this.last = start;
    this.pulse(start);
  }

  pulse(time: number): void {
    if (this.count % this.stride === 0) {
      if (this.kept === SAMPLES) {
        for (let place = 0; place < SAMPLES / 2; place += 1) this.times[place] = this.times[2 * place] as number;
        this.kept = SAMPLES / 2;
        this.stride *= 2;
      }
      if (this.count % this.stride === 0) {
        this.times[this.kept] = time;
        this.kept += 1;
      }
    }
    this.count += 1;
    this.last = time;
  }

  /** @param net position after it [steps] */
  over(net: number): CapturedMove {
    const points: (readonly [number, number])[] = [];
    for (let place = 1; place < this.kept; place += 1) {
      const [from, to] = [this.times[place - 1] as number, this.times[place] as number];
      if (to > from) points.push([(from + to) / 2, this.stride / (to - from)]);
    }
    // A pulse that came twice is no speed: what few samples exceed does not count.
    const rates = points.map(([, rate]) => rate).sort((a, b) => a - b);
    const topRate = rates[Math.floor(SHARE * (rates.length - 1))] ?? 0;
    const top = points.findIndex(([, rate]) => rate >= HIGH * topRate);
    const ramp = points.slice(0, Math.max(0, top)).filter(([, rate]) => rate >= LOW * topRate);
    return {
      start: this.start,
      end: this.last,
      steps: this.isForward ? this.count : -this.count,
      net,
      topRate,
      acceleration: ramp.length < RAMP_LEAST ? null : slopeOf(ramp),
    };
  }
}

function slopeOf(points: readonly (readonly [number, number])[]): number {
  const middle = points.reduce((sum, [x]) => sum + x, 0) / points.length;
  const level = points.reduce((sum, [, y]) => sum + y, 0) / points.length;
  return (
    points.reduce((sum, [x, y]) => sum + (x - middle) * (y - level), 0) /
    points.reduce((sum, [x]) => sum + (x - middle) ** 2, 0)
  );
}
