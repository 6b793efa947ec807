import { FRICTION, LOW_CURRENT, LOW_VOLTS } from '../causes.js';
import { someSpeed } from '../searched.js';
import { right, wrong, type MoveStep } from '../step.js';

export const startRate: MoveStep = {
  id: 'start-rate',
  name: 'Start: where does a jump let go?',
  tool: 'search',
  fits: ({ isStepper }) => isStepper,
  ask: () => 'Without a ramp: raise the speed until it loses steps, three tries each. Then your margin comes off.',
  acts: () => [],
  seen: [right('Found'), wrong('less', 'Less than reckoned', LOW_CURRENT, FRICTION, LOW_VOLTS)],
  after: ['turn'],
  searches: {
    of: 'start',
    reckoned: ({ start }) => start,
    begin: someSpeed,
    tried: (_facts, speed) => ({ speed, acceleration: null }),
    becomes: { field: 'startSpeed', words: 'start speed' },
  },
};
