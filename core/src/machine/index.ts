export { PITCH_PLACES_MOST, pitchAt, type Compensation } from './compensation.js';
export {
  checkMachine,
  machineJsonSchema,
  machineShape,
  MACHINE_ASKED,
  type Auxiliary,
  type Axis,
  type Controller,
  type Converter,
  type Counted,
  type Coupling,
  type Driver,
  type Faults,
  type Feed,
  type Frame,
  type Job,
  type Machine,
  type Motor,
  type Mount,
  type Operation,
  type OperationNumber,
  type Purchase,
  type PurchaseState,
  type Setting,
  type Supply,
  type Transmission,
  type WireSize,
} from './machine.js';
export {
  confirmed,
  defaultFaults,
  defaultJob,
  newAuxiliary,
  feedOf,
  newAxis,
  newConverter,
  newMachine,
  newSupply,
  nextAxisId,
  nextKeyId,
  nextRailId,
  nextSupplyId,
  withTransmissionKind,
  withUsualValues,
} from './defaults.js';
export {
  BLANK_AUXILIARY,
  BLANK_CONTROLLER,
  BLANK_CONVERTER,
  BLANK_COUPLING,
  BLANK_DRIVER,
  BLANK_FEED,
  BLANK_MOTOR,
  BLANK_MOUNT,
  BLANK_SUPPLY,
} from './blanks.js';
export { countProof, type CountProof } from './counted.js';
export { HALVINGS, MICROSTEP_DIVISORS, microstepsError } from './microsteps.js';

export { AXIS_LIMIT, BASIS_LINE_MOST, BASIS_MOST, freeLetter, isLetterTaken, KEYS_MOST } from './machine.js';
export {
  BLANK_HOOKUP,
  BLANK_WIRING,
  COMPUTER,
  CONTROL_USES,
  newSwitch,
  SWITCH_USES,
  type Cable,
  type Control,
  type Hookup,
  type LimitSwitch,
  type LineDone,
  type MachineWiring,
  type PinChoice,
} from './hookup.js';
export { RAW_MOST, type KeyPosition, type Stick } from './by-hand.js';
export { motionBy, motionOf, type Motion, type MotionKind } from './motion.js';
export { MOVE_WAYS, type MoveDone, type MoveWay } from './move-done.js';
export { openMachine } from './upgrade.js';
export { CURRENT_VERSION } from './version.js';
export { differencesBetween } from './differences.js';
export { placeInWords, withoutRefused } from './refused.js';
export { choosePart, fitsAxis, partsHeld, relinked, withoutFindings } from './choose-part.js';
