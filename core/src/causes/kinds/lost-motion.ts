import type { Bearings } from '../bearings.js';
import type { Cause, CauseKind, Effect, Way } from '../cause.js';

/** How far it gives to a push is known from its lost motion to so much of itself. */
const PUSHED = 0.25;

/** Sizes of a cause around which the others lie, each known to half of itself. */
const sized = ({ sizes }: Bearings, way: (size: number) => readonly Effect[]): readonly Way[] =>
  sizes.flatMap((size) =>
    way(size).map((effect): Way => ({
      share: 1,
      mean: effect,
      spread: [(row) => effect(row) / 2, (row) => (row.of === 'push' ? PUSHED * effect(row) : 0)],
    })),
  );

const below: Effect = ({ of, side }) => (of === 'travel' && side === 'down' ? 1 : 0);

const lostMotion = (
  said: Pick<Cause, 'id' | 'place' | 'commonness' | 'sentence' | 'remedy'>,
  ways: readonly Way[],
): Cause => ({ ...said, ways });

/** What is loose: whoever pushes it finds the whole of it at any push. */
export const backlash: CauseKind = (bearings) => [
  lostMotion(
    {
      id: 'backlash',
      place: 'backlash',
      commonness: 12,
      sentence: 'The nut, belt or gear has play.',
      remedy:
        'Take the play out: a sprung or adjustable nut, a tighter belt, gears nearer together. Or always come from one side.',
    },
    sized(bearings, (size) => [(row) => size * (row.of === 'push' ? 1 : below(row))]),
  ),
];

/** Even steps of a factor from one number to another: how far a push goes turns quickly with what rubs. */
const geometric = (from: number, to: number, count: number): readonly number[] =>
  Array.from({ length: count }, (_, index) => from * (to / from) ** (index / (count - 1)));

/** Friction that winds up something soft, over what the design takes for friction. */
const RUBS = geometric(0.5, 2, 7);

/** What bends: lost motion at reversals that grows with a push. */
export const windUp: CauseKind = (bearings) => [
  lostMotion(
    {
      id: 'wind-up',
      place: 'winds',
      commonness: 5,
      sentence: 'The coupling, belt or frame is soft and winds up.',
      remedy: 'A stiffer coupling or belt, a shorter way from the motor, or less friction.',
    },
    sized(bearings, (size) =>
      RUBS.map((times): Effect => {
        const rubs = times * bearings.friction;
        return (row) => size * (row.of === 'push' ? Math.max(0, row.push / rubs - 1) : below(row));
      }),
    ),
  ),
];

/** It takes so many times what the design takes for friction to start it. */
const STICKS = geometric(2.2, 22, 13);

/** What sticks: lost motion at reversals, and no give at all to a push. */
export const stiction: CauseKind = (bearings) => [
  lostMotion(
    {
      id: 'stiction',
      place: 'winds',
      commonness: 5,
      sentence: 'The slide or bearing sticks: it runs dry, or its gib is too tight.',
      remedy: 'Clean and oil the slide, ease the gib, and look for bearings that are clamped askew.',
    },
    sized(bearings, (size) =>
      STICKS.map((times): Effect => {
        const rubs = times * bearings.friction;
        return (row) =>
          row.of === 'push'
            ? row.push <= rubs
              ? -(bearings.play + 2 * Math.max(0, row.push - bearings.friction) * bearings.yields)
              : size * (row.push / rubs - 1)
            : size * below(row);
      }),
    ),
  ),
];
