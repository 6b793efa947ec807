/** What sliding and turning masses weigh at the motor (work and energy; any dynamics textbook). SI units. */

/** Inertia at a shaft of a mass that slides by so much a turn: m·(l/2π)². */
export function reflectedMass(mass: number, travelPerTurn: number): number {
  return mass * (travelPerTurn / (2 * Math.PI)) ** 2;
}

/** Inertia before a reduction of an inertia behind it: J/i². */
export function reflectedInertia(inertia: number, ratio: number): number {
  return inertia / ratio ** 2;
}

/** Inertia of a solid disc or pulley about its axis: m·r²/2. */
export function discInertia(mass: number, radius: number): number {
  return (mass * radius ** 2) / 2;
}

/** Inertia of a solid cylinder about its axis from its measures [kg·m²]: πρLd⁴/32. */
export function cylinderInertia(diameter: number, length: number, density: number): number {
  return (Math.PI * density * length * diameter ** 4) / 32;
}

/** Inertia of a tube about its axis [kg·m²]: a cylinder less its bore. */
export function tubeInertia(outside: number, inside: number, length: number, density: number): number {
  return cylinderInertia(outside, length, density) - cylinderInertia(inside, length, density);
}

/** Inertia about an axis at a distance from the body's own (parallel-axis theorem): J + m·r². */
export function offAxisInertia(own: number, mass: number, distance: number): number {
  return own + mass * distance ** 2;
}

/** Densities of what wheels and tables are made of [kg/m³] (usual handbook values). */
export const DENSITIES = { steel: 7850, aluminium: 2700, brass: 8500, plastic: 1400, plywood: 680 } as const;

/**
 * Torque at the motor [N·m] that moves a carriage: J·a/r + (m·a + F)·r/η with r = l/2π. A braking load drives back
 * through the friction, so its share is multiplied by the efficiency instead.
 */
export function drivingTorque(
  rotating: number,
  mass: number,
  force: number,
  acceleration: number,
  travelPerTurn: number,
  efficiency: number,
): number {
  const radius = travelPerTurn / (2 * Math.PI);
  const pushed = (mass * acceleration + force) * radius;
  return (rotating * acceleration) / radius + (pushed >= 0 ? pushed / efficiency : pushed * efficiency);
}
