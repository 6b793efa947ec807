/** How far [rad] and how long [s] something turns on that only its friction brakes: ω²J/2T and ωJ/T (energy and
 * momentum). */
export function coastOf(
  speed: number,
  inertia: number,
  friction: number,
): { readonly angle: number; readonly time: number } {
  if (!(friction > 0)) return { angle: Infinity, time: Infinity };
  return { angle: (speed * speed * inertia) / (2 * friction), time: (speed * inertia) / friction };
}
