/** Threads of 60° flanks: outside as of a bolt, inside as of a nut. */
export type ThreadSide = 'external' | 'internal';

/** Depth of the thread in pitches: 17/24 and 5/8 of the height of the triangle, √3/2 (ISO 68-1:1998, from memory). */
const DEPTHS: Readonly<Record<ThreadSide, number>> = {
  external: ((17 / 24) * Math.sqrt(3)) / 2,
  internal: ((5 / 8) * Math.sqrt(3)) / 2,
};

/** How deep a thread of 60° is cut [m]. */
export const threadDepth = (pitch: number, side: ThreadSide): number => DEPTHS[side] * pitch;

/** Depths after each pass [m], so that every pass takes as much: the cut's area grows with the square of its depth. */
export const passDepths = (depth: number, passes: number): readonly number[] =>
  Array.from({ length: passes }, (_, index) => depth * Math.sqrt((index + 1) / passes));

/** Passes of equal area of which the first, the deepest of all, is no deeper than asked. */
export const passesFor = (depth: number, first: number): number => Math.max(1, Math.ceil((depth / first) ** 2 - 1e-9));

/** Greatest speed of a spindle at which a carriage keeps up with a lead [turns/s]. @param fastest of the carriage [m/s] */
export const greatestSpindle = (fastest: number, lead: number): number => fastest / lead;

/** From rest to its speed a carriage goes so far [m]; just as far it stays behind the spindle that never waited. */
export const runIn = (speed: number, acceleration: number): number => speed ** 2 / (2 * acceleration);

/** The same as a part of the thread's turn: where along the work a pass begins shifts by it when the speed is changed. */
export const lagTurns = (speed: number, acceleration: number, lead: number): number =>
  runIn(speed, acceleration) / lead;
