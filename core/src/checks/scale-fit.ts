import { coverageFactor, leastSquares } from '../statistics/index.js';
import type { Approach } from './plan.js';

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

export type ScaleFit =
  | {
      readonly kind: 'fitted';
      /** Measured over commanded travel. */
      readonly scale: Estimate;
      readonly scaleStandardUncertainty: number;
      /** Constant error of the zero; null if it was not fitted. */
      readonly offset: Estimate | null;
      /** Mean reversal B = mean from below − mean from above: ordinary lost motion is negative. Null if one direction only. */
      readonly reversal: Estimate | null;
      /** Scatter of one reading about the fit, resolution included [SI]. */
      readonly readingUncertainty: number;
      readonly degreesOfFreedom: number;
      /** Effective degrees of freedom, truncated; Infinity where resolution governs. */
      readonly effectiveDegreesOfFreedom: number;
      readonly residuals: readonly number[];
    }
  | { readonly kind: 'refused'; readonly reason: string };

/** Readings beyond the terms that an offset has to leave, so that fitting it does not blow up the scale's interval. */
const OFFSET_SPARE = 2;
const CONFIDENCE = 0.95;

/**
 * Scale, offset and reversal from one regression, y = a + k·x + B·d with d = 0 for an approach from below, from where the
 * indicator was zeroed, and −1 from above, so that lost motion is taken neither for scale nor for an error of the zero. Terms that the readings cannot carry are left out and say so by being null.
 *
 * Uncertainty: scatter about the fit and the instrument's resolution combined, k from Student's t with effective degrees of
 * freedom by Welch-Satterthwaite, truncated (JCGM 100:2008, G.4.1); the instrument's own scale uncertainty in quadrature.
 *
 * @param resolutionUncertainty standard uncertainty of one difference from the instrument's digit [SI]
 * @param scaleUncertainty expanded relative uncertainty of the instrument's scale
 */
export function fitScale(points: readonly ScalePoint[], resolutionUncertainty: number, scaleUncertainty: number): ScaleFit {
  const distances = new Set(points.map((point) => point.commanded));
  if (points.length < 2) return { kind: 'refused', reason: 'One reading cannot tell a scale from anything else. Take at least two distances.' };
  if (distances.size < 2) return { kind: 'refused', reason: 'Only one distance was measured. A second distance tells a wrong scale from a constant error.' };
  const hasBothApproaches = new Set(points.map((point) => point.approach)).size === 2;
  const hasReversal = hasBothApproaches && points.length >= 3;
  const baseTerms = hasReversal ? 2 : 1;
  const hasOffset = points.length >= baseTerms + 1 + OFFSET_SPARE;
  // Distances are scaled to one so that the columns are of like size.
  const reach = Math.max(...[...distances].map(Math.abs));
  const rows = points.map((point) => [point.commanded / reach, ...(hasReversal ? [point.approach === 'up' ? 0 : -1] : []), ...(hasOffset ? [1] : [])]);
  const fit = leastSquares(
    rows,
    points.map((point) => point.measured),
  );
  if (fit?.residualDeviation == null) return { kind: 'refused', reason: 'The readings do not separate scale, zero and reversal. Take more distances, each from both sides.' };

  const scatter = fit.residualDeviation;
  const variance = scatter ** 2 + resolutionUncertainty ** 2;
  const effective = scatter === 0 ? Infinity : Math.max(1, Math.floor(variance ** 2 / (scatter ** 4 / fit.degreesOfFreedom)));
  const factor = coverageFactor(CONFIDENCE, effective);
  const standard = (term: number): number => Math.sqrt(variance * ((fit.unscaledCovariance[term] as readonly number[])[term] as number));
  const estimate = (term: number): Estimate => ({ value: fit.estimates[term] as number, expanded: factor * standard(term) });
  const scaleStandard = standard(0) / reach;
  const scale = (fit.estimates[0] as number) / reach;
  return {
    kind: 'fitted',
    scale: { value: scale, expanded: Math.hypot(factor * scaleStandard, scaleUncertainty * Math.abs(scale)) },
    scaleStandardUncertainty: Math.hypot(scaleStandard, (scaleUncertainty * Math.abs(scale)) / 2),
    reversal: hasReversal ? estimate(1) : null,
    offset: hasOffset ? estimate(baseTerms) : null,
    readingUncertainty: Math.sqrt(variance),
    degreesOfFreedom: fit.degreesOfFreedom,
    effectiveDegreesOfFreedom: effective,
    residuals: fit.residuals,
  };
}
