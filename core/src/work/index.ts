export { WORK_FIELDS, WORK_KINDS, workShape, type Work, type WorkKind, type WorkOf } from './registry.js';
export { batteryLink } from './battery.js';
export { cutRow } from './cut-list.js';
export { headReading } from './head-zero.js';
export { measuredLength } from './lengths.js';
export { keyAngle, keyPlace } from './keyed.js';
