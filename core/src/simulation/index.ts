export {
  REGULATOR_TIME,
  Rig,
  type CoilJoint,
  type DriveMode,
  type RigDrive,
  type RigLoad,
  type RigMotor,
} from './rig.js';
export {
  COARSE_STEP,
  FINE_STEP,
  finish,
  jumpCommand,
  lostSteps,
  OUT_OF_STEP,
  rampCommand,
  runCommand,
  type CommandPiece,
  type RunResult,
  type Setup,
  type Steps,
  type Trace,
} from './run.js';
export {
  fastestRamp,
  pullOutBySimulation,
  pullOutCurve,
  startStopRate,
  survives,
  type Found,
  type PullOutPoint,
} from './searches.js';
export { usualDamper } from './damping.js';
