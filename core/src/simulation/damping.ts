import type { RigLoad } from './rig.js';

/**
 * A damper that calms a rotor: a free inertia half as large as what turns, coupled by drag at a tenth to a fifth of the
 * critical value of the held rotor, 2·√(p·T·J) (common practice, no source). It takes no torque at a steady speed.
 */
export function usualDamper(teeth: number, holdingTorque: number, inertia: number): NonNullable<RigLoad['damper']> {
  return { drag: DAMPING_SHARE * 2 * Math.sqrt(teeth * holdingTorque * inertia), inertia: inertia / 2 };
}

const DAMPING_SHARE = 0.15;
