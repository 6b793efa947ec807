import { always, right, wrong, type MoveStep } from '../step.js';

export const powerUp: MoveStep = {
  id: 'power-up',
  name: 'Power-up list ticked',
  tool: 'see',
  fits: always,
  ask: () =>
    'Go through the list on Wiring once more: mains covered, volts measured, current set with the motor off, motor plugged in with the power off.',
  acts: () => [],
  seen: [
    right('All of it is ticked'),
    wrong('open', 'Something is open', {
      words: 'A line of the list is not ticked, or its reading is out.',
      next: 'Finish the list before anything is powered.',
      lead: { button: 'Open the list', page: 'wiring', see: 'plan' },
      read: null,
    }),
  ],
  after: [],
};
