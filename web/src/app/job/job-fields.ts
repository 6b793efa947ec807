import type { MACHINE_ASKED, Job } from '@crisp-notch/core/machine';

/** One thing that axes are asked, with what helps to answer. */
export interface JobRow {
  readonly key: string;
  readonly remark: string;
}

/** Everything that the job of an axis holds, of either kind, and what its carriage weighs. */
type Key = { [K in Job['kind']]: keyof (typeof MACHINE_ASKED.job)[K] }[Job['kind']] | 'mass' | 'inertia';

const row = (key: Key, remark = ''): JobRow => ({ key, remark });

/** First what every builder knows, then what the rest rests on. */
export const JOB_ROWS: { readonly first: readonly JobRow[]; readonly more: readonly JobRow[] } = {
  first: [
    row('travel'),
    row('speed'),
    row('acceleration', 'Or enter the time for the whole travel below.'),
    row('tolerance', 'How far off a position may be, either way.'),
    row('load', 'What pushes back at the tool, or turns against the table: cutting, blade, wind-up.'),
    row('friction', 'Of guides or bearings; pull it by hand with a scale. Empty: a share of the weight.'),
    row('incline', '0° is level, 90° straight up.'),
    row('imbalance', 'Weight times its distance from the axis, at worst.'),
    row('mass', 'Everything that this axis carries.'),
    row('inertia', 'Of what turns with the table; a disc has half its mass times radius squared.'),
  ],
  more: [
    row('moveTime', 'Takes the place of the acceleration.'),
    row('braking', 'Empty: as it speeds up.'),
    row('startSpeed', 'Empty: from rest.'),
    row('jerk', 'Empty: acceleration may jump.'),
    row('resolution', 'Finest move wanted.'),
    row('backlash', 'At a reversal.'),
    row('counterweight', 'Takes weight off, adds mass.'),
    row('duty', 'Part of the time.'),
    row('margin', 'Torque available over torque needed; 1.5 is usual.'),
  ],
};
