/** What may come back when an axis brakes; energies [J], power [W], time [s]. */
export interface BrakingBalance {
  /** Of rotors and screws: no friction lies between them and the motors. */
  readonly rotating: number;
  /** Of the load, with what a weight gives on its way down. */
  readonly load: number;
  /** Efficiency of the line from load to motor; nothing and less where it locks. */
  readonly backward: number;
  /** What the drives burn meanwhile. */
  readonly losses: number;
  readonly duration: number;
}

/** Energy [J] that comes back from a braking axis, an upper bound: iron losses are left out. */
export function returnedEnergy({ rotating, load, backward, losses, duration }: BrakingBalance): number {
  return Math.max(0, rotating + Math.max(0, backward) * load - losses * duration);
}

/**
 * Energy [J] that comes back while a weight is let down at a steady speed, an upper bound.
 * The pull is that of the weight less the friction relied on [N or N·m], the distance is covered at that speed [m or
 * rad].
 */
export function loweredEnergy({
  pull,
  backward,
  speed,
  losses,
  distance,
}: Readonly<Record<'pull' | 'backward' | 'speed' | 'losses' | 'distance', number>>): number {
  const power = Math.max(0, backward) * Math.max(0, pull) * speed - losses;
  return (Math.max(0, power) * distance) / speed;
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
