/**
 * Power screws. SI units. Source of the torque formulas: Budynas and Nisbett, Shigley's Mechanical Engineering Design,
 * "The mechanics of power screws" (from memory); its worked example is in the tests.
 */
export interface PowerScrew {
  /** Mean diameter of the thread [m]. */
  readonly meanDiameter: number;
  readonly lead: number;
  /** Half the angle between the flanks [rad]: 0 square, 15° metric trapezoidal, 30° V-thread. */
  readonly flankAngle: number;
  readonly threadFriction: number;
  /** Collar or thrust bearing that rubs; zero friction for a rolling bearing. */
  readonly collarFriction: number;
  readonly collarDiameter: number;
}

/**
 * Half angle between the flanks of the usual thread forms [rad] (ISO 2901:1993 trapezoidal, ISO 68-1:1998 V; from
 * memory).
 */
export const FLANK_ANGLES = { square: 0, trapezoidal: Math.PI / 12, v: Math.PI / 6 } as const;

const collarTorque = (screw: PowerScrew, force: number): number =>
  (force * screw.collarFriction * screw.collarDiameter) / 2;

/**
 * Mean diameter from the outside diameter and the pitch. The trapezoidal and square thread is half a pitch deep, so its
 * mean lies half a pitch inside (d2 = d − 0.5·P, ISO 2904:2020, from memory); a V-thread d2 = d − 0.6495·P (ISO 724).
 */
export function meanDiameter(form: keyof typeof FLANK_ANGLES, outside: number, pitch: number): number {
  return outside - (form === 'v' ? 0.649519 : 0.5) * pitch;
}

/** Torque [N·m] to raise a force [N]; infinite where the thread jams. */
export function raisingTorque(screw: PowerScrew, force: number): number {
  const { meanDiameter: d, lead, threadFriction: f } = screw;
  const rub = f / Math.cos(screw.flankAngle);
  const below = Math.PI * d - rub * lead;
  return below <= 0 ? Infinity : ((force * d) / 2) * ((lead + Math.PI * rub * d) / below) + collarTorque(screw, force);
}

/** Torque [N·m] to lower a force; negative where the force drives the screw by itself. */
export function loweringTorque(screw: PowerScrew, force: number): number {
  const { meanDiameter: d, lead, threadFriction: f } = screw;
  const rub = f / Math.cos(screw.flankAngle);
  return ((force * d) / 2) * ((Math.PI * rub * d - lead) / (Math.PI * d + rub * lead)) + collarTorque(screw, force);
}

/** Work out over work in, F·l/(2πT), when raising. */
export function screwEfficiency(screw: PowerScrew): number {
  return screw.lead / (2 * Math.PI * raisingTorque(screw, 1));
}

/**
 * Whether the thread alone holds a load: π·f·d·sec α > l. A screw that locks only through its collar is not safe to
 * rely on.
 */
export function threadLocks({ meanDiameter: d, lead, flankAngle, threadFriction }: PowerScrew): boolean {
  return (Math.PI * threadFriction * d) / Math.cos(flankAngle) > lead;
}

/**
 * Efficiency of a thread driven backwards by its load: the torque it gives over what it would give without friction;
 * below nothing where the thread locks.
 */
export function threadBackwardEfficiency(screw: PowerScrew): number {
  return (-loweringTorque({ ...screw, collarFriction: 0 }, 1) * 2 * Math.PI) / screw.lead;
}

/**
 * Efficiency of a line driven backwards from its forward efficiency: about 2 − 1/η, below nothing where it locks
 * (common practice; exact for a rolling screw of small lead).
 */
export function backDriving(forward: number): number {
  return 2 - 1 / forward;
}

/**
 * Share of the ball's diameter by which a ball screw's root lies inside its outside diameter (common practice, no
 * source).
 */
const BALL_DEPTH = 0.8;
/** Bottom clearance of a trapezoidal thread [m] by its pitch (ISO 2901:1993, from memory). */
function bottomClearance(pitch: number): number {
  if (pitch < 1.75e-3) return 0.15e-3;
  if (pitch < 5.5e-3) return 0.25e-3;
  return pitch < 13e-3 ? 0.5e-3 : 1e-3;
}

/**
 * Diameter of the core [m] that bends, twists and buckles: what the thread leaves of the outside diameter. Trapezoidal
 * d − P − 2a_c (ISO 2904:2020), V-thread d − 1.227·P (ISO 724:1993), square d − P, all from memory; a ball screw's root
 * follows from its balls, not from its lead.
 */
export function coreDiameter(form: keyof typeof FLANK_ANGLES, outside: number, pitch: number): number {
  if (form === 'v') return outside - 1.226869 * pitch;
  return outside - pitch - (form === 'trapezoidal' ? 2 * bottomClearance(pitch) : 0);
}

/** The same of a ball screw. */
export function ballScrewCore(outside: number, ballDiameter: number): number {
  return outside - BALL_DEPTH * ballDiameter;
}
