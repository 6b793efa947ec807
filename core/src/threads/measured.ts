import { coverageFactor } from '../statistics/index.js';

/** How one pass of a thread was cut, along the work [m]. */
export interface GrooveRead {
  /** Where its tool waited for the index. */
  readonly begins: number;
  /** Where its groove lies at each whole turn from the index on. */
  readonly marks: readonly number[];
}

/** What a pass of a thread comes to. */
export interface PassFound {
  /** Travel for a turn by the line through its marks, and the expanded uncertainty of it [m]. */
  readonly lead: number;
  readonly expanded: number;
  /** By how much it lies behind a thread that had gone with the spindle from its index on [m]. */
  readonly lag: number;
  readonly count: number;
}

const CONFIDENCE = 0.95;
/** A line wants as many marks to tell how they scatter. */
const MARKS_LEAST = 4;

/**
 * Lead and lag of a pass by the straight line through its marks, as it went in step: those in its run-in and its run-out
 * are left out. Least squares, with Student's factor for its few marks (any textbook of statistics).
 * @param ramp way in which it comes up to its speed, and from it to rest [m] @param way that it goes from rest to rest [m]
 * @param own what the microscope itself may be wrong by at a mark, as a standard uncertainty [m]
 * @returns null where too few of its turns were in step
 */
export function passFound(read: GrooveRead, ramp: number, way: number, own: number): PassFound | null {
  const marks = read.marks.map((place, index) => ({ turn: index + 1, gone: Math.abs(place - read.begins) }));
  const inStep = marks.filter(({ gone }) => gone > ramp && gone < way - ramp);
  const count = inStep.length;
  if (count < MARKS_LEAST) return null;
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / count;
  const [turns, places] = [mean(inStep.map(({ turn }) => turn)), mean(inStep.map(({ gone }) => gone))];
  const squares = inStep.reduce((sum, { turn }) => sum + (turn - turns) ** 2, 0);
  const lead = inStep.reduce((sum, { turn, gone }) => sum + (turn - turns) * (gone - places), 0) / squares;
  const left = inStep.reduce((sum, { turn, gone }) => sum + (gone - places - lead * (turn - turns)) ** 2, 0);
  // What few marks happen to scatter less than the microscope does is chance.
  const scatter = Math.max(own, Math.sqrt(left / (count - 2)));
  const expanded = (coverageFactor(CONFIDENCE, count - 2) * scatter) / Math.sqrt(squares);
  return { lead, expanded, lag: lead * turns - places, count };
}

/** What all passes of a thread come to together. */
export interface ThreadFound {
  readonly passes: readonly (PassFound | null)[];
  /** Mean of the passes that were in step, with its expanded uncertainty [m]. */
  readonly lead: number;
  readonly expanded: number;
  /** Mean lag, and between the passes that lie farthest apart [m]. */
  readonly lag: number;
  readonly apart: number;
}

/**
 * Passes of one thread together: where they lag alike, each cuts in the groove of the one before.
 * @returns null where no pass could be read
 */
export function threadFound(passes: readonly (PassFound | null)[]): ThreadFound | null {
  const read = passes.filter((item) => item !== null);
  if (read.length === 0) return null;
  const mean = (of: (item: PassFound) => number): number => read.reduce((sum, item) => sum + of(item), 0) / read.length;
  const lags = read.map(({ lag }) => lag);
  return {
    passes,
    lead: mean(({ lead }) => lead),
    expanded: Math.max(...read.map(({ expanded }) => expanded)) / Math.sqrt(read.length),
    lag: mean(({ lag }) => lag),
    apart: Math.max(...lags) - Math.min(...lags),
  };
}
