import { HOT, LOW_CURRENT } from '../causes.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const warm: MoveStep = {
  id: 'warm',
  name: 'Warm after 20 minutes',
  tool: 'warm',
  fits: always,
  ask: () =>
    'Let it run for 20 minutes as it will work, then read motor, driver and the supply’s current, running and resting.',
  acts: () => [],
  seen: [
    right('Warm, and it goes on'),
    wrong('hot', 'Too hot to touch', HOT),
    wrong('loses', 'It loses steps when it is warm', HOT, LOW_CURRENT),
  ],
  after: ['turn'],
};
