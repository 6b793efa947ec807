/**
 * Energy [J] that comes back from a braking mass: what the mechanics leave of the kinetic energy, less what the drives burn
 * meanwhile. An upper bound: iron losses are left out.
 * @param kinetic [J] @param losses [W] while it brakes @param duration of the braking [s]
 */
export function returnedEnergy(kinetic: number, efficiency: number, losses: number, duration: number): number {
  return Math.max(0, efficiency * kinetic - losses * duration);
}

/** Voltage of a capacitor [F] at V after taking up an energy [J]: ½CV² + E = ½CV₂² (energy balance). */
export function busAfterBraking(voltage: number, energy: number, capacitance: number): number {
  return Math.sqrt(voltage ** 2 + (2 * energy) / capacitance);
}

/**
 * Capacitance [F] that keeps the bus at or below a limit.
 * @returns Infinity where the limit is not above the voltage
 */
export function capacitanceFor(voltage: number, energy: number, limit: number): number {
  if (energy <= 0) return 0;
  return limit > voltage ? (2 * energy) / (limit ** 2 - voltage ** 2) : Infinity;
}
