export { windingFactors, wiringsOf, type LeadCount, type WindingFactors, type Wiring } from './winding.js';
export {
  armTorque,
  bridgeMeanCurrent,
  constantVoltageCrest,
  inductanceFromRise,
  riseTime,
  STANDARD_GRAVITY,
  timeConstant,
  unipolarMeanCurrent,
} from './coil.js';
export {
  baseSpeed,
  constantVoltagePullOut,
  pullOut,
  fieldLag,
  pullOutBand,
  SQUARE_WAVE_CREST,
  type Bound,
  type MotorDrive,
  type PullOut,
} from './pull-out.js';
export {
  fedStartRate,
  loadAngle,
  naturalFrequency,
  resonantRates,
  startRate,
  stateTorques,
  type LoadKind,
  type StepMode,
} from './dynamics.js';
export { brushedNoLoadSpeed, brushedTorque, type BrushedMotor } from './brushed.js';
export { lastHolding, SPEED_END } from './top-speed.js';
export {
  coilStates,
  halvesOn,
  sense,
  sequenceNumbers,
  swapped,
  torqueVector,
  type CoilState,
  type Half,
  type Sequence,
  type Swaps,
} from './sequence.js';
export {
  gainsFor,
  loopLimits,
  runLoop,
  type Gains,
  type LoopedMotor,
  type LoopLimits,
  type LoopRun,
} from './speed-loop.js';
