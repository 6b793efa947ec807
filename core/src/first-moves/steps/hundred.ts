import { BACKLASH, GROUND, LOOSE, LOW_CURRENT } from '../causes.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const hundred: MoveStep = {
  id: 'hundred',
  name: 'A hundred times there and back',
  tool: 'return',
  fits: always,
  ask: () => 'A hundred times there and back, then zero again: what is missing there was lost on the way.',
  acts: () => [],
  seen: [
    right('It comes back to zero'),
    wrong('off', 'It comes back off zero', LOW_CURRENT, LOOSE, GROUND),
    wrong('one-way', 'It drifts one way with each reversal', GROUND, BACKLASH, LOOSE),
  ],
  after: ['turn'],
};
