import type { Job } from '@crisp-notch/core/machine';
import type { Bounds } from '@crisp-notch/core/shape';
import type { Dimension } from '@crisp-notch/core/quantity';

/** One thing that an axis is asked. */
export interface JobField {
  readonly key: string;
  readonly label: string;
  readonly dimension: Dimension;
  readonly remark: string;
  readonly bounds: Bounds;
  readonly isOptional: boolean;
}

const POSITIVE: Bounds = { isPositive: true };
const NOT_NEGATIVE: Bounds = { least: 0 };
const SHARE: Bounds = { isPositive: true, most: 1 };

const field = (
  key: string,
  label: string,
  dimension: Dimension,
  remark = '',
  bounds: Bounds = POSITIVE,
  isOptional = true,
): JobField => ({
  key,
  label,
  dimension,
  remark,
  bounds,
  isOptional,
});

const MARGIN = field('margin', 'Torque in hand', 'ratio', 'Given over needed; 1.5 is usual.', { least: 1 }, false);
const DUTY = field('duty', 'Moves for', 'ratio', 'Part of the time.', SHARE, false);

/** First what every builder knows, then what the rest rests on. */
const FIELDS: Readonly<
  Record<Job['kind'], { readonly first: readonly JobField[]; readonly more: readonly JobField[] }>
> = {
  linear: {
    first: [
      field('travel', 'Travel', 'length'),
      field('speed', 'Speed', 'speed'),
      field('acceleration', 'Acceleration', 'acceleration', 'Or say the time for the whole travel below.'),
      field('tolerance', 'Tolerance, ±', 'length', 'How far off a position may be, either way.'),
      field('load', 'Load', 'force', 'What pushes back at the tool: cutting, blade, wind-up.', NOT_NEGATIVE),
      field(
        'friction',
        'Friction',
        'force',
        'Of the guides; pull it by hand with a scale. Empty: a share of the weight.',
        NOT_NEGATIVE,
      ),
      field(
        'incline',
        'Incline',
        'angle',
        '0° is level, 90° straight up.',
        { least: -Math.PI / 2 - 1e-9, most: Math.PI / 2 + 1e-9 },
        false,
      ),
    ],
    more: [
      field('moveTime', 'Time for the travel', 'time', 'Takes the place of the acceleration.'),
      field('braking', 'Braking', 'acceleration', 'Empty: as it speeds up.'),
      field('startSpeed', 'Ramp starts at', 'speed', 'Empty: from rest.'),
      field('jerk', 'Jerk allowed', 'jerk', 'Empty: acceleration may jump.'),
      field('resolution', 'Resolution', 'length', 'Finest move that is wanted.'),
      field('backlash', 'Lost motion allowed', 'length', 'At a reversal.'),
      field('counterweight', 'Counterweight', 'mass', 'Takes weight off, adds mass.'),
      DUTY,
      MARGIN,
    ],
  },
  rotary: {
    first: [
      field('travel', 'Travel', 'angle'),
      field('speed', 'Speed', 'angular-speed'),
      field('acceleration', 'Acceleration', 'angular-acceleration', 'Or say the time for the whole travel below.'),
      field('tolerance', 'Tolerance, ±', 'angle', 'How far off a position may be, either way.'),
      field('load', 'Load', 'torque', 'What turns against it at the table.', NOT_NEGATIVE),
      field('friction', 'Friction', 'torque', 'Of its bearings.', NOT_NEGATIVE),
      field(
        'imbalance',
        'Weight off the axis',
        'torque',
        'Mass times g times its distance, at worst.',
        NOT_NEGATIVE,
        false,
      ),
    ],
    more: [
      field('moveTime', 'Time for the travel', 'time', 'Takes the place of the acceleration.'),
      field('braking', 'Braking', 'angular-acceleration', 'Empty: as it speeds up.'),
      field('startSpeed', 'Ramp starts at', 'angular-speed', 'Empty: from rest.'),
      field('jerk', 'Jerk allowed', 'angular-jerk', 'Empty: acceleration may jump.'),
      field('resolution', 'Resolution', 'angle', 'Finest move that is wanted.'),
      field('backlash', 'Lost motion allowed', 'angle', 'At a reversal.'),
      DUTY,
      MARGIN,
    ],
  },
};

export function jobFields(kind: Job['kind']): (typeof FIELDS)[Job['kind']] {
  return FIELDS[kind];
}
