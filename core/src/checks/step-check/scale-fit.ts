import {
  budgetOf,
  coverageFactor,
  fisherTail,
  leastSquares,
  type Contribution,
  type LeastSquares,
} from '../../statistics/index.js';
import { keptRounding } from '../rounding.js';
import type { Approach } from '../commanded.js';

/** One reading against what was commanded, both from zero in SI. */
export interface ScalePoint {
  readonly commanded: number;
  readonly measured: number;
  readonly approach: Approach;
}

/** An estimate with the half-width of its interval at 95 %. */
export interface Estimate {
  readonly value: number;
  readonly expanded: number;
}

export interface FittedScale {
  readonly kind: 'fitted';
  /** Measured over commanded travel. */
  readonly scale: Estimate;
  /** Of the scale, the instrument's own error with it. */
  readonly scaleStandardUncertainty: number;
  /** What readings and digit put on the scale; the instrument's own error is not among them. */
  readonly scaleRows: readonly Contribution[];
  /** Constant error of the zero; null if it was not fitted. */
  readonly offset: Estimate | null;
  /**
   * Mean reversal B = mean from below − mean from above: ordinary lost motion is negative. Null if one direction only.
   */
  readonly reversal: Estimate | null;
  /** Scatter of one reading about the fit [SI]. */
  readonly readingUncertainty: number;
  readonly degreesOfFreedom: number;
  /** Of the scale, truncated; Infinity where only what is known by its size makes it doubtful. */
  readonly effectiveDegreesOfFreedom: number;
  readonly residuals: readonly number[];
  /** What decides the interval: the scatter of the readings, the digit, or the instrument's own error. */
  readonly ruledBy: 'scatter' | 'digit' | 'instrument';
}

export type ScaleFit = FittedScale | { readonly kind: 'refused'; readonly reason: string };

/** Degrees of freedom that an offset has to leave, so that fitting it does not blow up the scale's interval. */
const OFFSET_SPARE = 2;
const CONFIDENCE = 0.95;
/** Below this chance, places scatter more than the runs at one place explain. */
const LACK_OF_FIT = 0.02;

/** One term of a fit as a weighted sum of the readings. */
interface Term {
  readonly value: number;
  /** Σc² over readings, over places, and (Σc)², which the error of the zero goes in with. */
  readonly readings: number;
  readonly places: number;
  readonly zero: number;
}

/** Readings at one place from one side, however often. */
const placeOf = ({ commanded, approach }: ScalePoint): string => `${commanded} ${approach}`;

