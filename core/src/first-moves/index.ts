export { keyHere, keyMove, type KeyAxis, type KeyMove } from './keys.js';
export { moveFacts, type MoveFacts } from './facts.js';
export { fenceOf, moveRefusal, reckonedFence, roomAhead, type Fence, type Stands } from './fence.js';
export { gentlePace, hasRoomFor, homeMost, homePaces, jobPace, wayOff, type PulsePace } from './paces.js';
export { MOVE_STEPS, stepsFor } from './registry.js';
export {
  movedMark,
  openStep,
  resultOf,
  shownDimension,
  shownValue,
  shownWords,
  stepStates,
  withoutResult,
  withResult,
  type ShownName,
  type StepState,
} from './results.js';
export { gapOf, searchOf, spreadOf, TIMES, type Search, type Try } from './search.js';
export {
  BLANK_STICK,
  stickAsks,
  stickGrain,
  stickPlace,
  stickRange,
  stickSaid,
  stickSpeed,
  type StickSaid,
} from './stick.js';
export { type Searched, type Tried } from './searched.js';
export { searchTry, tryOf, type TryPlan } from './tries.js';
export { type Act, type Cause, type MoveStep, type Seen } from './step.js';
export { spreadVerdict, zerosFrom } from './zeros.js';
export { hasHome, homeAsked, offsetPulses, sideOffset } from './steps/home.js';
