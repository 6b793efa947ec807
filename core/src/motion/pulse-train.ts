/** What the edges of a step line tell. Seconds, pulses in a second, and in a second each second. */
export interface PulseTrain {
  readonly count: number;
  readonly duration: number;
  /** Least wait from one edge to the next. */
  readonly leastWait: number;
  readonly firstRate: number;
  readonly topRate: number;
  readonly lastRate: number;
  /** From the first edge to the top, and the mean ramp on the way; null where it goes at one rate from the beginning. */
  readonly ramp: { readonly time: number; readonly acceleration: number } | null;
  /** Rate in the middle between every two edges. */
  readonly rates: readonly (readonly [number, number])[];
}

/** Where the top counts as reached, as a share of it. */
const AT_TOP = 0.99;

/**
 * Reads the edges of a step line: the rate between two edges is one over their distance.
 * @param edges times in rising order [s]
 * @returns null for fewer than two
 */
export function pulseTrain(edges: readonly number[]): PulseTrain | null {
  const rates = edges.slice(1).map((edge, place): readonly [number, number] => {
    const before = edges[place] ?? 0;
    return [(edge + before) / 2, 1 / (edge - before)];
  });
  const [first, last] = [rates[0], rates.at(-1)];
  if (!first || !last) return null;
  const topRate = rates.reduce((most, [, rate]) => Math.max(most, rate), 0);
  const atTop = rates.find(([, rate]) => rate >= AT_TOP * topRate) ?? first;
  const time = atTop[0] - first[0];
  return {
    count: edges.length,
    duration: (edges.at(-1) ?? 0) - (edges[0] ?? 0),
    leastWait: 1 / topRate,
    firstRate: first[1],
    topRate,
    lastRate: last[1],
    ramp: time > 0 ? { time, acceleration: (atTop[1] - first[1]) / time } : null,
    rates,
  };
}
