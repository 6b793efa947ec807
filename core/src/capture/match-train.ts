/** What was sent beside what should have been; places count from 0. */
export interface TrainMatch {
  /** Pulses of the ideal train in whose place none came. */
  readonly missing: readonly number[];
  /** Places in which more than one came. */
  readonly doubled: readonly number[];
  /** Pulses before the first place and after the last. */
  readonly strays: number;
  /** Of the pulses in places of their own about those [s], root of the mean square. */
  readonly edgeRms: number;
  /** By which the ideal train is later on the capture's clock [s]. */
  readonly shift: number;
}

/** Pulses by which the two trains are moved against each other when they are laid over each other. */
const TRIES = 3;

/**
 * Lays pulses over the ideal train and counts how many came in the place of each, a place reaching half way to its
 * neighbours: one that was dropped and one that was doubled leave the count right and the motion wrong.
 * @param pulses times of what was sent [s] @param ideal of what should have been [s]; both rising
 * @returns null where either has fewer than two
 */
export function matchTrain(pulses: Float64Array, ideal: Float64Array): TrainMatch | null {
  if (pulses.length < 2 || ideal.length < 2) return null;
  const shifts: number[] = [];
  // The first or the last may be the one that is missing or too many.
  for (let off = 0; off < TRIES; off += 1)
    for (const [a, b] of [
      [off, 0],
      [0, off],
      [pulses.length - 1 - off, ideal.length - 1],
      [pulses.length - 1, ideal.length - 1 - off],
    ] as const) {
      const [sent, meant] = [pulses[a], ideal[b]];
      if (sent !== undefined && meant !== undefined) shifts.push(sent - meant);
    }
  let best: TrainMatch | null = null;
  for (const shift of shifts) {
    const match = laid(pulses, ideal, shift);
    if (!best || wrongs(match) < wrongs(best) || (wrongs(match) === wrongs(best) && match.edgeRms < best.edgeRms))
      best = match;
  }
  return best;
}

const wrongs = ({ missing, doubled, strays }: TrainMatch): number => missing.length + doubled.length + strays;

function laid(pulses: Float64Array, ideal: Float64Array, shift: number): TrainMatch {
  const missing: number[] = [];
  const doubled: number[] = [];
  const last = ideal.length - 1;
  const meant = (place: number): number => (ideal[place] as number) + shift;
  // The ends reach as far out as in.
  const begin = meant(0) - (meant(1) - meant(0)) / 2;
  const end = meant(last) + (meant(last) - meant(last - 1)) / 2;
  let place = 0;
  while (place < pulses.length && (pulses[place] as number) < begin) place += 1;
  let strays = place;
  let [sum, squares, count] = [0, 0, 0];
  for (let slot = 0; slot <= last; slot += 1) {
    const until = slot === last ? end : (meant(slot) + meant(slot + 1)) / 2;
    const from = place;
    while (place < pulses.length && (pulses[place] as number) < until) place += 1;
    if (place === from) missing.push(slot);
    else if (place - from > 1) doubled.push(slot);
    else {
      const off = (pulses[from] as number) - meant(slot);
      sum += off;
      squares += off * off;
      count += 1;
    }
  }
  strays += pulses.length - place;
  const mean = count === 0 ? 0 : sum / count;
  return {
    missing,
    doubled,
    strays,
    edgeRms: count === 0 ? NaN : Math.sqrt(Math.max(0, squares / count - mean * mean)),
    shift: shift + mean,
  };
}
