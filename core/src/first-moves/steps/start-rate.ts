import { FRICTION, LOW_CURRENT, LOW_VOLTS } from '../causes.js';
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
};
