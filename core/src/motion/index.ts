export { closingErrorOfRoundedMoves, indexPosition } from './dividing.js';
export {
  ease,
  EASES,
  keyframeDemands,
  keyframeMoves,
  keySteps,
  positionAt,
  type Ease,
  type Keyframe,
  type KeyframeDemand,
} from './keyframes.js';
export {
  accelerationForTime,
  accelerationForTimeWithJerk,
  coordinatedProfile,
  profileOf,
  stateAt,
  type AxisMove,
  type Limits,
  type Profile,
  type Stretch,
} from './profile.js';
export { paceOf, type Pace } from './pace.js';
export { isMet, needsMet, type LineTimes, type NeedMet } from './pulse-needs.js';
export { pulseTrain, type PulseTrain } from './pulse-train.js';
export { edgeDelayFor, pulseLoopRate } from './pulse-loop.js';
export { timedRate, type TimedRate } from './pulse-timer.js';
export { driftOfRounded, feedSteps } from './remainder.js';
export { ringDown, stopTimes, type StopTimes, type Stops } from './stops.js';
