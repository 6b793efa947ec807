import { gauss, seeded } from '../../statistics/index.js';
import type { TargetDeviations } from './iso-230-2.js';
import { axisIntervals } from './iso-intervals.js';

/** Axes that are gone through in thought; always the same ones. */
const AXES = 9;
const SEED = 2302;
/** Scatter of one reading in digits: so much that the digit does not count. */
const SCATTER = 100;
/** Targets beyond which more of them hardly change it. */
const TARGETS_MOST = 10;

const known = new Map<string, number>();

/**
 * How well an axis without any other error has to repeat, as a share of what is asked, so that a plan can show it: in
 * the middle of axes that are gone through, the upper end of the interval of the figure is no more than asked.
 * @param runs of each target from each side, 2 and more @returns from 0 to 1
 */
export function shownShare(figure: 'accuracy' | 'repeatability', targets: number, runs: number, sides: 1 | 2): number {
  const count = Math.min(targets, TARGETS_MOST);
  const key = [figure, count, runs, sides].join(' ');
  const found = known.get(key);
  if (found !== undefined) return found;
  const random = seeded(SEED);
  const row = (): readonly number[] => Array.from({ length: runs }, () => SCATTER * gauss(random));
  const places = Array.from({ length: count }, (_, index) => (index + 1) * 1000 * SCATTER);
  const uppers = Array.from({ length: AXES }, () => {
    const read = places.map((): TargetDeviations => ({ up: row(), down: sides === 2 ? row() : [] }));
    return axisIntervals(read, places, { digit: 1, scale: 0 })[figure]?.[1] ?? Infinity;
  }).sort((a, b) => a - b);
  // Such an axis has the figure 4s.
  const share = (4 * SCATTER) / (uppers[(AXES - 1) / 2] as number);
  known.set(key, share);
  return share;
}
