import type { Bearings } from '../bearings.js';
import { EACH_CHECK, type Cause, type CauseKind, type Effect } from '../cause.js';

/**
 * An error that comes back with every period of the travel, from the check's zero; of any phase, and of another one in
 * each check: nobody says where on the travel its zero was set.
 */
const wave = (
  said: Pick<Cause, 'id' | 'commonness' | 'sentence' | 'remedy'>,
  period: number,
  { sizes }: Bearings,
): Cause => {
  const angle = ({ expected }: { readonly expected: number }): number => (2 * Math.PI * expected) / period;
  return {
    ...said,
    place: said.id,
    ways: sizes.map((size) => ({
      share: 1,
      turns: true,
      spread: EACH_CHECK.flatMap((check): readonly Effect[] => [
        (row) => (row.of === 'travel' && row.check === check ? size * Math.sin(angle(row)) : 0),
        (row) => (row.of === 'travel' && row.check === check ? size * (Math.cos(angle(row)) - 1) : 0),
      ]),
    })),
  };
};

/** Periods nearer to one another than this are one. */
const SAME = 1e-3;

/** Screw, motor and electrical cycle, each with its own period; what is one with another is not asked twice. */
export const waves: CauseKind = (bearings) => {
  const { screwTurn, motorTurn, cycle, isStepper } = bearings;
  return [
    wave(
      {
        id: 'screw-wave',
        commonness: 6,
        sentence:
          'The screw is bent or drunken, or a wheel sits out of the middle: an error comes back with every turn of it.',
        remedy:
          'Look along the turning screw, and with an indicator at its end; straighten or change it, or enter a table of corrections.',
      },
      screwTurn,
      bearings,
    ),
    ...(Math.abs(screwTurn / motorTurn - 1) > SAME
      ? [
          wave(
            {
              id: 'motor-wave',
              commonness: 2,
              sentence:
                'An error comes back with every turn of the motor: its coupling, pulley or gear sits out of the middle.',
              remedy: 'Look at coupling, pulley and gear with an indicator while the motor turns slowly.',
            },
            motorTurn,
            bearings,
          ),
        ]
      : []),
    ...(isStepper
      ? [
          wave(
            {
              id: 'step-wave',
              commonness: 2,
              sentence: 'Microsteps are uneven: an error comes back with every four full steps.',
              remedy: 'More current, another decay of the driver, a motor with less detent, or a larger reduction.',
            },
            cycle,
            bearings,
          ),
        ]
      : []),
  ];
};
