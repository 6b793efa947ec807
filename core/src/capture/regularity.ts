/** A place where the train is not as its neighbours are. */
export interface Irregular {
  /** [ticks] */
  readonly time: number;
  readonly kind: 'missing' | 'doubled';
  readonly count: number;
}

/** Neighbours on either side that have to agree before the one between them is judged. */
const ROUND = 2;
/** Waits that are looked at together: two that are judged, and their neighbours. */
const WAITS = 2 * ROUND + 2;
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
  /** The last five waits; fewer since the last pause or find. */
  private a = 0;
  private b = 0;
  private c = 0;
  private d = 0;
  private e = 0;
  private count = 0;

  /** A wait from one pulse to the next of a move. @param begun when it began [ticks] */
  wait(length: number, begun: number): void {
    const { a, b, c, d, e } = this;
    this.count += 1;
    // What was found is not a neighbour of what comes next.
    if (this.count >= WAITS && this.judge(a, b, c, d, e, length, begun - c - d - e)) this.count = ROUND;
    this.a = b;
    this.b = c;
    this.c = d;
    this.d = e;
    this.e = length;
  }

  /** A move is over: what comes next is no neighbour. */
  pause(): void {
    this.count = 0;
  }

  /** @param at when the third of them began */
  private judge(a: number, b: number, c: number, d: number, e: number, f: number, at: number): boolean {
    const one = (a + b + d + e) / 4;
    if (c > LONG * one) return alike(one, a, b, d, e) && this.found('missing', Math.round(c / one) - 1, at);
    const two = (a + b + e + f) / 4;
    return (
      c < SHORT * two &&
      d < SHORT * two &&
      Math.abs(c + d - two) < ALIKE * two &&
      alike(two, a, b, e, f) &&
      this.found('doubled', 1, at)
    );
  }

  private found(kind: Irregular['kind'], count: number, time: number): boolean {
    this[kind] += count;
    if (this.places.length < PLACES_KEPT) this.places.push({ time, kind, count });
    return true;
  }
}

const near = (mean: number, wait: number): boolean => Math.abs(wait - mean) <= ALIKE * mean;
const alike = (mean: number, a: number, b: number, c: number, d: number): boolean =>
  near(mean, a) && near(mean, b) && near(mean, c) && near(mean, d);
