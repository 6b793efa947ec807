/** How a deviation stands to a tolerance when the measurement itself is uncertain. */
export type Conformity = 'within' | 'undecided' | 'outside';

/** Width of the guard band in standard uncertainties; a stated alternative is 1.645. */
export const GUARD_FACTOR = 2;

/**
 * Decision with a guard band: within only inside the limits less the band, outside only beyond the limits plus it
 * (decision rule of ISO 14253-1:2017, from memory).
 * @param tolerance either way; all three in the same unit
 */
export function conformity(deviation: number, tolerance: number, standardUncertainty: number): Conformity {
  const guard = GUARD_FACTOR * standardUncertainty;
  const size = Math.abs(deviation);
  // A millionth of the tolerance keeps a decimal reading that equals its limit from failing by its last bit.
  const rounding = tolerance * 1e-6;
  if (size <= tolerance - guard + rounding) return 'within';
  return size > tolerance + guard + rounding ? 'outside' : 'undecided';
}

/** The worst of several. */
export function worst(conformities: readonly Conformity[]): Conformity {
  if (conformities.includes('outside')) return 'outside';
  return conformities.includes('undecided') ? 'undecided' : 'within';
}
