export { closingErrorOfRoundedMoves, indexPosition } from './dividing.js';
export { EASE_ACCELERATION, EASE_SPEED, ease, keyframeDemands, positionAt, type Keyframe } from './keyframes.js';
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
