export {
  checkPart,
  choosePart,
  fitsAxis,
  newPart,
  NO_STOCK,
  partsHeld,
  relinked,
  wiringFor,
  PART_KINDS,
  partShape,
  type Part,
  type PartKind,
  type ShelfPart,
  type Stock,
} from './part.js';
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
