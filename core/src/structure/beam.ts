/** How a beam is held, and where it is pushed: between two supports or two clamps in its middle, or at its free end. */
export type Held = 'supported' | 'clamped' | 'cantilever';

/**
 * F = c·EI/L³·y, and the share of the beam's own mass that swings with one at the load, by Rayleigh with the shape that
 * the load itself bends it to: 17/35, 13/35 and 33/140 (any handbook of vibration, from memory).
 */
const CASES: Readonly<Record<Held, { readonly bends: number; readonly swings: number }>> = {
  supported: { bends: 48, swings: 17 / 35 },
  clamped: { bends: 192, swings: 13 / 35 },
  cantilever: { bends: 3, swings: 33 / 140 },
};

/**
 * Stiffness of a beam where it is pushed [N/m]; shear of the web is left out, which counts below a span of ten heights.
 * @param rigidity E·I [N·m²] @param span [m]
 */
export const beamStiffness = (held: Held, rigidity: number, span: number): number =>
  (CASES[held].bends * rigidity) / span ** 3;

/**
 * Sag in the middle of a beam between two supports under a load that lies all along it [m]: 5·W·L³/(384·E·I) (any
 * handbook of mechanics).
 * @param load all of it [N] @param rigidity E·I [N·m²] @param span [m]
 */
export const evenSag = (load: number, rigidity: number, span: number): number =>
  (5 * load * span ** 3) / (384 * rigidity);

/**
 * Stiffness of a beam between two supports where it is pushed anywhere [N/m]: 3·EI·L/(a²·b²).
 * @param at from one of its supports [m]
 */
export const beamStiffnessAt = (rigidity: number, span: number, at: number): number =>
  (3 * rigidity * span) / (at ** 2 * (span - at) ** 2);

/**
 * Stiffness at a tool that hangs below the middle of a beam whose ends cannot turn, by its twist alone [N/m]: the torque
 * F·h goes both ways, θ = F·h·L/(4GJ), and the tool goes by h·θ.
 * @param rigidity G·J [N·m²] @param hang from the beam's middle line to the tool [m]
 */
export const twistStiffness = (rigidity: number, span: number, hang: number): number =>
  (4 * rigidity) / (span * hang ** 2);

/**
 * Slowest bending of a uniform beam with a mass where it is pushed [Hz] (Rayleigh).
 * @param carried there @param own mass of the whole beam [kg]
 */
export const bendingMode = (held: Held, rigidity: number, span: number, carried: number, own: number): number =>
  Math.sqrt(beamStiffness(held, rigidity, span) / (carried + CASES[held].swings * own)) / (2 * Math.PI);

/**
 * What two rails with blocks give to a push below them [m/N]: the push goes to all blocks, its torque to the two rails
 * against one another (statics; a block as a spring).
 * @param block stiffness of one block [N/m] @param blocks on each rail @param apart the two rails [m]
 * @param hang from the middle of the rails to the push [m]
 */
export const guideCompliance = (block: number, blocks: number, apart: number, hang: number): number =>
  1 / (2 * blocks * block) + (2 * hang ** 2) / (apart ** 2 * blocks * block);
