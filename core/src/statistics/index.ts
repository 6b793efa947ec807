export { coverageFactor, fisherTail, incompleteBeta, logGamma, studentCdf, studentDensity } from './student-t.js';
export { leastSquares, type LeastSquares } from './least-squares.js';
export { chiSquare, gauss, seeded } from './random.js';
export { budgetOf, type Budget, type Contribution } from './budget.js';
export { chiSquareCdf, chiSquareQuantile, lengthBetween } from './chi-square.js';
export { grubbsCritical, grubbsOutlier } from './grubbs.js';
export { neverFalling } from './monotone.js';
