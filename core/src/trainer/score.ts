/** What somebody did in an exercise, or what the best path does: counted. */
export interface Done {
  /** Measurements up to the end, what was asked for as a hint counted with them. */
  readonly measurements: number;
  /** What they and the repairs take at a real machine [min]. */
  readonly minutes: number;
  /** Repairs of what was not wrong. */
  readonly inVain: number;
}

/** Points for each of what is scored; the most of each stands in {@link POINTS}. */
export interface Score {
  readonly measuring: number;
  readonly time: number;
  readonly parts: number;
  readonly whole: number;
}

/** The most points there are for few measurements, for little time, and for parts that were left alone. */
export const POINTS = { measuring: 40, time: 20, parts: 40 } as const;

/** The best over what was used, as a share of the points; all of them where no more was used than the best. */
const against = (points: number, best: number, used: number): number =>
  Math.round(points * Math.min(1, used > 0 ? best / used : 1));

/**
 * Points of an exercise against the best path: the best's measurements over one's own, the best's minutes over one's own,
 * and half of what is left for every repair in vain. Who leaves a fault where it is has none.
 */
export function scoreOf(done: Done, best: Omit<Done, 'inVain'>, isRight: boolean): Score {
  if (!isRight) return { measuring: 0, time: 0, parts: 0, whole: 0 };
  const measuring = against(POINTS.measuring, best.measurements, done.measurements);
  const time = against(POINTS.time, best.minutes, done.minutes);
  const parts = Math.round(POINTS.parts / 2 ** done.inVain);
  return { measuring, time, parts, whole: measuring + time + parts };
}
