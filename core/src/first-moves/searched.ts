import type { MoveFacts } from './facts.js';

/** What is tried: a speed [m/s, rad/s], reached by that acceleration, or by a jump. */
export interface Tried {
  readonly speed: number;
  readonly acceleration: number | null;
}

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
