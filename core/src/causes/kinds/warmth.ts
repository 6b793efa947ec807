import { EACH_CHECK, type CauseKind, type Effect } from '../cause.js';

/** It levels off with such a time constant [s] (common practice, no source). */
const CONSTANTS = [600, 1800];

/** By so much checks differ in how far they drift. */
const APART = 0.7;

/** Of its whole size it strays by so much on its way. */
const UNEVEN = 0.5;

/** Warmth: it drifts with time, moved or not, and levels off. */
export const warmth: CauseKind = ({ sizes }) => [
  {
    id: 'warmth',
    place: 'warmth',
    commonness: 9,
    sentence: 'It drifts as it gets warm.',
    remedy:
      'Let it warm up before it is measured or cuts to size, and keep the motor’s warmth away from screw and frame.',
    ways: sizes.flatMap((size) =>
      CONSTANTS.flatMap((constant) =>
        [1, -1].map((sense) => {
          const effect: Effect = ({ of, seconds }) =>
            of === 'travel' ? sense * size * (1 - Math.exp(-seconds / constant)) : 0;
          return {
            share: 1,
            mean: effect,
            // How quickly it was read, and how warm it was already, nobody says: each check goes its own way.
            spread: [
              (row) => effect(row) / 2,
              // Nothing warms quite as a formula says.
              ({ of, seconds }) =>
                of === 'travel' ? UNEVEN * size * (seconds / constant) * Math.exp(-seconds / constant) : 0,
              ...EACH_CHECK.map(
                (check): Effect =>
                  (row) =>
                    row.check === check ? APART * effect(row) : 0,
              ),
            ],
          };
        }),
      ),
    ),
  },
];
