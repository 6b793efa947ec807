import type { CauseKind, Effect } from '../cause.js';

/** Rolled screws, stretched belts, a roller's real diameter: relative spreads (common practice, no source). */
const LITTLE = [
  { spread: 0.002, share: 3 },
  { spread: 0.015, share: 1 },
] as const;

const proportional =
  (share: number): Effect =>
  ({ of, expected }) =>
    of === 'travel' ? share * expected : 0;

/** A dimension that is a little off: no part is mistaken for another, the number is corrected. */
export const littleOff: CauseKind = () => [
  {
    id: 'little-off',
    place: 'little-off',
    commonness: 10,
    sentence: 'The scale is a little off: a dimension of the drive is not quite as said.',
    remedy: 'Correct the steps per unit by what was measured.',
    ways: LITTLE.map(({ spread, share }) => ({ share, spread: [proportional(spread)], isProportional: true })),
  },
];

/** Tilts that are thought of [rad]. */
const TILTS = [0.08, 0.14, 0.2, 0.28];

/** The instrument stands aslant: everything that is read with it, and nothing else, is off by one share. */
export const tilted: CauseKind = ({ isTurning }) =>
  isTurning
    ? []
    : [
        {
          id: 'tilted',
          place: 'tilted',
          commonness: 5,
          sentence: 'The indicator stands aslant: it shows more than the carriage goes.',
          remedy: 'Set it square to the face and along the motion, and measure again; nothing of the machine is wrong.',
          ways: TILTS.map((tilt) => {
            const effect: Effect = ({ of, form, expected }) =>
              of === 'travel' && form === 'indicator' ? (1 / Math.cos(tilt) - 1) * expected : 0;
            return { share: 1, mean: effect, spread: [(row) => effect(row) / 3], isProportional: true };
          }),
        },
      ];
