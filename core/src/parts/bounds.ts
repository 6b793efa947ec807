import { list, text } from '../shape/index.js';

export const positive = { isPositive: true } as const;
export const notNegative = { least: 0 } as const;
/** A part of a whole, never none of it. */
export const share = { isPositive: true, most: 1 } as const;

/** Names of counts beside it that nobody has said: they are guesses, and of a stage they are not known at all. */
export const guesses = { guessed: list(text(30, 1), 6) };
