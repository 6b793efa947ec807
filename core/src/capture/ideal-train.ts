import type { Limits, Profile, Stretch } from '../motion/index.js';

/** What a move may do, in steps. @param stepsPerUnit steps a unit of travel [1/m or 1/rad] */
export function limitsInSteps({ speed, acceleration, jerk, braking, start }: Limits, stepsPerUnit: number): Limits {
  const scaled = (value: number | null | undefined): number | null => (value == null ? null : value * stepsPerUnit);
  return {
    speed: speed * stepsPerUnit,
    acceleration: acceleration * stepsPerUnit,
    jerk: scaled(jerk),
    braking: scaled(braking),
    start: scaled(start),
  };
}

/** Halvings of a stretch: to the last bits of a double. */
const HALVINGS = 60;
/** Newton's steps are taken until they change nothing. */
const NEWTON_MOST = 8;

/**
 * Times of the pulses of a move: each when the position passes the middle between two steps, so that what is commanded
 * is always the nearest whole step (common practice, no source).
 * @param profile over so many steps, in steps [s] @param steps how many, positive
 * @throws RangeError where the profile does not go so far
 */
export function idealTrain(profile: Profile, steps: number): Float64Array {
  const times = new Float64Array(steps);
  let [place, begun] = [0, 0];
  for (const stretch of profile.stretches) {
    const end = positionIn(stretch, stretch.duration);
    while (place < steps && place + 0.5 <= end) {
      times[place] = begun + timeAt(stretch, place + 0.5);
      place += 1;
    }
    begun += stretch.duration;
  }
  if (place < steps) throw new RangeError(`the profile ends after ${place} of ${steps} steps`);
  return times;
}

const positionIn = ({ position, speed, acceleration, jerk }: Stretch, time: number): number =>
  position + speed * time + (acceleration * time * time) / 2 + (jerk * time ** 3) / 6;

/** When a stretch, along which it never goes back, is at a position: Newton's steps, kept within what halving allows. */
function timeAt(stretch: Stretch, position: number): number {
  const { duration, speed, acceleration, jerk } = stretch;
  let [low, high] = [0, duration];
  let time = duration / 2;
  for (let count = 0; count < NEWTON_MOST + HALVINGS; count += 1) {
    const off = positionIn(stretch, time) - position;
    if (off === 0) return time;
    if (off < 0) low = time;
    else high = time;
    const rate = speed + acceleration * time + (jerk * time * time) / 2;
    const next = rate > 0 ? time - off / rate : NaN;
    const better = next > low && next < high ? next : (low + high) / 2;
    if (Math.abs(better - time) <= 1e-16 * duration || better === low || better === high) return better;
    time = better;
  }
  return time;
}
