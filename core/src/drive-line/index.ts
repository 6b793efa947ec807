export { axisContext, type AxisContext } from './axis-context.js';
export * as axisField from './fields.js';
export { hasTeeth, trainBacklash, trainBackwardEfficiency, trainEfficiency, trainRatio, trainText } from './gear-train.js';
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
export { advisedLimit, coilAmmeter, limitFromReference, limitInForce, limitRms, loadLag, microstepTorque, torqueAtLimit, torqueMargin, trimmerVoltage } from './torque-figures.js';
export {
  coilTime,
  coilVoltage,
  driverHeat,
  driverTemperature,
  pathResistance,
  rotorTeeth,
  torqueConstant,
  windingCurrent,
  windingInductance,
  windingResistance,
  windingTorque,
} from './electric-figures.js';
export {
  acceleratingTorque,
  accelerationInForce,
  bucklingLimit,
  fallTorque,
  gearedTorque,
  gravityLoad,
  inertiaRatio,
  lineStiffness,
  loadAtMotor,
  loadInertia,
  pathEfficiency,
  rotatingInertia,
  screwInertia,
  steadyLoad,
  torqueNeeded,
  totalInertia,
  transmissionEfficiency,
  whirlLimit,
} from './load-figures.js';
export {
  bindingSpeed,
  crestAtSpeed,
  edgeDelay,
  motorSpeed,
  moveDuration,
  naturalFrequency,
  pushAtSpeed,
  rampTravel,
  recommendedAcceleration,
  recommendedSpeed,
  riseToLimit,
  speedMargin,
  startSpeed,
  timerError,
  torqueAvailable,
  torqueAvailableHigh,
} from './speed-figures.js';
export { backlashTotal, errorShares, errorTotal, knownErrorParts, type ErrorShare } from './budget-figures.js';
export {
  energyReturned,
  feedDrop,
  feedWarming,
  holdPower,
  idlePower,
  kineticEnergy,
  meanPower,
  movingPower,
  peakPower,
  phaseSum,
  phaseTwoThirds,
  supplyPeak,
} from './power-figures.js';
export { BUCKLING_SAFETY, ROUNDING, USUAL_VOLTAGES, WHIRL_SHARE } from './limits.js';
export { pushCurve, type Binding, type CurvePoint, type PushCurve } from './curve.js';
export { rigSetup, type RigChoices } from './rig-setup.js';
export { sayIn, type Finding, type Rule, type Say, type Severity, type Station } from './judgement.js';
export { AXIS_RULES, judgeAxis, powerOff, rankRemedies, type PowerOff, type RankedRemedy } from './judge-axis.js';
export { WIRING_WORDS } from './rules-electric.js';
export type { Remedy } from './remedies.js';
