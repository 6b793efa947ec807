/**
 * A brushed motor with permanent magnets, speed held in a closed loop over its encoder (any electric-machines
 * textbook).
 */
export interface BrushedMotor {
  /** Torque for an ampere [N·m/A], the same number as the back-EMF in V·s/rad. */
  readonly torqueConstant: number;
  readonly resistance: number;
  /** What the motor draws turning free [A]; its torque is lost to friction. */
  readonly noLoadCurrent: number;
  readonly voltage: number;
  readonly currentLimit: number;
}

/** Torque at the shaft [N·m] at a speed [rad/s] with all the voltage on, within the current limit. */
export function brushedTorque(
  { torqueConstant: K, resistance: R, noLoadCurrent, voltage, currentLimit }: BrushedMotor,
  speed: number,
): number {
  const current = Math.min(currentLimit, (voltage - K * speed) / R);
  return Math.max(0, K * (current - noLoadCurrent));
}

/** Speed [rad/s] at which no torque is left. */
export function brushedNoLoadSpeed({ torqueConstant: K, resistance: R, noLoadCurrent, voltage }: BrushedMotor): number {
  return Math.max(0, (voltage - R * noLoadCurrent) / K);
}
