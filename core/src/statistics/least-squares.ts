/** Linear least squares: estimates, residual scatter and the unscaled covariance (XᵀX)⁻¹. */
export interface LeastSquares {
  readonly estimates: readonly number[];
  /** Residual standard deviation; null without a degree of freedom. */
  readonly residualDeviation: number | null;
  readonly degreesOfFreedom: number;
  readonly residuals: readonly number[];
  /** Multiply by the variance of one observation for the covariance of the estimates. */
  readonly unscaledCovariance: readonly (readonly number[])[];
}

/**
 * Fits y = X·b by modified Gram-Schmidt orthogonalisation, which stays accurate where normal equations lose half the
 * digits.
 * @param rows one row of X an observation, all of the same length
 * @returns null if the columns are linearly dependent or there are fewer rows than columns
 */
export function leastSquares(rows: readonly (readonly number[])[], y: readonly number[]): LeastSquares | null {
  const observationCount = rows.length;
  const termCount = rows[0]?.length ?? 0;
  if (observationCount < termCount || termCount === 0) return null;
  const q = Array.from({ length: termCount }, (_, term) => rows.map((row) => row[term] as number));
  const r = Array.from({ length: termCount }, () => new Array<number>(termCount).fill(0));
  for (let term = 0; term < termCount; term += 1) {
    const column = q[term] as number[];
    const before = norm(column);
    for (let earlier = 0; earlier < term; earlier += 1) {
      const basis = q[earlier] as number[];
      const projection = dot(basis, column);
      (r[earlier] as number[])[term] = projection;
      for (let index = 0; index < observationCount; index += 1)
        column[index] = (column[index] as number) - projection * (basis[index] as number);
    }
    const length = norm(column);
    if (!(length > before * 1e-10)) return null;
    (r[term] as number[])[term] = length;
    for (let index = 0; index < observationCount; index += 1) column[index] = (column[index] as number) / length;
  }
  const estimates = backSubstitute(
    r,
    q.map((basis) => dot(basis, y)),
  );
  const residuals = rows.map((row, index) => (y[index] as number) - dot(row, estimates));
  const degreesOfFreedom = observationCount - termCount;
  const inverse = Array.from({ length: termCount }, (_, column) =>
    backSubstitute(
      r,
      Array.from({ length: termCount }, (_unit, index) => (index === column ? 1 : 0)),
    ),
  );
  const unscaledCovariance = Array.from({ length: termCount }, (_, a) =>
    Array.from({ length: termCount }, (_b, b) =>
      inverse.reduce((sum, column) => sum + (column[a] as number) * (column[b] as number), 0),
    ),
  );
  return {
    estimates,
    residuals,
    degreesOfFreedom,
    residualDeviation: degreesOfFreedom > 0 ? norm(residuals) / Math.sqrt(degreesOfFreedom) : null,
    unscaledCovariance,
  };
}

function dot(a: readonly number[], b: readonly number[]): number {
  let sum = 0;
  for (let index = 0; index < a.length; index += 1) sum += (a[index] as number) * (b[index] as number);
  return sum;
}

function norm(a: readonly number[]): number {
  return Math.sqrt(dot(a, a));
}

/** Solves R·x = right for an upper triangular R. */
function backSubstitute(r: readonly (readonly number[])[], right: readonly number[]): number[] {
  const x = new Array<number>(right.length).fill(0);
  for (let row = right.length - 1; row >= 0; row -= 1) {
    let sum = right[row] as number;
    for (let column = row + 1; column < right.length; column += 1)
      sum -= ((r[row] as number[])[column] as number) * (x[column] as number);
    x[row] = sum / ((r[row] as number[])[row] as number);
  }
  return x;
}
