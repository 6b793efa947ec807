import { logGamma } from './student-t.js';

/**
 * Probability that chi-square with so many degrees of freedom is at most x: the regularised lower incomplete gamma
 * function P(ν/2, x/2) by its series below the mean and by its continued fraction above it (NIST Digital Library of
 * Mathematical Functions, 8.11.4 and 8.9.2).
 */
export function chiSquareCdf(x: number, degreesOfFreedom: number): number {
  if (x <= 0) return 0;
  const [a, z] = [degreesOfFreedom / 2, x / 2];
  const front = Math.exp(a * Math.log(z) - z - logGamma(a));
  if (z < a + 1) {
    let [term, sum] = [1 / a, 1 / a];
    for (let n = 1; n < 10_000 && term > sum * 1e-16; n += 1) {
      term *= z / (a + n);
      sum += term;
    }
    return front * sum;
  }
  let [c, d] = [1e300, 1 / (z + 1 - a)];
  let fraction = d;
  for (let n = 1; n < 10_000; n += 1) {
    const [numerator, denominator] = [-n * (n - a), z + 2 * n + 1 - a];
    d = 1 / (denominator + numerator * d);
    c = denominator + numerator / c;
    fraction *= c * d;
    if (Math.abs(c * d - 1) < 1e-15) break;
  }
  return 1 - front * fraction;
}

/** The value that chi-square stays below with a probability strictly between 0 and 1. */
export function chiSquareQuantile(probability: number, degreesOfFreedom: number): number {
  return rootOf((x) => chiSquareCdf(x, degreesOfFreedom) - probability, 0, Math.max(1, degreesOfFreedom));
}

/**
 * Probability that the noncentral chi-square with two degrees of freedom is at most x: a mixture of central ones with
 * Poisson weights (standard derivation).
 * @param noncentrality λ, the squared distance of the middle in standard deviations
 */
function noncentralCdf(x: number, noncentrality: number): number {
  if (x <= 0) return 0;
  const half = noncentrality / 2;
  const weight = (index: number): number =>
    half === 0 ? Number(index === 0) : Math.exp(index * Math.log(half) - half - logGamma(index + 1));
  // From the heaviest weight to both sides, until what is left does not count.
  const middle = Math.floor(half);
  let sum = 0;
  for (const step of [1, -1] as const)
    for (let index = step === 1 ? middle : middle - 1; index >= 0; index += step) {
      const part = weight(index);
      sum += part * chiSquareCdf(x, 2 + 2 * index);
      if (part < 1e-14) break;
    }
  return sum;
}

/** Standard deviations from which a distance scatters as a normal one does. */
const FAR = 25;

/**
 * Where the length of a plane vector lies whose two parts were measured, each with the same standard deviation: the
 * lengths for which the measured one is neither too large nor too small for chance (Rice's distribution inverted,
 * standard derivation).
 * @param measured length as measured @param deviation of either part, greater than zero
 * @returns the lower end is 0 where nothing need be there
 */
export function lengthBetween(measured: number, deviation: number, confidence: number): readonly [number, number] {
  const tail = (1 - confidence) / 2;
  const shown = measured / deviation;
  if (shown > FAR) {
    const reach = -normalQuantile(tail);
    // A measured length is longer than the true one by half a variance over the length.
    const middle = shown - 1 / (2 * shown);
    return [(middle - reach) * deviation, (middle + reach) * deviation];
  }
  const at = (probability: number): number =>
    chiSquareCdf(shown ** 2, 2) <= probability
      ? 0
      : rootOf((length) => probability - noncentralCdf(shown ** 2, length ** 2), 0, Math.max(1, shown));
  return [at(1 - tail) * deviation, at(tail) * deviation];
}

/** The value that a normal deviate stays below with a probability, by its square. */
function normalQuantile(probability: number): number {
  const size = Math.sqrt(chiSquareQuantile(Math.abs(1 - 2 * probability), 1));
  return probability < 0.5 ? -size : size;
}

/** Where a rising function passes zero, above a lower bound; the upper is only where the search begins. */
function rootOf(rising: (x: number) => number, from: number, guess: number): number {
  let [low, high] = [from, guess];
  while (rising(high) < 0 && high < 1e12) {
    low = high;
    high *= 2;
  }
  for (let round = 0; round < 200 && high - low > 1e-9 * high; round += 1) {
    const middle = (low + high) / 2;
    if (rising(middle) < 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
