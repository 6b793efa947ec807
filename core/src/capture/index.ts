export { CaptureFault, type CaptureHead, type CaptureReader, type CaptureSink, type Level } from './capture.js';
export { captureReader } from './reader.js';
export { idealTrain } from './ideal-train.js';
export { matchTrain, type TrainMatch } from './match-train.js';
export { TrainWatch, type Least, type TrainNeeds, type TrainReport, type Watched } from './train-watch.js';
export type { CapturedMove } from './moves.js';
export type { Irregular } from './regularity.js';
export type { Jitter } from './jitter.js';
export { writeLevels, writeVcd, type TrainToWrite } from './write-capture.js';
