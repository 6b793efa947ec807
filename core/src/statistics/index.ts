export { coverageFactor, fisherTail, incompleteBeta, logGamma, studentCdf, studentDensity } from './student-t.js';
export { leastSquares, type LeastSquares } from './least-squares.js';
export { gauss, seeded } from './random.js';
