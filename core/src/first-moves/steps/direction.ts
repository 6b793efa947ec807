import { COIL_ROUND } from '../causes.js';
import { gentlePace } from '../paces.js';
import { always, right, wrong, type MoveStep } from '../step.js';

export const direction: MoveStep = {
  id: 'direction',
  name: 'Runs the way the drawing says',
  tool: 'see',
  fits: always,
  ask: ({ isTurning }) =>
    isTurning
      ? 'Forward is against the clock, seen from above, or upwards. Move forward and look.'
      : 'Forward is away from the home switch, upwards for what goes up and down. Move forward and look.',
  acts: (facts) => [
    {
      button: 'A turn forward',
      asked: [{ kind: 'move', axis: facts.letter, pulses: Math.round(facts.pulsesPerTurn), ...gentlePace(facts) }],
    },
  ],
  seen: [right('Forward is forward'), wrong('backward', 'It runs the other way', COIL_ROUND)],
  after: ['turn'],
};
