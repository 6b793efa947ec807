/**
 * The nearest row of values that never falls, by least squares: neighbours that fall are pooled into their mean until
 * none does (pool adjacent violators; Barlow, Bartholomew, Bremner and Brunk, Statistical Inference under Order
 * Restrictions, from memory).
 */
export function neverFalling(values: readonly number[]): readonly number[] {
  const pools: { mean: number; count: number }[] = [];
  for (const value of values) {
    let pool = { mean: value, count: 1 };
    for (let last = pools.at(-1); last && last.mean > pool.mean; last = pools.at(-1)) {
      pools.pop();
      const count = last.count + pool.count;
      pool = { mean: (last.mean * last.count + pool.mean * pool.count) / count, count };
    }
    pools.push(pool);
  }
  return pools.flatMap(({ mean, count }) => new Array<number>(count).fill(mean));
}
