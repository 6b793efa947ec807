export { coverageFactor, incompleteBeta, logGamma, studentCdf } from './student-t.js';
export { leastSquares, type LeastSquares } from './least-squares.js';
