/**
 * Stiffness of a carriage on a closed belt [N/m]: the two spans between carriage and driven pulley pull side by side,
 * EA/L1 + EA/(L − L1) (springs in parallel).
 * @param tensileStiffness EA of the belt [N] @param loop its whole length [m] @param shorter span on the driven side
 *   [m]
 */
export function beltLoopStiffness(tensileStiffness: number, loop: number, shorter: number): number {
  return tensileStiffness / shorter + tensileStiffness / (loop - shorter);
}

/** The least stiffness along the travel: both spans of a loop as long as each other. */
export function leastBeltStiffness(tensileStiffness: number, loop: number): number {
  return beltLoopStiffness(tensileStiffness, loop, loop / 2);
}
