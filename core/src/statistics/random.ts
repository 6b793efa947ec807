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
