import { cylinderInertia } from './inertia.js';

/**
 * Long thin shafts: screws and rails between bearings. SI units. Bending vibration and buckling of uniform bars
 * (Blevins, Formulas for Natural Frequency and Mode Shape; Roark's Formulas for Stress and Strain; both from memory).
 */
export type Ends = 'fixed-free' | 'supported' | 'fixed-supported' | 'fixed';

/** First root of the frequency equation of each support. */
const WHIRL_ROOTS: Readonly<Record<Ends, number>> = {
  'fixed-free': 1.8751,
  supported: Math.PI,
  'fixed-supported': 3.9266,
  fixed: 4.73,
};
/** Effective length over length of each support. */
const EFFECTIVE_LENGTHS: Readonly<Record<Ends, number>> = {
  'fixed-free': 2,
  supported: 1,
  'fixed-supported': 0.699,
  fixed: 0.5,
};

/** A solid round bar. */
export interface Bar {
  readonly diameter: number;
  readonly length: number;
  readonly modulus: number;
  readonly density: number;
}

/** Carbon steel: modulus [Pa], density [kg/m³], expansion [1/K] (usual handbook values). */
export const STEEL = { modulus: 205e9, density: 7850, expansion: 11.7e-6, yield: 350e6 } as const;

const secondMoment = (diameter: number): number => (Math.PI * diameter ** 4) / 64;
const sectionArea = (diameter: number): number => (Math.PI * diameter ** 2) / 4;

/**
 * Critical speed [rad/s]: (β/L)²·√(EI/ρA). Catalogue coefficients often hold a 0.8 safety factor already; this one does
 * not.
 */
export function whirlSpeed({ diameter, length, modulus, density }: Bar, ends: Ends): number {
  return (
    (WHIRL_ROOTS[ends] / length) ** 2 *
    Math.sqrt((modulus * secondMoment(diameter)) / (density * sectionArea(diameter)))
  );
}

/** Euler's buckling load [N], π²EI/(KL)². */
export function eulerLoad({ diameter, length, modulus }: Bar, ends: Ends): number {
  return (Math.PI ** 2 * modulus * secondMoment(diameter)) / (EFFECTIVE_LENGTHS[ends] * length) ** 2;
}

/**
 * Buckling load [N]: Euler for slender bars, Johnson's parabola below the slenderness √(2π²E/Sy) where the material
 * yields first (Shigley, "Columns", from memory).
 */
export function bucklingLoad(bar: Bar, ends: Ends, yieldStrength: number = STEEL.yield): number {
  const slenderness = (EFFECTIVE_LENGTHS[ends] * bar.length) / (bar.diameter / 4);
  const border = Math.sqrt((2 * Math.PI ** 2 * bar.modulus) / yieldStrength);
  if (slenderness >= border) return eulerLoad(bar, ends);
  return (
    sectionArea(bar.diameter) *
    yieldStrength *
    (1 - (yieldStrength * slenderness ** 2) / (4 * Math.PI ** 2 * bar.modulus))
  );
}

/** Inertia of a round bar about its axis [kg·m²]: πρLd⁴/32. */
export function barInertia({ diameter, length, density }: Pick<Bar, 'diameter' | 'length' | 'density'>): number {
  return cylinderInertia(diameter, length, density);
}

/**
 * Stiffness of a bar along its axis [N/m], fixed at one end: EA/L; fixed at both, the least, in the middle, is 4EA/L.
 */
export function axialStiffness({ diameter, length, modulus }: Bar, ends: Ends): number {
  return ((ends === 'fixed' ? 4 : 1) * modulus * sectionArea(diameter)) / length;
}
