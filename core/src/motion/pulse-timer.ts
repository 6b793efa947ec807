/** A pulse rate as a controller's timer can give it. */
export interface TimedRate {
  readonly ticks: number;
  readonly rate: number;
  /** (real − wanted)/wanted. */
  readonly error: number;
  /** The count does not fit the timer, so the timer cannot go this slowly by itself. */
  readonly overflows: boolean;
}

/**
 * A timer of so many bits counting a clock makes pulses of a whole number of ticks: ticks = round(F/f), real rate
 * F/ticks. Sixteen bits at 16 MHz cannot go below 244 pulses per second.
 * @throws RangeError unless clock and rate are positive
 */
export function timedRate(clock: number, bits: number, wanted: number): TimedRate {
  if (!(clock > 0 && wanted > 0)) throw new RangeError(`clock and rate must be positive, got ${clock} and ${wanted}`);
  const ticks = Math.max(1, Math.round(clock / wanted));
  const rate = clock / ticks;
  return { ticks, rate, error: rate / wanted - 1, overflows: ticks > 2 ** bits };
}