function termOf(fit: LeastSquares, rows: readonly (readonly number[])[], keys: readonly string[], term: number): Term {
  const inverse = fit.unscaledCovariance[term] as readonly number[];
  const weights = rows.map((row) => row.reduce((sum, value, index) => sum + value * (inverse[index] as number), 0));
  const byPlace = new Map<string, number>();
  weights.forEach((weight, index) =>
    byPlace.set(keys[index] as string, (byPlace.get(keys[index] as string) ?? 0) + weight),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const squares = (values: Iterable<number>): number => [...values].reduce((sum, value) => sum + value * value, 0);
  return {
    value: fit.estimates[term] as number,
    readings: squares(weights),
    places: squares(byPlace.values()),
    zero: total ** 2,
  };
}

/** How readings scatter: about their own place, and places about the fit. */
interface Scatter {
  /**
   * Variance of one reading, and of the mean of a place where places scatter by themselves; null there if they do not.
   */
  readonly reading: number;
  readonly place: number | null;
  readonly freedom: number;
  /** Variance of one reading about its place, or about the fit where each place was read once. */
  readonly within: number;
  /** Each place was read once, so that the scatter holds the rounding already. */
  readonly isOnce: boolean;
}

function scatterOf(fit: LeastSquares, keys: readonly string[], terms: number): Scatter {
  const { residuals } = fit;
  const groups = new Map<string, number[]>();
  residuals.forEach((residual, index) =>
    groups.set(keys[index] as string, [...(groups.get(keys[index] as string) ?? []), residual]),
  );
  let inside = 0;
  for (const group of groups.values()) {
    const mean = group.reduce((sum, value) => sum + value, 0) / group.length;
    inside += group.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  }
  const whole = residuals.reduce((sum, value) => sum + value * value, 0);
  const insideFreedom = residuals.length - groups.size;
  const betweenFreedom = groups.size - terms;
  const pooled = whole / fit.degreesOfFreedom;
  if (insideFreedom === 0)
    return { reading: pooled, place: null, freedom: fit.degreesOfFreedom, within: pooled, isOnce: true };
  const within = inside / insideFreedom;
  if (betweenFreedom > 0) {
    const between = Math.max(0, whole - inside) / betweenFreedom;
    const isLacking =
      within === 0 ? between > 0 : fisherTail(between / within, betweenFreedom, insideFreedom) < LACK_OF_FIT;
    // Errors that stay the same at a place, of the screw or of the digit, do not average out over the runs.
    if (isLacking)
      return {
        reading: within,
        place: between / (residuals.length / groups.size),
        freedom: betweenFreedom,
        within,
        isOnce: false,
      };
  }
  return { reading: pooled, place: null, freedom: fit.degreesOfFreedom, within, isOnce: false };
}

/** The terms that readings can carry. */
function designOf(points: readonly ScalePoint[]): {
  readonly rows: readonly (readonly number[])[];
  readonly reach: number;
  readonly hasReversal: boolean;
  readonly hasOffset: boolean;
} {
  const hasReversal = new Set(points.map((point) => point.approach)).size === 2 && points.length >= 3;
  const hasOffset = points.length >= (hasReversal ? 2 : 1) + 1 + OFFSET_SPARE;
  // Distances are scaled to one so that the columns are of like size.
  const reach = points.reduce((most, { commanded }) => Math.max(most, Math.abs(commanded)), 0);
  const rows = points.map((point) => [
    point.commanded / reach,
    ...(hasReversal ? [point.approach === 'up' ? 0 : -1] : []),
    ...(hasOffset ? [1] : []),
  ]);
  return { rows, reach, hasReversal, hasOffset };
}

/** What is heaviest in the interval of a scale. @param own expanded uncertainty by the instrument itself */
function ruledBy(scaleRows: readonly Contribution[], own: number): FittedScale['ruledBy'] {
  const random = budgetOf(scaleRows);
  if (own > random.expanded) return 'instrument';
  return random.rows[0]?.kind === 'B' ? 'digit' : 'scatter';
}

/** Fewest readings among which one can stand alone. */
const WILD_COUNT = 4;
/** Chance that one of sound readings is called wild. */
const WILD_CHANCE = 0.01;
/** Digits by which a reading has to be off to be called wild. */
const WILD_DIGITS = 5;

/**
 * The one reading that the others speak against: each is held against the fit of all the others (deleted residuals by
 * Student's t, Bonferroni over all; any regression textbook).
 * @returns its place in the list and the fit without it; null where none or more than one stands out
 */
export function wildReading(
  points: readonly ScalePoint[],
  digit: number,
  scaleUncertainty: number,
): { readonly index: number; readonly off: number; readonly without: FittedScale } | null {
  if (points.length < WILD_COUNT || new Set(points.map((point) => point.commanded)).size < 2) return null;
  const { rows } = designOf(points);
  const fit = leastSquares(
    rows,
    points.map((point) => point.measured),
  );
  if (!fit) return null;
  const whole = fit.residuals.reduce((sum, value) => sum + value * value, 0);
  const limit = coverageFactor(1 - WILD_CHANCE / points.length, fit.degreesOfFreedom - 1);
  const found: { readonly index: number; readonly off: number }[] = [];
  rows.forEach((row, index) => {
    const leverage = row.reduce(
      (sum, a, i) =>
        sum +
        a * row.reduce((inner, b, j) => inner + b * ((fit.unscaledCovariance[i] as readonly number[])[j] as number), 0),
      0,
    );
    const left = 1 - leverage;
    // A reading that alone carries a term has nothing to be held against.
    if (left < 1e-6) return;
    const residual = fit.residuals[index] as number;
    const off = residual / left;
    const others = Math.max(0, (whole - residual ** 2 / left) / (fit.degreesOfFreedom - 1));
    // The digit keeps a perfect fit of the others from calling a rounding wild.
    const deviation = Math.hypot(Math.sqrt(others / left), digit / Math.sqrt(6));
    if (Math.abs(off) > limit * deviation && Math.abs(off) > WILD_DIGITS * digit) found.push({ index, off });
  });
  // The worst one draws the fit and can make others look off; it is the one to be read again.
  const [worst] = found.sort((a, b) => Math.abs(b.off) - Math.abs(a.off));
  if (!worst) return null;
  const without = fitScale(
    points.filter((_, index) => index !== worst.index),
    digit,
    scaleUncertainty,
  );
  return without.kind === 'fitted' ? { ...worst, without } : null;
}

/**
 * Whether lost motion changes along the travel: the term d·x beside scale, zero and reversal.
 * @returns its change over the whole reach with its interval; null while the readings cannot carry it
 */
export function reversalTrend(points: readonly ScalePoint[], digit: number): Estimate | null {
  const { rows, hasReversal, hasOffset } = designOf(points);
  if (!hasReversal || !hasOffset) return null;
  const fit = leastSquares(
    rows.map((row) => [...row, (row[0] as number) * (row[1] as number)]),
    points.map((point) => point.measured),
  );
  if (fit?.residualDeviation == null) return null;
  const term = rows[0]?.length ?? 0;
  const variance =
    (fit.residualDeviation ** 2 + digit ** 2 / 12) *
    ((fit.unscaledCovariance[term] as readonly number[])[term] as number);
  return {
    value: fit.estimates[term] as number,
    expanded: coverageFactor(CONFIDENCE, fit.degreesOfFreedom) * Math.sqrt(variance),
  };
}

/**
 * Scatter of one reading about its own run: a run that lost steps stands off as a whole and must not count as scatter.
 * @returns null where the readings leave nothing to judge by
 */
export function scatterWithinRuns(
  points: readonly (ScalePoint & { readonly run: number })[],
): { readonly deviation: number; readonly freedom: number } | null {
  const runs = [...new Set(points.map(({ run }) => run))];
  if (points.length === 0) return null;
  const { rows, hasReversal } = designOf(points);
  const fit = leastSquares(
    rows.map((row, index) => [
      row[0] as number,
      ...(hasReversal ? [row[1] as number] : []),
      ...runs.map((run) => (points[index]?.run === run ? 1 : 0)),
    ]),
    points.map((point) => point.measured),
  );
  return fit?.residualDeviation == null ? null : { deviation: fit.residualDeviation, freedom: fit.degreesOfFreedom };
}

/**
 * Scale, offset and reversal from one regression, y = a + k·x + B·d with d = 0 for an approach from below, from where
 * the indicator was zeroed, and −1 from above, so that lost motion is taken neither for scale nor for an error of the
 * zero. Terms that the readings cannot carry are left out and say so by being null.
 *
 * Uncertainty as a budget to JCGM 100:2008: the scatter about the fit with its degrees of freedom; the digit once a
 * place, because runs that read the same round the same, and the larger of the two where each place was read once,
 * because the scatter holds the rounding then; where no offset is fitted, the zero's own error; of the scale the
 * instrument's own error.
 *
 * @param digit of the instrument [SI] @param scaleUncertainty expanded relative uncertainty of the instrument's scale
 */
export function fitScale(points: readonly ScalePoint[], digit: number, scaleUncertainty: number): ScaleFit {
  const distances = new Set(points.map((point) => point.commanded));
  if (points.length < 2)
    return {
      kind: 'refused',
      reason: 'One reading cannot tell a scale from anything else. Take at least two distances.',
    };
  if (distances.size < 2)
    return {
      kind: 'refused',
      reason: 'Only one distance was measured. A second distance tells a wrong scale from a constant error.',
    };
  const { rows, reach, hasReversal, hasOffset } = designOf(points);
  const baseTerms = hasReversal ? 2 : 1;
  const fit = leastSquares(
    rows,
    points.map((point) => point.measured),
  );
  if (fit?.residualDeviation == null)
    return {
      kind: 'refused',
      reason: 'The readings do not separate scale, zero and reversal. Take more distances, each from both sides.',
    };

  const keys = points.map(placeOf);
  const scatter = scatterOf(fit, keys, baseTerms + (hasOffset ? 1 : 0));
  const rounding = (digit ** 2 / 12) * keptRounding(scatter.within, digit) ** 2;
  const rowsOf = (term: Term, unit: number): readonly Contribution[] => {
    const zero = hasOffset ? 0 : term.zero;
    const ofPlaces = scatter.place === null ? scatter.reading * term.readings : scatter.place * term.places;
    const scattered: Contribution = {
      name: `Scatter of ${points.length} readings`,
      kind: 'A',
      standard: Math.sqrt(ofPlaces + scatter.reading * zero) / unit,
      freedom: scatter.freedom,
    };
    const rounded: Contribution = {
      name: 'The digit',
      kind: 'B',
      standard: Math.sqrt(rounding * (term.places + zero)) / unit,
      freedom: Infinity,
    };
    if (!scatter.isOnce) return [scattered, rounded].filter(({ standard }) => standard > 0);
    return [budgetOf([scattered]).expanded >= budgetOf([rounded]).expanded ? scattered : rounded];
  };
  const estimate = (index: number): Estimate => {
    const term = termOf(fit, rows, keys, index);
    return { value: term.value, expanded: budgetOf(rowsOf(term, 1), CONFIDENCE).expanded };
  };
  const scaleTerm = termOf(fit, rows, keys, 0);
  const scale = scaleTerm.value / reach;
  const scaleRows = rowsOf(scaleTerm, reach);
  const own = scaleUncertainty * Math.abs(scale);
  const whole = budgetOf(
    [...scaleRows, { name: 'The instrument', kind: 'B', standard: own / 2, freedom: Infinity }],
    CONFIDENCE,
  );
  return {
    kind: 'fitted',
    scale: { value: scale, expanded: whole.expanded },
    scaleStandardUncertainty: whole.combined,
    scaleRows,
    reversal: hasReversal ? estimate(1) : null,
    offset: hasOffset ? estimate(baseTerms) : null,
    readingUncertainty: Math.sqrt(scatter.reading),
    degreesOfFreedom: scatter.freedom,
    effectiveDegreesOfFreedom: whole.freedom,
    residuals: fit.residuals,
    ruledBy: ruledBy(scaleRows, own),
  };
}
