/** Steps per turn as sheets print them; from 20 on a bare whole number is a count, unless it is a plain part of 90°. */
const COUNT = /^\s*(\d{1,5})\s*(?:(?:steps?|pulses?)?\s*(?:\/|per|a)\s*(?:turn|rev|revolution)s?|steps?)?\s*$/i;
const LEAST_COUNT = 20;
const QUARTER = 90;
const TURN = 360;

/**
 * A step angle from the way in which sheets print it as often: `200`, `200/turn` or `200 steps per turn` are `1.8 °`.
 * @returns text with its unit; what is no count of steps comes back as it was typed
 */
export function stepAngleSaid(typed: string): string {
  const match = COUNT.exec(typed);
  const count = Number(match?.[1] ?? 0);
  const isBare = /^\s*\d+\s*$/.test(typed);
  if (count === 0 || (isBare && (count < LEAST_COUNT || QUARTER % count === 0))) return typed;
  const angle = TURN / count;
  // A fraction stays exact where no decimal is.
  return Number(angle.toFixed(6)) === angle ? `${angle} °` : `${TURN}/${count} °`;
}
