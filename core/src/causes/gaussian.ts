/** Lower triangle L of a symmetric positive matrix A = L·Lᵀ (Cholesky, any textbook of numerical mathematics). */
export function cholesky(matrix: readonly Float64Array[]): Float64Array[] {
  const size = matrix.length;
  const lower = matrix.map(() => new Float64Array(size));
  for (let row = 0; row < size; row += 1) {
    const [of, into] = [matrix[row] as Float64Array, lower[row] as Float64Array];
    for (let column = 0; column <= row; column += 1) {
      const other = lower[column] as Float64Array;
      let sum = of[column] as number;
      for (let index = 0; index < column; index += 1) sum -= (into[index] as number) * (other[index] as number);
      if (column < row) into[column] = sum / (other[column] as number);
      else into[column] = Math.sqrt(Math.max(sum, Number.MIN_VALUE));
    }
  }
  return lower;
}

/** x of L·x = y. */
export function forward(lower: readonly Float64Array[], y: Float64Array): Float64Array {
  const x = new Float64Array(y.length);
  for (let row = 0; row < y.length; row += 1) {
    const of = lower[row] as Float64Array;
    let sum = y[row] as number;
    for (let index = 0; index < row; index += 1) sum -= (of[index] as number) * (x[index] as number);
    x[row] = sum / (of[row] as number);
  }
  return x;
}

export const dot = (a: Float64Array, b: Float64Array): number => {
  let sum = 0;
  for (let index = 0; index < a.length; index += 1) sum += (a[index] as number) * (b[index] as number);
  return sum;
};

/** Half the logarithm of the determinant of L·Lᵀ. */
export const halfLogDeterminant = (lower: readonly Float64Array[]): number =>
  lower.reduce((sum, row, index) => sum + Math.log(row[index] as number), 0);

/** Logarithm of a sum of numbers of which the logarithms are known. */
export function logSum(logs: readonly number[]): number {
  const most = Math.max(...logs);
  return most === -Infinity ? most : most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0));
}
