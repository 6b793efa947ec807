import { LOOSE, LOW_CURRENT, MICROSTEPS } from '../causes.js';
import { gentlePace } from '../paces.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const halfTurn: MoveStep = {
  id: 'half-turn',
  name: 'Two half turns, mark meets mark',
  tool: 'see',
  fits: always,
  ask: () => 'Half a turn puts the mark opposite, another half turn back where it was. Look at shaft and pulley both.',
  acts: (facts) => [
    {
      button: 'Half a turn',
      asked: [{ kind: 'move', axis: facts.letter, pulses: Math.round(facts.pulsesPerTurn / 2), ...gentlePace(facts) }],
    },
  ],
  seen: [
    right('Mark meets mark'),
    wrong('off', 'The shaft’s mark is off', MICROSTEPS, LOW_CURRENT),
    wrong('pulley', 'The pulley’s mark is off', LOOSE),
  ],
  after: ['turn'],
};
