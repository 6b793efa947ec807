/** A place to be at a time; the move eases into and out of it. */
export interface Keyframe {
  readonly time: number;
  readonly position: number;
}

/** How a keyed move gets from rest to rest: 3s² − 2s³, or 10s³ − 15s⁴ + 6s⁵ without a jump in acceleration. */
export type Ease = 'cubic' | 'quintic';

/**
 * Share of the way after a share of the time. The quintic is the minimum-jerk move (Flash and Hogan, Journal of
 * Neuroscience 5 (1985), from memory).
 */
export function ease(share: number, by: Ease = 'quintic'): number {
  const s = Math.min(1, Math.max(0, share));
  return by === 'cubic' ? s * s * (3 - 2 * s) : s * s * s * (10 - 15 * s + 6 * s * s);
}

/**
 * Greatest slope, in the middle, and greatest curvature of an {@link ease}: what speed and acceleration have to bear, as
 * multiples of D/T and D/T².
 */
export const EASES: Readonly<Record<Ease, { readonly speed: number; readonly acceleration: number }>> = {
  cubic: { speed: 1.5, acceleration: 6 },
  quintic: { speed: 15 / 8, acceleration: 10 / Math.sqrt(3) },
};

/** Position at a time of a row of keyframes in order of time; before the first and after the last it rests. */
export function positionAt(frames: readonly Keyframe[], time: number, by: Ease = 'quintic'): number {
  const next = frames.findIndex((frame) => frame.time > time);
  if (next === -1) return frames.at(-1)?.position ?? 0;
  const [from, to] = [frames[next - 1], frames[next]];
  if (!from || !to) return to?.position ?? 0;
  return from.position + (to.position - from.position) * ease((time - from.time) / (to.time - from.time), by);
}

/** What one move between two keyframes has to bear. */
export interface KeyframeDemand {
  readonly distance: number;
  readonly time: number;
  readonly speed: number;
  readonly acceleration: number;
}

/** What each move between keyframes has to bear. @throws RangeError unless times rise */
export function keyframeMoves(frames: readonly Keyframe[], by: Ease = 'quintic'): readonly KeyframeDemand[] {
  return frames.slice(1).map((to, index) => {
    const from = frames[index] as Keyframe;
    const time = to.time - from.time;
    if (!(time > 0)) throw new RangeError(`times must rise, got ${from.time} then ${to.time}`);
    const distance = to.position - from.position;
    return {
      distance,
      time,
      speed: (EASES[by].speed * Math.abs(distance)) / time,
      acceleration: (EASES[by].acceleration * Math.abs(distance)) / time ** 2,
    };
  });
}

/** Greatest speed and acceleration over all moves between keyframes. @throws RangeError unless times rise */
export function keyframeDemands(
  frames: readonly Keyframe[],
  by: Ease = 'quintic',
): Pick<KeyframeDemand, 'speed' | 'acceleration'> {
  const moves = keyframeMoves(frames, by);
  return {
    speed: Math.max(0, ...moves.map(({ speed }) => speed)),
    acceleration: Math.max(0, ...moves.map(({ acceleration }) => acceleration)),
  };
}

/**
 * Whole steps at which keys stand: each place is rounded by itself, halves up, so that whoever comes back to a key
 * stands where it stood before.
 */
export const keySteps = (frames: readonly Keyframe[], stepsPerUnit: number): readonly number[] =>
  frames.map(({ position }) => Math.floor(position * stepsPerUnit + 0.5));
