/**
 * Natural logarithm of the gamma function for x > 0, by Lanczos' series (g = 7, n = 9), relative error below 1e-14.
 * Coefficients: Godfrey's set as tabulated in numerical literature, from memory; the test compares with factorials.
 */
export function logGamma(x: number): number {
  const coefficients = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  let sum = coefficients[0] as number;
  for (let index = 1; index < coefficients.length; index += 1) sum += (coefficients[index] as number) / (x - 1 + index);
  const shifted = x - 1 + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(shifted) - shifted + Math.log(sum);
}

/**
 * Regularised incomplete beta function I_x(a, b) by its continued fraction (NIST Digital Library of Mathematical
 * Functions, 8.17.22), evaluated by the modified Lentz method.
 */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  // The fraction converges fast below the mean; the symmetry I_x(a,b) = 1 − I_{1−x}(b,a) covers the rest.
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a);
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x)) / a;
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / Math.max(tiny, 1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m <= 1000; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / nonZero(1 + even * d, tiny);
    c = nonZero(1 + even / c, tiny);
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / nonZero(1 + odd * d, tiny);
    c = nonZero(1 + odd / c, tiny);
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) break;
  }
  return front * fraction;
}

function nonZero(value: number, tiny: number): number {
  return Math.abs(value) < tiny ? tiny : value;
}

/** Probability that Student's t with `degreesOfFreedom` (may be Infinity) is at most `t`. */
export function studentCdf(t: number, degreesOfFreedom: number): number {
  // Above this the distribution is the normal one to more digits than anyone reads.
  const nu = Math.min(degreesOfFreedom, 1e9);
  const tail = 0.5 * incompleteBeta(nu / (nu + t * t), nu / 2, 0.5);
  return t >= 0 ? 1 - tail : tail;
}

/**
 * Coverage factor: the t for which the interval ±t holds a share of the distribution.
 * @param confidence share, e.g. 0.95, strictly between 0 and 1
 * @param degreesOfFreedom greater than zero; Infinity for the normal distribution
 * @throws RangeError outside those ranges
 * @example coverageFactor(0.95, 4) // 2.776 (JCGM 100:2008, table G.2)
 */
export function coverageFactor(confidence: number, degreesOfFreedom: number): number {
  if (!(confidence > 0 && confidence < 1))
    throw new RangeError(`confidence must be between 0 and 1, got ${confidence}`);
  if (!(degreesOfFreedom > 0)) throw new RangeError(`degreesOfFreedom must be positive, got ${degreesOfFreedom}`);
  const target = (1 + confidence) / 2;
  let low = 0;
  let high = 1;
  while (studentCdf(high, degreesOfFreedom) < target && high < 1e12) high *= 2;
  for (let iteration = 0; iteration < 200 && high - low > 1e-12 * high; iteration += 1) {
    const middle = (low + high) / 2;
    if (studentCdf(middle, degreesOfFreedom) < target) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Probability that Fisher's F with these degrees of freedom is greater than a ratio of variances (incomplete beta
 * function).
 */
export function fisherTail(ratio: number, numerator: number, denominator: number): number {
  if (ratio <= 0) return 1;
  return incompleteBeta(denominator / (denominator + numerator * ratio), denominator / 2, numerator / 2);
}

/** Density of Student's t with its degrees of freedom (may be Infinity). */
export function studentDensity(t: number, degreesOfFreedom: number): number {
  if (degreesOfFreedom > 1e6) return Math.exp((-t * t) / 2) / Math.sqrt(2 * Math.PI);
  const n = degreesOfFreedom;
  return Math.exp(
    logGamma((n + 1) / 2) - logGamma(n / 2) - 0.5 * Math.log(n * Math.PI) - ((n + 1) / 2) * Math.log1p((t * t) / n),
  );
}
