/**
 * A worm as a screw wound round its wheel; normal pressure angle in the flank (Shigley, "Worm gearing", from memory).
 * SI.
 */
export interface Worm {
  readonly starts: number;
  readonly wheelTeeth: number;
  /** Lead angle of the worm [rad]. */
  readonly leadAngle: number;
  /** Normal pressure angle [rad]; 20° is usual. */
  readonly pressureAngle: number;
  readonly friction: number;
}

/** Work out over work in, worm driving: (cos φn − f·tan λ)/(cos φn + f·cot λ). */
export function wormEfficiency({ leadAngle, pressureAngle, friction }: Worm): number {
  const c = Math.cos(pressureAngle);
  return (c - friction * Math.tan(leadAngle)) / (c + friction / Math.tan(leadAngle));
}

/** The same with the wheel driving, (cos φn − f·cot λ)/(cos φn + f·tan λ); nothing and less where it locks. */
export function wormBackwardEfficiency({ leadAngle, pressureAngle, friction }: Worm): number {
  const c = Math.cos(pressureAngle);
  return (c - friction / Math.tan(leadAngle)) / (c + friction * Math.tan(leadAngle));
}

/** Whether the wheel cannot drive the worm: f > cos φn · tan λ. */
export function wormLocks({ leadAngle, pressureAngle, friction }: Worm): boolean {
  return friction > Math.cos(pressureAngle) * Math.tan(leadAngle);
}
