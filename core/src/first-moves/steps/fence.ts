import { right, type MoveStep } from '../step.js';
import type { MoveFacts } from '../facts.js';
import { hasHome } from './home.js';

const hasFence = (facts: MoveFacts): boolean => facts.hasEnds && hasHome(facts);

export const fence: MoveStep = {
  id: 'fence',
  name: 'Fence',
  tool: 'fence',
  fits: hasFence,
  ask: () =>
    'Soft limits lie inside the real travel by the way that it takes to stop, and a margin: a mistyped move is refused then.',
  acts: () => [],
  seen: [right('The fence is set')],
  after: ['home'],
};
