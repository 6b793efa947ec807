export {
  advisedPeak,
  ammeterReading,
  crestMost,
  currentFromReference,
  directVoltage,
  peakFromRms,
  referenceFromCurrent,
  rmsFromPeak,
  type CurrentSchool,
} from './current-limit.js';
export {
  BOX_AIR,
  driverHeat,
  junctionTemperature,
  pathSwitches,
  SAFE_RISE,
  type DriverHeat,
  type DriverLoad,
  type PathSwitches,
} from './heat.js';
export {
  EFFECTIVE_SLOPE,
  judgeQuoted,
  limitInterval,
  ohmsByMarking,
  type FormulaVerdict,
  type QuotedSetting,
} from './quoted-example.js';
export {
  divisorOf,
  nearestDivisor,
  patternOf,
  stuckPins,
  tableProblem,
  type Level,
  type PinSetting,
  type StepTable,
  type StuckPin,
} from './microstep-pattern.js';
export { COOL_ENOUGH, COOLINGS, coolLimit } from './cooling.js';
export { currentSteps, stepFor, type CurrentStep, type CurrentSteps } from './current-steps.js';
