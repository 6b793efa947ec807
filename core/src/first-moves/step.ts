import type { Say } from '../drive-line/index.js';
import type { Page } from '../finding/index.js';
import type { Asked, Instrument, PortSaid } from '../line-port/index.js';
import type { MoveFacts } from './facts.js';
import type { Searched } from './searched.js';

/** Something that may be behind what was seen, and what tells. */
export interface Cause {
  readonly words: string;
  /** What to do or to measure next. */
  readonly next: string;
  /** Where that is worked; null where it is done at the machine. */
  readonly lead: { readonly button: string; readonly page: Page; readonly see: string | null } | null;
  /** Instrument that tells it from the others; null without one. */
  readonly read: Instrument | null;
}

/** An answer to "what do you see?". */
export interface Seen {
  readonly id: string;
  readonly words: string;
  /** Go: the step is done. */
  readonly isRight: boolean;
  /** Most likely first; none where all is right. */
  readonly causes: readonly Cause[];
}

/** What is asked of whatever moves, one after the other, by one button. */
export interface Act {
  readonly button: string;
  readonly asked: readonly Asked[];
}

/** What the page offers besides "what do you see?". */
export type MoveTool = 'see' | 'spread' | 'fence' | 'jog' | 'search' | 'warm' | 'return';

/** One step of the first moves. */
export interface MoveStep {
  readonly id: string;
  readonly name: string;
  readonly tool: MoveTool;
  /** Whether an axis has it; a motor without microsteps has nothing to count. */
  readonly fits: (facts: MoveFacts) => boolean;
  /** What to do, with this axis' numbers. */
  readonly ask: (facts: MoveFacts, say: Say) => string;
  readonly acts: (facts: MoveFacts) => readonly Act[];
  readonly seen: readonly Seen[];
  /** What its controller said of it, in words; nothing where it said nothing worth knowing. */
  readonly told?: (facts: MoveFacts, ends: readonly PortSaid[], say: Say) => string;
  /** Steps that have to be done on the same machine before: nothing is homed that runs the wrong way. */
  readonly after: readonly string[];
  /** What is raised until it lets go, of a step that searches. */
  readonly searches?: Searched;
}

export const always = (): boolean => true;
export const right = (words: string): Seen => ({ id: 'right', words, isRight: true, causes: [] });
export const wrong = (id: string, words: string, ...causes: readonly Cause[]): Seen => ({
  id,
  words,
  isRight: false,
  causes,
});
