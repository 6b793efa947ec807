export { WORK_FIELDS, WORK_KINDS, workShape, type Work, type WorkKind, type WorkOf } from './registry.js';
