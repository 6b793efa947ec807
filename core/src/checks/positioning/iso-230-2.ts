import { deviationOf } from '../sample.js';

/** Deviations [SI] read at one target, going up and going down; a row is empty where nothing was read from that side. */
export interface TargetDeviations {
  readonly up: readonly number[];
  readonly down: readonly number[];
}

/** What one target comes to. What too few readings leave open is null, never nothing. */
export interface TargetFigures {
  readonly meanUp: number | null;
  readonly meanDown: number | null;
  readonly deviationUp: number | null;
  readonly deviationDown: number | null;
  /** Mean of both means. */
  readonly mean: number | null;
  /** Mean from below less mean from above: ordinary lost motion is negative. */
  readonly reversal: number | null;
  readonly repeatabilityUp: number | null;
  readonly repeatabilityDown: number | null;
  readonly repeatability: number | null;
}

/** What an axis comes to, by one side and by both. */
export interface AxisFigures {
  readonly accuracy: number | null;
  readonly accuracyUp: number | null;
  readonly accuracyDown: number | null;
  readonly repeatability: number | null;
  readonly repeatabilityUp: number | null;
  readonly repeatabilityDown: number | null;
  /** The largest at any target, without its sign: reads high where readings scatter. */
  readonly reversal: number | null;
  /** The mean of all targets, with its sign. */
  readonly meanReversal: number | null;
  readonly systematic: number | null;
  readonly systematicUp: number | null;
  readonly systematicDown: number | null;
  /** Range of the means of both sides. */
  readonly meanRange: number | null;
}

/** Of the band that stands for the scatter, in standard deviations either way. */
const BAND = 2;

function meanOf(values: readonly number[]): number | null {
  return values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** What comes of values that are all known; null where one is not, or there are none. */
function ofAll(values: readonly (number | null)[], reduce: (known: readonly number[]) => number): number | null {
  const known = values.filter((value) => value !== null);
  return known.length === values.length && known.length > 0 ? reduce(known) : null;
}

const range = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);
const largest = (values: readonly number[]): number => Math.max(...values);

/** Figures of each target (ISO 230-2:2014, clause 3, from memory). */
export function targetFigures({ up, down }: TargetDeviations): TargetFigures {
  const [meanUp, meanDown, deviationUp, deviationDown] = [meanOf(up), meanOf(down), deviationOf(up), deviationOf(down)];
  const reversal = meanUp === null || meanDown === null ? null : meanUp - meanDown;
  const [repeatabilityUp, repeatabilityDown] = [deviationUp, deviationDown].map((deviation) =>
    deviation === null ? null : 2 * BAND * deviation,
  ) as [number | null, number | null];
  return {
    meanUp,
    meanDown,
    deviationUp,
    deviationDown,
    mean: meanUp === null || meanDown === null ? null : (meanUp + meanDown) / 2,
    reversal,
    repeatabilityUp,
    repeatabilityDown,
    repeatability:
      deviationUp === null || deviationDown === null || reversal === null
        ? null
        : largest([
            BAND * deviationUp + BAND * deviationDown + Math.abs(reversal),
            2 * BAND * deviationUp,
            2 * BAND * deviationDown,
          ]),
  };
}

/** The ends of mean ± 2 s. */
function bandOf(mean: number | null, deviation: number | null): readonly (number | null)[] {
  return mean === null || deviation === null ? [null] : [mean - BAND * deviation, mean + BAND * deviation];
}

/**
 * Figures of the axis (ISO 230-2:2014, clause 3, from memory). A target without its value leaves the axis without one:
 * the largest of those that remain would be too small.
 */
export function axisFigures(targets: readonly TargetFigures[]): AxisFigures {
  const over = (pick: (target: TargetFigures) => number | null, reduce: (known: readonly number[]) => number) =>
    ofAll(targets.map(pick), reduce);
  const bands = (sides: readonly ('Up' | 'Down')[]): number | null =>
    ofAll(
      targets.flatMap((target) => sides.flatMap((side) => bandOf(target[`mean${side}`], target[`deviation${side}`]))),
      range,
    );
  return {
    accuracy: bands(['Up', 'Down']),
    accuracyUp: bands(['Up']),
    accuracyDown: bands(['Down']),
    repeatability: over(({ repeatability }) => repeatability, largest),
    repeatabilityUp: over(({ repeatabilityUp }) => repeatabilityUp, largest),
    repeatabilityDown: over(({ repeatabilityDown }) => repeatabilityDown, largest),
    reversal: over(
      ({ reversal }) => reversal,
      (values) => largest(values.map(Math.abs)),
    ),
    meanReversal: over(
      ({ reversal }) => reversal,
      (values) => values.reduce((sum, value) => sum + value, 0) / values.length,
    ),
    systematic: ofAll(
      targets.flatMap(({ meanUp, meanDown }) => [meanUp, meanDown]),
      range,
    ),
    systematicUp: over(({ meanUp }) => meanUp, range),
    systematicDown: over(({ meanDown }) => meanDown, range),
    meanRange: over(({ mean }) => mean, range),
  };
}
