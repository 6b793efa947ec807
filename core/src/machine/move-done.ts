import { choice, date, flag, list, record, text, whole, type Of } from '../shape/index.js';

/** What was moved: the simulated rig, the machine over its line port, or the machine by other means, on paper. */
export const MOVE_WAYS = ['rig', 'machine', 'paper'] as const;
export type MoveWay = (typeof MOVE_WAYS)[number];

/** What came of one step of the first moves. What the rig showed is practice and says nothing of the machine. */
export const moveDone = record({
  /** Which; see the core's first moves. */
  step: text(40, 1),
  by: choice(...MOVE_WAYS),
  /** What was seen, by its name there. */
  saw: text(40),
  /** It was as it should be. */
  isRight: flag(),
  /** What was measured, as it was written with its unit. */
  shown: list(record({ what: text(40, 1), text: text(60, 1) }), 12),
  /** A mark of what it was found of; see the core's first moves. */
  of: text(16),
  on: date(),
  /** Of the design. */
  revision: whole(0, 1_000_000_000),
});
export type MoveDone = Of<typeof moveDone>;
