/**
 * Step rate of a plain loop that waits after the rising and again after the falling edge: period 2·d plus what the
 * loop itself takes. Taking the delay of one edge for that of a step doubles or halves the speed.
 * @param edgeDelay wait after each edge [s] @param overhead time of the loop's own instructions a step [s]
 * @returns steps per second
 * @throws RangeError if the period is not positive
 */
export function pulseLoopRate(edgeDelay: number, overhead = 0): number {
  const period = 2 * edgeDelay + overhead;
  if (!(period > 0)) throw new RangeError(`period must be positive, got ${period}`);
  return 1 / period;
}

/** The wait after each edge [s] that gives a step rate, the other way round; zero where the loop alone is too slow. */
export function edgeDelayFor(rate: number, overhead = 0): number {
  return Math.max(0, (1 / rate - overhead) / 2);
}
