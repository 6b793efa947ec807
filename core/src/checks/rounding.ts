/**
 * Part of the digit's own uncertainty that repeated readings at one place do not average away. Scatter shakes the
 * rounding out: the first harmonic of its mean error falls as exp(−2π²σ²/δ²) (Fourier series of the rounding error,
 * standard derivation).
 * @param within variance of one reading about its place, its rounding counted in [SI²] @param digit [SI]
 * @returns from 0 to 1
 */
export function keptRounding(within: number, digit: number): number {
  if (digit === 0) return 0;
  const noise = Math.max(0, within - digit ** 2 / 12);
  return Math.exp((-2 * Math.PI ** 2 * noise) / digit ** 2);
}
