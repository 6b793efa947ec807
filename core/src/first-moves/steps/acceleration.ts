import { FRICTION, LOW_CURRENT, LOW_VOLTS, RESONANCE } from '../causes.js';
import { someSpeed } from '../searched.js';
import type { MoveFacts } from '../facts.js';
import { right, wrong, type MoveStep } from '../step.js';

/** The ramp goes up to the speed asked for, or as far as the torque is reckoned to reach. */
const speedOf = (facts: MoveFacts): number => Math.min(someSpeed(facts), facts.fastest ?? Infinity);

export const acceleration: MoveStep = {
  id: 'acceleration',
  name: 'Acceleration: where does a ramp let go?',
  tool: 'search',
  fits: ({ isStepper }) => isStepper,
  ask: (facts, say) =>
    `At ${say(Number(speedOf(facts).toPrecision(3)), facts.dimensions.speed)}: make the ramp steeper until it loses steps, three tries each. Then your margin comes off.`,
  acts: () => [],
  seen: [right('Found'), wrong('less', 'Less than reckoned', LOW_CURRENT, FRICTION, LOW_VOLTS, RESONANCE)],
  after: ['ramp-rate'],
  searches: {
    of: 'acceleration',
    reckoned: ({ steepest }) => steepest,
    begin: ({ acceleration: asked }) => asked,
    tried: (facts, steep) => ({ speed: speedOf(facts), acceleration: steep }),
    becomes: { field: 'acceleration', words: 'acceleration' },
  },
};
