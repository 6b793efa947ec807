import { COIL_ROUND, SWITCH } from '../causes.js';
import { homeMost, homePaces } from '../paces.js';
import type { MoveFacts } from '../facts.js';
import { right, wrong, type MoveStep } from '../step.js';
import type { Asked } from '../../line-port/index.js';
import { valueOf } from '../../shape/index.js';

/** An axis that feeds stock without end has no home. */
export const hasHome = ({ axis }: MoveFacts): boolean => axis.transmission.specification.kind !== 'roller';

/** Side 2 has its switch so near where side 1 has met its own [m]: a gantry farther askew is set by hand first. */
const SQUARED_WITHIN = 0.03;

/** How far side 2 goes on from its own switch [m]; null where the axis has one side, or one switch for both. */
export function sideOffset({ axis: { job, motor, squaring } }: Pick<MoveFacts, 'axis'>): number | null {
  return squaring && job.kind === 'linear' && motor.count === 2 ? valueOf(squaring.offset, 'length') : null;
}

/** The same in pulses, as it is sent. */
export function offsetPulses(facts: MoveFacts): number | null {
  const offset = sideOffset(facts);
  return offset === null ? null : Math.round(offset * facts.perUnit);
}

/** Home lies backwards; a gantry with a switch at each side is squared there. */
export function homeAsked(facts: MoveFacts): readonly Asked[] {
  const { fast, slow, pace } = homePaces(facts);
  const common = {
    axis: facts.letter,
    towards: -1,
    start: Math.min(pace.start, slow),
    acceleration: pace.acceleration,
  } as const;
  const offset = offsetPulses(facts);
  const most = Math.ceil(SQUARED_WITHIN * facts.perUnit);
  return [
    { kind: 'home', ...common, fast, slow, most: homeMost(facts) },
    ...(offset === null ? [] : [{ kind: 'square', ...common, rate: slow, most, offset } as const]),
  ];
}

export const home: MoveStep = {
  id: 'home',
  name: 'Finds home',
  tool: 'see',
  fits: hasHome,
  ask: (facts, say) => {
    const offset = sideOffset(facts);
    return offset === null
      ? `${facts.letter} runs backwards to its switch, off it, and slowly to it again. First press the switch by hand: the controller has to see it.`
      : `${facts.letter} runs backwards to the switch of side 1. Then the motor of side 2 goes alone to its own switch${offset === 0 ? '' : `, and ${say(offset, 'length')} from there`}. First press both switches by hand: the controller has to see each.`;
  },
  acts: (facts) => [{ button: `Home ${facts.letter}`, asked: homeAsked(facts) }],
  seen: [
    right('It stands at its switch'),
    wrong('away', 'It runs away from the switch', COIL_ROUND),
    wrong('through', 'It runs on past the switch, or into its end', SWITCH),
    wrong('none', 'It gives up on the way', SWITCH),
  ],
  told: (facts, ends, say) => {
    const squared = ends.find((said) => said.kind === 'squared');
    if (squared?.kind !== 'squared') return '';
    const way = squared.alone / facts.perUnit;
    return `Side 2 went ${say(Math.abs(way), 'length')} ${way < 0 ? 'back' : 'on'} alone.`;
  },
  after: ['direction'],
};
