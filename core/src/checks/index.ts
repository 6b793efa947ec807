export { playAngle, torqueFromScale } from './bench.js';
export { conformity, GUARD_FACTOR, type Conformity } from './conformity.js';
export {
  readingDoubt,
  readingOfTravel,
  resolutionUncertainty,
  scaleDoubt,
  tiltDoubt,
  trueTravel,
  type InstrumentDoubt,
  type InstrumentKind,
  type ReadingDoubt,
  type Squareness,
} from './instrument.js';
export {
  checkPlan,
  plannedMoves,
  plannedReadings,
  RUN_LIMIT,
  spreadTargets,
  stepCheckPlan,
  takeUpFor,
  TARGET_LIMIT,
  type Approach,
  type Instrument,
  type PlannedMove,
  type PlannedReading,
  type StepCheckPlan,
} from './plan.js';
export { judgeReturns, type ReturnJudgement, type ReturnReading, type ReturnScatter } from './return-to-zero.js';
export {
  fitScale,
  reversalTrend,
  scatterWithinRuns,
  wildReading,
  type Estimate,
  type FittedScale,
  type ScaleFit,
  type ScalePoint,
} from './scale-fit.js';
export { evaluateStepCheck, readingValue, travelDimension } from './step-check.js';
export type {
  EnteredReading,
  ReadPoint,
  StepCheckEvaluation,
  Suggestion,
  VerdictWord,
} from './step-check-evaluation.js';
