export { closingErrorOfRoundedMoves, indexPosition } from './dividing.js';
export { pulseLoopRate } from './pulse-loop.js';
