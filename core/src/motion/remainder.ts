/**
 * Whole steps of each piece that is fed, with what rounding left carried into the next: after any number of pieces the
 * feed stands within half a step of where it should.
 * @param lengths of the pieces with what is cut away, in their order @param stepsPerUnit steps for a unit of length
 */
export function feedSteps(lengths: readonly number[], stepsPerUnit: number): readonly number[] {
  // What was sent is counted in whole steps and what was asked in compensated sums, so that nothing drifts.
  let [sent, asked, lost] = [0, 0, 0];
  return lengths.map((length) => {
    const part = length * stepsPerUnit - lost;
    const next = asked + part;
    lost = next - asked - part;
    asked = next;
    const to = Math.floor(asked + 0.5);
    const steps = to - sent;
    sent = to;
    return steps;
  });
}

/** How far a feed is out after so many like pieces of which each is rounded by itself, in steps. */
export const driftOfRounded = (length: number, stepsPerUnit: number, count: number): number =>
  count * (Math.floor(length * stepsPerUnit + 0.5) - length * stepsPerUnit);
