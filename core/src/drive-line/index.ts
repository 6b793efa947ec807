export { axisContext, isSameContext, type AxisContext } from './axis-context.js';
export { axisField } from './fields.js';
export {
  chainBackward,
  gearheadLosses,
  hasTeeth,
  isTrainKnown,
  printedRounding,
  trainBacklash,
  trainInertia,
  trainLosses,
  trainText,
  type TrainLosses,
} from './gear-train.js';
export {
  driftPerTurn,
  exactStepsPerUnit,
  gearheadRatio,
  nominalStepsPerOutputTurn,
  pulseRate,
  reductionRatio,
  roundedSteps,
  roundingOverTravel,
  stepSize,
  stepsPerDiameter,
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
  copperLossAtRest,
  driverCrestMost,
  fullStepCrossingTorque,
  fullStepMeanTorque,
  holdingStiffness,
  idleInForce,
  limitFromReference,
  limitInForce,
  limitRms,
  loadLag,
  microstepTorque,
  restTorque,
  torqueAtLimit,
  torqueMargin,
  trimmerVoltage,
} from './torque-figures.js';
export { coolingOf, driverHeat, driverTemperature, switchHeat, type Cooled } from './heat-figures.js';
export {
  coilTime,
  coilVoltage,
  pathResistance,
  rotorTeeth,
  stallCurrent,
  stepAngleProblem,
  torqueConstant,
  windingCurrent,
  windingInductance,
  windingResistance,
  windingTorque,
} from './electric-figures.js';
export {
  acceleratingTorque,
  accelerationInForce,
  brakingInForce,
  gearedTorque,
  gravityLoad,
  guideFriction,
  inertiaRatio,
  loadAtMotor,
  loadInertia,
  pathEfficiency,
  rotatingInertia,
  screwInertia,
  steadyLoad,
  torqueNeeded,
  totalInertia,
  transmissionEfficiency,
} from './load-figures.js';
export { isBrushed, isConstantVoltage, isRegulated } from './axis-kind.js';
export {
  bucklingAcceleration,
  bucklingLimit,
  lineStiffness,
  screwCore,
  screwPush,
  whirlLimit,
} from './structure-figures.js';
export { fallTorque, pathBackward, transmissionBackward } from './power-off-figures.js';
export {
  bindingSpeed,
  crestAtSpeed,
  motorSpeed,
  pushAtSpeed,
  riseToLimit,
  speedMargin,
  torqueAvailable,
  torqueAvailableHigh,
} from './speed-figures.js';
export {
  accelerationEnd,
  naturalFrequency,
  recommendedAcceleration,
  recommendedSpeed,
  speedEnd,
  startEnd,
  startSpeed,
  torqueSpeedTop,
} from './end-figures.js';
export { edgeDelay, followingLag, moveDuration, rampTravel, timerError, topSpeedInTravel } from './move-figures.js';
export {
  driverBusLeast,
  driverBusMost,
  unipolarCurrent,
  voltsByCoilLeast,
  voltsByCoilMost,
  voltsByInductance,
} from './volt-figures.js';
export {
  backlashTotal,
  errorShares,
  errorTotal,
  knownErrorParts,
  uncountedErrors,
  type ErrorShare,
} from './budget-figures.js';
export {
  driverDraw,
  fuseLoad,
  energyBraking,
  energyLowering,
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
export { askedCommand, moveLimits, rigSetup, type RigChoices } from './rig-setup.js';
export { sayIn, type AxisFinding, type Rule, type Say } from './judgement.js';
export {
  AXIS_RULES,
  judgeAxis,
  judgedAxes,
  powerOff,
  rankRemedies,
  type JudgedAxis,
  type PowerOff,
  type RankedRemedy,
} from './judge-axis.js';
export { lineNeeds } from './line-needs.js';
export { WIRING_WORDS } from './rules-electric.js';
export { headlineOf, type Headline } from './headline.js';
export { typedBelow } from './remedies.js';
export { AXIS_FIGURES, COMPARED_FIGURES, FIGURE_GROUPS } from './figures.js';
