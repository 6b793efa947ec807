import { COIL_ROUND, SWITCH } from '../causes.js';
import { homeMost, homePaces } from '../paces.js';
import type { MoveFacts } from '../facts.js';
import { right, wrong, type MoveStep } from '../step.js';
import type { Asked } from '../../line-port/index.js';

/** An axis that feeds stock without end has no home. */
export const hasHome = ({ axis }: MoveFacts): boolean => axis.transmission.specification.kind !== 'roller';

/** Home lies backwards. */
export function homeAsked(facts: MoveFacts): Asked {
  const { fast, slow, pace } = homePaces(facts);
  return {
    kind: 'home',
    axis: facts.letter,
    towards: -1,
    fast,
    slow,
    start: Math.min(pace.start, slow),
    acceleration: pace.acceleration,
    most: homeMost(facts),
  };
}

export const home: MoveStep = {
  id: 'home',
  name: 'Finds home',
  tool: 'see',
  fits: hasHome,
  ask: ({ letter }) =>
    `${letter} runs backwards to its switch, off it, and slowly to it again. First press the switch by hand: the controller has to see it.`,
  acts: (facts) => [{ button: `Home ${facts.letter}`, asked: [homeAsked(facts)] }],
  seen: [
    right('It stands at its switch'),
    wrong('away', 'It runs away from the switch', COIL_ROUND),
    wrong('through', 'It runs on past the switch, or into its end', SWITCH),
    wrong('none', 'It gives up on the way', SWITCH),
  ],
  after: ['direction'],
};
