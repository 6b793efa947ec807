export { axisContext, type AxisContext } from './axis-context.js';
export * as axisField from './fields.js';
export { hasTeeth, trainRatio, trainText } from './gear-train.js';
export {
  driftPerTurn,
  exactStepsPerUnit,
  gearheadRatio,
  nominalStepsPerOutputTurn,
  pulseRate,
  reductionRatio,
  stepSize,
  stepsPerMotorTurn,
  stepsPerOutputTurn,
  stepsPerUnit,
  travelOfSteps,
  travelPerMotorTurn,
  travelPerTurn,
} from './step-figures.js';
export {
  advisedLimit,
  coilAmmeter,
  limitFromReference,
  limitInForce,
  limitRms,
  loadAtMotor,
  loadLag,
  microstepTorque,
  torqueAtLimit,
  torqueMargin,
  trimmerVoltage,
} from './torque-figures.js';
export { AXIS_RULES, judgeAxis, sayIn, type Finding, type Rule, type Say, type Severity, type Station } from './rules.js';
