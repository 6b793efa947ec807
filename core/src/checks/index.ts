export { playAngle, torqueFromScale } from './bench.js';
export {
  checkPlan,
  checkPlanOf,
  checkPlanSchema,
  columnsOf,
  evaluateCheck,
  isPractice,
  misfitOf,
  placesOf,
  sheetOf,
} from './check.js';
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
  checkKind,
  type CheckEvaluation,
  type CheckKindDeclaration,
  type CheckPlace,
  type CheckPoint,
  type ReadingColumns,
  type ReadingSheet,
} from './kind.js';
export { changeBetween, driftOf, type Change, type Drift, type TrendPoint } from './trend.js';
export { VERDICT_WORDS, type VerdictWord } from './verdict.js';
export type { CheckChart, CheckFigure, CheckFindings, CheckProposal, CheckSeries, Interval } from './findings.js';
export { NO_FINDINGS } from './findings.js';
export { instrumentOf, measuringOf, SET_UP_ASKED, shownTravel, usualMeasuring, type Measuring } from './measuring.js';
export { bestOf, SHARE_MOST, shareOf, type Suited } from './suits.js';
export type { InstrumentUse, PlanForm, PlanInput, Sketch } from './plan-form.js';
export { readingValue, type EnteredReading } from './reading.js';
export {
  CHECK_KINDS,
  checkDeclaration,
  type CheckKind,
  type CheckPlan,
  type EvaluationOf,
  type PlaceOf,
  type PlanOf,
} from './registry.js';
export { exactSteps } from './exact-steps.js';
export { benchInstrument, zeroInstrument, type Course, type Leg, type Look, type LookedAt } from './course.js';
export { grossTarget } from './gross.js';
export { isGross, runPlan, shownText, type RunPlan, type RunStep } from './run-plan.js';
export { CHECK_PACE, READ_TIME, sightsOf, type Sight } from './sights.js';
export { evaluateStepCheck } from './step-check/evaluate.js';
export type { ReadPoint, StepCheckEvaluation, Suggestion } from './step-check/evaluation.js';
export {
  plannedMoves,
  RUN_LIMIT,
  spreadTargets,
  takeUpFor,
  TARGET_LIMIT,
  type Approach,
  type PlannedMove,
  type PlannedReading,
} from './commanded.js';
export { STEP_CHECK_ASKED, plannedReadings, travelDimension, type StepCheckPlan } from './step-check/plan.js';
export {
  judgeReturns,
  type ReturnJudgement,
  type ReturnReading,
  type ReturnScatter,
} from './step-check/return-to-zero.js';
export { correctedSetting } from './step-check/setting.js';
export { stepCheckSetup } from './step-check/step-check.js';
export {
  fitScale,
  reversalTrend,
  scatterWithinRuns,
  wildReading,
  type Estimate,
  type FittedScale,
  type ScaleFit,
  type ScalePoint,
} from './step-check/scale-fit.js';
export { skewOf } from './diagonals/diagonals.js';
