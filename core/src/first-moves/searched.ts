import type { Say } from '../drive-line/index.js';
import type { MoveFacts } from './facts.js';
import type { Fence, Stands } from './fence.js';
import { tryOf, type Tried, type TryPlan } from './tries.js';

/** Something that is raised until the axis lets go. */
export interface Searched {
  /** First word of what is shown of it: see the results. */
  readonly of: 'start' | 'ramp' | 'acceleration';
  /** Where it should be; null while that cannot be reckoned. */
  readonly reckoned: (facts: MoveFacts) => number | null;
  /** What the search begins with where nothing is reckoned. */
  readonly begin: (facts: MoveFacts) => number;
  readonly tried: (facts: MoveFacts, value: number) => Tried;
  /** What of the job it may become. */
  readonly becomes: { readonly field: 'startSpeed' | 'speed' | 'acceleration'; readonly words: string };
}

/** A speed to begin with: what the job asks, or a turn in a second. */
export const someSpeed = ({ speed, perTurn }: MoveFacts): number => speed ?? perTurn;

/** What a try at a value sends. @param at where the axis is by its controller */
export const searchTry = (
  { tried }: Searched,
  facts: MoveFacts,
  fence: Fence | null,
  at: Stands,
  value: number,
  say: Say,
): TryPlan => tryOf(facts, fence, at, tried(facts, value), say);
