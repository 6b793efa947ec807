/** Largest value between nothing and a limit where a falling function is still not negative. */
export function lastHolding(surplus: (value: number) => number, most: number): number {
  if (surplus(0) < 0) return 0;
  if (surplus(most) >= 0) return most;
  let [low, high] = [0, most];
  for (let count = 0; count < 60; count += 1) {
    const middle = (low + high) / 2;
    // No number lies between them any more.
    if (middle === low || middle === high) break;
    if (surplus(middle) >= 0) low = middle;
    else high = middle;
  }
  return low;
}

/** No hobby motor turns faster [rad/s]; where the torque has no end, the search has. */
export const SPEED_END = 2 * Math.PI * 200;
