export { bearingsOf, type Bearings } from './bearings.js';
export type { Cause, Way } from './cause.js';
export { diagnose, evidenceFor, TOLD, type Diagnosis, type Evidence, type Suspect, type Weight } from './diagnose.js';
export { firstMeasurement, nextMeasurement, reachOf, type NextMeasurement } from './next.js';
export { MEASUREMENTS } from './measurements/registry.js';
export type { Measurement } from './measurements/measurement.js';
export { askedRows, rowsOf, type AskedRow, type MadeCheck, type Row } from './row.js';
export { scaleOf, weigh, type Hypothesis, type Weighed } from './weigh.js';
