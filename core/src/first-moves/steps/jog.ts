import { NOT_ENABLED } from '../causes.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const jog: MoveStep = {
  id: 'jog',
  name: 'Jog with the arrow keys',
  tool: 'jog',
  fits: always,
  ask: ({ hasEnds }) =>
    hasEnds
      ? 'Hold → to run forward, ← to run back; let go and it stops by its ramp. It halts at the fence.'
      : 'Hold → to run forward, ← to run back; let go and it stops by its ramp.',
  acts: () => [],
  seen: [right('It runs while held, and stops'), wrong('runs-on', 'It runs on', NOT_ENABLED)],
  after: ['direction'],
};
