/** A place where the train is not as its neighbours are. */
export interface Irregular {
  /** [ticks] */
  readonly time: number;
  readonly kind: 'missing' | 'doubled';
  readonly count: number;
}

/** Neighbours on either side that have to agree before the one between them is judged. */
const ROUND = 2;
/** How far they may lie from their mean. */
const ALIKE = 0.2;
/** A wait so much longer than its neighbours' holds a pulse that never came. */
const LONG = 1.6;
/** Two waits in the place of one, each shorter than this share of it. */
const SHORT = 0.8;
const PLACES_KEPT = 100;

/**
 * Pulses that are missing or doubled, found by their neighbours alone: where two waits before and two after agree, a
 * wait of twice their length lacks a pulse, and one that is cut in two has one too many (common practice, no source).
 * What changes faster than its neighbours agree, as the first pulses of a ramp from rest do, is not judged.
 */
export class Regularity {
  missing = 0;
  doubled = 0;
  readonly places: Irregular[] = [];
  /** The last waits with the time that each began at. */
  private readonly waits: number[] = [];
  private readonly begun: number[] = [];

  /** A wait from one pulse to the next of a move. @param begun when it began [ticks] */
  wait(length: number, begun: number): void {
    const { waits } = this;
    waits.push(length);
    this.begun.push(begun);
    if (waits.length < 2 * ROUND + 2) return;
    if (this.judge()) {
      // What was found is not a neighbour of what comes next.
      const kept = waits.length - ROUND;
      waits.splice(0, kept);
      this.begun.splice(0, kept);
    } else {
      waits.shift();
      this.begun.shift();
    }
  }

  /** A move is over: what comes next is no neighbour. */
  pause(): void {
    this.waits.length = 0;
    this.begun.length = 0;
  }

  private judge(): boolean {
    const [a, b, c, d, e, f] = this.waits as [number, number, number, number, number, number];
    const one = (a + b + d + e) / 4;
    const two = (a + b + e + f) / 4;
    if (c > LONG * one && alike(one, a, b, d, e)) return this.found('missing', Math.round(c / one) - 1);
    if (c < SHORT * two && d < SHORT * two && Math.abs(c + d - two) < ALIKE * two && alike(two, a, b, e, f))
      return this.found('doubled', 1);
    return false;
  }

  private found(kind: Irregular['kind'], count: number): boolean {
    this[kind] += count;
    if (this.places.length < PLACES_KEPT) this.places.push({ time: this.begun[ROUND] as number, kind, count });
    return true;
  }
}

const alike = (mean: number, ...waits: readonly number[]): boolean =>
  waits.every((wait) => Math.abs(wait - mean) <= ALIKE * mean);
