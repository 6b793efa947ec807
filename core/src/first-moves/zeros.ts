import { spreadOf } from './search.js';

/** Zeros of an axis are as far apart as whole pulses allow and no further: two, and a bit of rounding. */
const PULSES_APART = 2.5;

/**
 * Where home was found, each time against the first.
 * @param seen what the controller said each time after the first: where it met its switch by the count since the home
 *   before. What is lost on the way adds up from time to time, so these are summed.
 */
export function zerosFrom(seen: readonly number[]): readonly number[] {
  const zeros = [0];
  for (const by of seen) zeros.push((zeros.at(-1) ?? 0) + by);
  return zeros;
}

/** Whether they go one way and never back. */
function isOneWay(zeros: readonly number[]): boolean {
  const steps = zeros.slice(1).map((zero, place) => zero - (zeros[place] ?? 0));
  return steps.every((step) => step >= 0) || steps.every((step) => step <= 0);
}

/**
 * How zeros are judged: close together is within half of what the job tolerates, or within what whole pulses tell
 * apart (common practice, no source).
 * @param zeros [m], [rad] @param tolerance of the job, in the same; null while nobody has said one
 * @param pulse travel of one
 */
export function spreadVerdict(
  zeros: readonly number[],
  tolerance: number | null,
  pulse: number,
): 'right' | 'spread' | 'drifts' {
  const most = Math.max((tolerance ?? Infinity) / 2, PULSES_APART * pulse);
  if (spreadOf(zeros) <= most) return 'right';
  return isOneWay(zeros) ? 'drifts' : 'spread';
}
