import { writeCsv } from '@crisp-notch/core/formats';
import type { Motion } from '@crisp-notch/core/machine';
import {
  coordinatedProfile,
  keyframeDemands,
  profileOf,
  stateAt,
  type Keyframe,
  type Limits,
  type Profile,
} from '@crisp-notch/core/motion';
import { inUnit, preferredUnit, showQuantity, type Dimension, type UnitSystem } from '@crisp-notch/core/quantity';

/** Samples of a profile in its table. */
const ROWS = 200;
/** A speed counts as reached from this share of it on. */
const REACHED = 0.999;

const told = (value: number, dimension: Dimension, units: UnitSystem): string =>
  showQuantity(value, preferredUnit(dimension, units), { significant: 3 });

/** A move as a table of moments. */
export function profileCsv(profile: Profile, motion: Motion, units: UnitSystem): string {
  const [length, speed] = [preferredUnit(motion.travel, units), preferredUnit(motion.speed, units)];
  const rows = Array.from({ length: ROWS + 1 }, (_, index) => {
    const time = (profile.duration * index) / ROWS;
    const state = stateAt(profile, time);
    return [String(time), String(inUnit(state.position, length)), String(inUnit(state.speed, speed))];
  });
  return writeCsv([['time s', `position ${length.symbol}`, `speed ${speed.symbol}`], ...rows]);
}

/** Whether a move is too short for the speed asked for, in words. */
export const shortWords = (profile: Profile, limits: Limits): string =>
  profile.speed < limits.speed * REACHED ? 'The travel is too short to reach the speed.' : '';

export interface AxisMove {
  readonly letter: string;
  readonly distance: number;
  readonly limits: Limits;
}

/** When several axes that set off together arrive, and which of them decides; empty where none moves. */
export function togetherWords(moves: readonly AxisMove[]): string {
  const profile = coordinatedProfile(moves);
  if (!profile) return '';
  const alone = moves.map(({ letter, distance, limits }) => ({
    letter,
    time: profileOf(Math.abs(distance), limits).duration,
  }));
  const slowest = alone.reduce((worst, item) => (item.time > worst.time ? item : worst));
  const say = (time: number): string => told(time, 'time', 'metric');
  return `They arrive together after ${say(profile.duration)}; ${slowest.letter} alone would take ${say(slowest.time)}.`;
}

export interface EasedMove {
  /** Why there is no such move; empty where there is. */
  readonly trouble: string;
  readonly tone: 'good' | 'caution' | 'stop';
  readonly words: string;
}

/** Whether an eased move between key positions is within what the axis is asked for; null for fewer than two. */
export function easedMove(
  frames: readonly Keyframe[],
  limits: Limits | null,
  motion: Motion,
  units: UnitSystem,
): EasedMove | null {
  if (frames.length < 2) return null;
  if (frames.some(({ time }, index) => index > 0 && time <= (frames[index - 1]?.time ?? 0)))
    return { trouble: 'The times must rise from row to row.', tone: 'stop', words: '' };
  const { speed, acceleration } = keyframeDemands(frames);
  const fits = limits === null || (speed <= limits.speed && acceleration <= limits.acceleration);
  return {
    trouble: '',
    tone: fits ? 'good' : 'caution',
    words: `${fits ? '● Within what the axis is asked' : '▲ More than the axis is asked'}: it reaches ${told(speed, motion.speed, units)} and ${told(acceleration, motion.acceleration, units)}.`,
  };
}
