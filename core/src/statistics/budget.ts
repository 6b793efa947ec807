import { coverageFactor } from './student-t.js';

/** Something that makes a result doubtful. */
export interface Contribution {
  readonly name: string;
  /** By statistics of a row of readings (A), or by other knowledge (B). */
  readonly kind: 'A' | 'B';
  /** Standard uncertainty that it puts on the result, its sensitivity counted in [of the result]. */
  readonly standard: number;
  /** Infinity where its size is known. */
  readonly freedom: number;
}

/** What all together put on a result. */
export interface Budget {
  /** The heaviest first. */
  readonly rows: readonly (Contribution & { readonly share: number })[];
  readonly combined: number;
  /** Effective degrees of freedom, truncated. */
  readonly freedom: number;
  readonly factor: number;
  readonly expanded: number;
}

/** Slack before truncating: 16 − 10⁻¹² are 16. */
const TRUNCATION = 1e-9;

/**
 * Combines contributions that know nothing of each other: the root of the sum of squares, effective degrees of freedom
 * by Welch and Satterthwaite, and Student's t for them (JCGM 100:2008, 5.1.2, G.4.1 and G.6.4).
 */
export function budgetOf(contributions: readonly Contribution[], confidence = 0.95): Budget {
  const variance = contributions.reduce((sum, { standard }) => sum + standard ** 2, 0);
  const combined = Math.sqrt(variance);
  const spread = contributions.reduce((sum, { standard, freedom }) => sum + standard ** 4 / freedom, 0);
  const freedom = spread === 0 ? Infinity : Math.max(1, Math.floor(variance ** 2 / spread + TRUNCATION));
  const factor = coverageFactor(confidence, freedom);
  return {
    rows: contributions
      .map((row) => ({ ...row, share: variance === 0 ? 0 : row.standard ** 2 / variance }))
      .sort((a, b) => b.standard - a.standard),
    combined,
    freedom,
    factor,
    expanded: factor * combined,
  };
}
