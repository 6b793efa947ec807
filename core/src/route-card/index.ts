export {
  basisOf,
  changesBetween,
  holdOperation,
  noteOperation,
  OPERATIONS,
  operationState,
  stampOperation,
  startOperation,
  STEP_LINES_VERSION,
  stepLines,
  type OperationState,
} from './operations.js';
export { currentCheck, isCurrentCheck, nextStep, type CheckMade, type NextStep } from './next-step.js';
