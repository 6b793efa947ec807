/** A place to be at a time; the move eases into and out of it. */
export interface Keyframe {
  readonly time: number;
  readonly position: number;
}

/**
 * The quintic that starts and ends at rest without a jump in acceleration: 10s³ − 15s⁴ + 6s⁵ (minimum-jerk move; Flash
 * and Hogan, Journal of Neuroscience 5 (1985), from memory).
 */
export function ease(share: number): number {
  const s = Math.min(1, Math.max(0, share));
  return s * s * s * (10 - 15 * s + 6 * s * s);
}

/** Greatest slope of {@link ease}, in the middle, and greatest curvature: what speed and acceleration have to bear. */
export const EASE_SPEED = 15 / 8;
export const EASE_ACCELERATION = 10 / Math.sqrt(3);

/** Position at a time of a row of keyframes in order of time; before the first and after the last it rests. */
export function positionAt(frames: readonly Keyframe[], time: number): number {
  const next = frames.findIndex((frame) => frame.time > time);
  if (next === -1) return frames.at(-1)?.position ?? 0;
  const [from, to] = [frames[next - 1], frames[next]];
  if (!from || !to) return to?.position ?? 0;
  return from.position + (to.position - from.position) * ease((time - from.time) / (to.time - from.time));
}

/** Greatest speed and acceleration over all moves between keyframes. @throws RangeError unless times rise */
export function keyframeDemands(frames: readonly Keyframe[]): {
  readonly speed: number;
  readonly acceleration: number;
} {
  let [speed, acceleration] = [0, 0];
  for (let index = 1; index < frames.length; index += 1) {
    const [from, to] = [frames[index - 1] as Keyframe, frames[index] as Keyframe];
    const time = to.time - from.time;
    if (!(time > 0)) throw new RangeError(`times must rise, got ${from.time} then ${to.time}`);
    const distance = Math.abs(to.position - from.position);
    speed = Math.max(speed, (EASE_SPEED * distance) / time);
    acceleration = Math.max(acceleration, (EASE_ACCELERATION * distance) / time ** 2);
  }
  return { speed, acceleration };
}
