export {
  checkPart,
  completedSpecification,
  newPart,
  NO_STOCK,
  partShape,
  partSummary,
  specificationOfCells,
  stockShape,
  type Part,
  type ShelfPart,
  type Stock,
} from './part.js';
export { declarationOf, PART_KINDS, PARTS, type PartKind, type SpecificationOf } from './registry.js';
export { wholeOf, type Column } from './columns.js';
export { PART_GROUPS, type AxisBeside, type PartGroup, type PartKindDeclaration, type Place } from './kind.js';
export { wiring, wiringFor, type MotorSpecification } from './motor.js';
export { countedCurrents } from './current-settings.js';
export { describedAs } from './described.js';
export { stepAngleSaid } from './step-angle.js';
export { frame } from './face.js';
export {
  stepsOf as currentStepsOf,
  stepsText as currentStepsText,
  type CurrentFormula,
  type DriverCurrentSteps,
  type DriverSpecification,
} from './driver.js';
export { BLANK_DRIVER_LOGIC, driverLogic, type DriverLogic } from './driver-logic.js';
export {
  BLANK_CONTROLLER_TIMING,
  BLANK_DRIVER_TIMING,
  controllerTiming,
  driverTiming,
  type ControllerTiming,
  type DriverTiming,
} from './pulse-timing.js';
export { microstepTableOf, microstepTableText, type MicrostepTable } from './microstep-table.js';
export { BLANK_CONTROLLER_LOGIC, controllerLogic, type ControllerLogic } from './controller-logic.js';
export {
  defaultTransmission,
  usualScrewEfficiency,
  withThreadForm,
  type TransmissionKind,
  type TransmissionSpecification,
} from './transmission.js';
export {
  INSTRUMENT_FIELDS,
  INSTRUMENT_TYPE_NAMES,
  instrumentType,
  usualInstrument,
  type InstrumentSpecification,
  type InstrumentTypeName,
  type ReadDimension,
} from './instrument.js';
export type { CouplingSpecification } from './coupling.js';
export type { MountSpecification } from './mount.js';
export type { SupplySpecification } from './supply.js';
export type { ConverterSpecification } from './converter.js';
export type { AuxiliarySpecification } from './auxiliary.js';
export type { ControllerSpecification } from './controller.js';
export {
  BLANK_GEARHEAD,
  blankStage,
  completedStage,
  stage,
  STAGE_LIMIT,
  trainRatio,
  unknownStage,
  type Gearhead,
  type Stage,
} from './stages.js';
export { guesses, notNegative, positive, share } from './bounds.js';
export { completeness, estimatedMotor, type Completeness } from './completeness.js';
export {
  BELT_REDUCTIONS,
  FRAME_SIZES,
  GEAR_REDUCTIONS,
  keyFor,
  TRANSMISSION_SERIES,
  WIRE_AREAS,
  WIRE_GAUGES,
  type FrameSize,
  type Series,
  type SeriesMember,
} from './series.js';
