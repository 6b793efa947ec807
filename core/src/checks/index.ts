export { playAngle, torqueFromScale } from './bench.js';
export { conformity, GUARD_FACTOR, type Conformity } from './conformity.js';
export { readingOfTravel, resolutionUncertainty, trueTravel, type InstrumentKind } from './instrument.js';
export {
  plannedMoves,
  plannedReadings,
  RUN_LIMIT,
  spreadTargets,
  stepCheckPlan,
  TARGET_LIMIT,
  type Approach,
  type Instrument,
  type PlannedMove,
  type PlannedReading,
  type StepCheckPlan,
} from './plan.js';
export { judgeReturns, type ReturnJudgement } from './return-to-zero.js';
export { fitScale, type Estimate, type ScaleFit, type ScalePoint } from './scale-fit.js';
export {
  evaluateStepCheck,
  readingValue,
  travelDimension,
  type EnteredReading,
  type ReadPoint,
  type StepCheckEvaluation,
  type Suggestion,
  type VerdictWord,
} from './step-check.js';
