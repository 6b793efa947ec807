import { MACHINE_ASKED, type Job } from '@crisp-notch/core/machine';
import type { QuantityAsked } from '@crisp-notch/core/shape';

/** One thing that an axis is asked. */
export interface JobField {
  readonly key: string;
  readonly asked: QuantityAsked;
  readonly remark: string;
}

type Remarks<K extends Job['kind']> = Readonly<Partial<Record<keyof (typeof MACHINE_ASKED.job)[K], string>>>;

/** First what every builder knows, then what the rest rests on, with what helps to answer. */
const FIELDS: { readonly [K in Job['kind']]: { readonly first: Remarks<K>; readonly more: Remarks<K> } } = {
  linear: {
    first: {
      travel: '',
      speed: '',
      acceleration: 'Or say the time for the whole travel below.',
      tolerance: 'How far off a position may be, either way.',
      load: 'What pushes back at the tool: cutting, blade, wind-up.',
      friction: 'Of the guides; pull it by hand with a scale. Empty: a share of the weight.',
      incline: '0° is level, 90° straight up.',
    },
    more: {
      moveTime: 'Takes the place of the acceleration.',
      braking: 'Empty: as it speeds up.',
      startSpeed: 'Empty: from rest.',
      jerk: 'Empty: acceleration may jump.',
      resolution: 'Finest move that is wanted.',
      backlash: 'At a reversal.',
      counterweight: 'Takes weight off, adds mass.',
      duty: 'Part of the time.',
      margin: 'Given over needed; 1.5 is usual.',
    },
  },
  rotary: {
    first: {
      travel: '',
      speed: '',
      acceleration: 'Or say the time for the whole travel below.',
      tolerance: 'How far off a position may be, either way.',
      load: 'What turns against it at the table.',
      friction: 'Of its bearings.',
      imbalance: 'Mass times g times its distance, at worst.',
    },
    more: {
      moveTime: 'Takes the place of the acceleration.',
      braking: 'Empty: as it speeds up.',
      startSpeed: 'Empty: from rest.',
      jerk: 'Empty: acceleration may jump.',
      resolution: 'Finest move that is wanted.',
      backlash: 'At a reversal.',
      duty: 'Part of the time.',
      margin: 'Given over needed; 1.5 is usual.',
    },
  },
};

export function jobFields(kind: Job['kind']): {
  readonly first: readonly JobField[];
  readonly more: readonly JobField[];
} {
  const asked: Readonly<Record<string, QuantityAsked>> = MACHINE_ASKED.job[kind];
  const listed = (remarks: Readonly<Record<string, string>>): readonly JobField[] =>
    Object.entries(remarks).flatMap(([key, remark]) => {
      const one = asked[key];
      return one ? [{ key, asked: one, remark }] : [];
    });
  return { first: listed(FIELDS[kind].first), more: listed(FIELDS[kind].more) };
}
