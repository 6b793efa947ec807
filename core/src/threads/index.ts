export { greatestSpindle, lagTurns, passDepths, passesFor, runIn, threadDepth, type ThreadSide } from './cutting.js';
export { countsPerTurn, nearestFraction, offOver100, stepsPerCount, type SpindleEncoder } from './gearing.js';
export { inchPitch, THREAD_SERIES, THREADS, type ThreadSeries, type ThreadSize } from './sizes.js';
export { passFound, threadFound, type GrooveRead, type PassFound, type ThreadFound } from './measured.js';
