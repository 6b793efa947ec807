/**
 * Microsteps that drivers of the trade divide a full step into: halvings, and fifths with theirs (common practice, no
 * source). No driver makes three or a thousand of one.
 */
export const MICROSTEP_DIVISORS = [
  1, 2, 4, 5, 8, 10, 16, 20, 25, 32, 40, 50, 64, 80, 100, 125, 128, 200, 250, 256,
] as const;

/** Those that halve and halve again, as most drivers and machines are set. */
export const HALVINGS: readonly number[] = MICROSTEP_DIVISORS.filter((count) => Number.isInteger(Math.log2(count)));

/** Says why no driver divides a full step into so many, or nothing where one does. */
export function microstepsError(count: number): string | null {
  return (MICROSTEP_DIVISORS as readonly number[]).includes(count)
    ? null
    : `No driver divides a full step by ${count}: 2, 4, 8, 16 … 256, or 5, 10, 20, 25 … 250.`;
}
