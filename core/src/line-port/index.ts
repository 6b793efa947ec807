export {
  ANSWERED_WITHIN,
  isEndOf,
  LineHost,
  type Answer,
  type Asked,
  type LineEnd,
  type NumberedEnd,
  type StopState,
} from './host.js';
export { readInstrumentLine } from './instrument.js';
export { Settling } from './settle.js';
export { POINTS, probePoint, probePoints, type PointName } from './points.js';
export { LineCutter, TOO_LONG } from './lines.js';
export {
  EDGES_MOST,
  INSTRUMENTS,
  SIDE_TWO,
  JOG_RENEWED_WITHIN,
  LINE_MOST,
  PASSES_KEPT,
  TURNS_KEPT,
  linePortJsonSchema,
  lineOf,
  PATH_QUEUE,
  PIECES_IN_LINE,
  PORT_VERSION,
  PUSHES,
  readRequest,
  readSaid,
  REQUEST_KINDS,
  WATCHED_FOR,
  type Instrument,
  type PathPiece,
  type ThreadPass,
  type Place,
  type PortRequest,
  type PortSaid,
  type Refusal,
  type RequestKind,
} from './messages.js';
