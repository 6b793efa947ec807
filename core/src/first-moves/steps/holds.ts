import { CROSSED, LOW_CURRENT, NOT_ENABLED, OPEN_COIL } from '../causes.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const holds: MoveStep = {
  id: 'holds',
  name: 'Holds when pushed by hand',
  tool: 'see',
  fits: always,
  ask: ({ letter }) => `Power on at reduced current, hand on the switch. Enable ${letter} and push it: it must hold.`,
  acts: ({ letter }) => [{ button: `Enable ${letter}`, asked: [{ kind: 'enable', axis: letter, on: true }] }],
  seen: [
    right('It holds'),
    wrong('free', 'It turns freely', NOT_ENABLED, LOW_CURRENT),
    wrong('weak', 'It holds weakly', LOW_CURRENT, OPEN_COIL),
    wrong('hot', 'It hums and gets hot at once', CROSSED, LOW_CURRENT),
  ],
  after: ['power-up'],
};
