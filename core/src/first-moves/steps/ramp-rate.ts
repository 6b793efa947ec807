import { FRICTION, LOW_CURRENT, LOW_VOLTS, RESONANCE } from '../causes.js';
import { someSpeed } from '../searched.js';
import { right, wrong, type MoveStep } from '../step.js';

export const rampRate: MoveStep = {
  id: 'ramp-rate',
  name: 'Speed: where does a ramp let go?',
  tool: 'search',
  fits: ({ isStepper }) => isStepper,
  ask: () =>
    'With the ramp of the job: raise the speed until it loses steps, three tries each. Then your margin comes off.',
  acts: () => [],
  seen: [right('Found'), wrong('less', 'Less than reckoned', LOW_VOLTS, LOW_CURRENT, FRICTION, RESONANCE)],
  after: ['start-rate'],
  searches: {
    of: 'ramp',
    reckoned: ({ fastest }) => fastest,
    begin: someSpeed,
    tried: ({ acceleration }, speed) => ({ speed, acceleration }),
    becomes: { field: 'speed', words: 'speed' },
  },
};
