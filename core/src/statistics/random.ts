/** Numbers from 0 to 1 that a seed repeats (xorshift, Marsaglia 2003). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return (state + 0.5) / 4294967296;
  };
}

/** A normal deviate of mean nothing and deviation one (Box and Muller 1958). */
export function gauss(random: () => number): number {
  return Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
}

/**
 * A chi-square deviate (Marsaglia and Tsang 2000).
 * @param degreesOfFreedom at least 2, or exactly 1
 */
export function chiSquare(random: () => number, degreesOfFreedom: number): number {
  if (degreesOfFreedom === 1) return gauss(random) ** 2;
  const d = degreesOfFreedom / 2 - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = gauss(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(random()) < x ** 2 / 2 + d - d * v + d * Math.log(v)) return 2 * d * v;
  }
}
