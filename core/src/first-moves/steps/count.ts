import { LOW_CURRENT, MICROSTEPS, TOO_FAST } from '../causes.js';
import { gentlePace, hasRoomFor } from '../paces.js';
import { right, wrong, type MoveStep } from '../step.js';

/** Turns that are sent, so that a part of one shows. */
const TURNS = 2;

export const count: MoveStep = {
  id: 'count',
  name: 'Counts prove the microsteps',
  tool: 'see',
  // An arm that does not turn so far would run into its end.
  fits: (facts) => facts.isStepper && hasRoomFor(facts, TURNS),
  ask: ({ pulsesPerTurn, microsteps }) =>
    `With 1/${microsteps} steps ${Math.round(pulsesPerTurn)} pulses are one turn. Send ${TURNS} turns and count them by the mark.`,
  acts: (facts) => [
    {
      button: `${TURNS} turns`,
      asked: [
        { kind: 'move', axis: facts.letter, pulses: Math.round(TURNS * facts.pulsesPerTurn), ...gentlePace(facts) },
      ],
    },
  ],
  seen: [
    right(`It turned ${TURNS} times`),
    wrong('half', 'It turned once', MICROSTEPS),
    wrong('double', 'It turned 4 times', MICROSTEPS),
    wrong('fourfold', 'It turned 8 times', MICROSTEPS),
    wrong('other', 'It turned some other way', TOO_FAST, LOW_CURRENT, MICROSTEPS),
  ],
  after: ['turn'],
};
