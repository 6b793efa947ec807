/** Points of an axis’ driver that a meter can be held to. */
export const POINTS = ['V+', 'ground', 'A+', 'A-', 'B+', 'B-'] as const;
export type PointName = (typeof POINTS)[number];

const CONTROLLER = 'controller';

/** Every point by its name: `X A+` at the driver of X, `controller ground`. */
export function probePoints(letters: readonly string[]): readonly string[] {
  return [`${CONTROLLER} ground`, ...letters.flatMap((letter) => POINTS.map((point) => `${letter} ${point}`))];
}

/** What a name of a point says; null for one that is none. Only the ground of the controller has a name. */
export function probePoint(name: string): { readonly letter: string | null; readonly point: PointName } | null {
  const at = name.lastIndexOf(' ');
  const point = POINTS.find((item) => item === name.slice(at + 1));
  const owner = name.slice(0, Math.max(0, at));
  if (point === undefined || owner === '') return null;
  if (owner !== CONTROLLER) return { letter: owner, point };
  return point === 'ground' ? { letter: null, point } : null;
}
