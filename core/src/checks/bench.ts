/** Standard gravity [m/s²], exact by definition (3rd CGPM, 1901). */
const STANDARD_GRAVITY = 9.80665;

/**
 * Torque of a lever pressing on a scale.
 * @param mass reading of the scale, as the mass it shows [kg] @param arm distance from the shaft [m]
 * @returns torque [N·m]
 */
export function torqueFromScale(mass: number, arm: number): number {
  return mass * STANDARD_GRAVITY * arm;
}

/** Play as an angle [rad] from a tangent reading at a radius, both in metres. */
export function playAngle(tangent: number, radius: number): number {
  return Math.atan(tangent / radius);
}
