export { basisOf, STEP_LINES_VERSION, stepLines } from './basis.js';
export { currentCheck, isCurrentCheck, type CheckMade } from './checks-made.js';
export { stampDoubts } from './doubts.js';
export { changesBetween } from './lines.js';
export { nextStep, type NextStep } from './next-step.js';
export {
  holdOperation,
  noteOperation,
  OPERATIONS,
  operationState,
  stampOperation,
  startOperation,
  type OperationState,
} from './operations.js';
