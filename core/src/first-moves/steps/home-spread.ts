import { BOUNCES, LOOSE, LOW_CURRENT } from '../causes.js';
import { right, wrong, type MoveStep } from '../step.js';
import { hasHome, homeAsked } from './home.js';

export const homeSpread: MoveStep = {
  id: 'home-spread',
  name: 'Home again, five times',
  tool: 'spread',
  fits: hasHome,
  ask: () => 'Five times a way off and home again: how far apart its zeros lie is how well the machine finds itself.',
  acts: (facts) => [{ button: 'Home', asked: homeAsked(facts) }],
  seen: [
    right('They lie close together'),
    wrong('spread', 'They lie apart', BOUNCES, LOOSE),
    wrong('drifts', 'They drift one way', LOW_CURRENT, LOOSE),
  ],
  after: ['home'],
};
