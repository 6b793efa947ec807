import { kinds, type Of } from '../shape/index.js';
import { coolantWork } from './coolant.js';
import { cuttingWork } from './cutting.js';
import { frameWork } from './frame.js';
import { gantryWork } from './gantry.js';
import { holdDownWork } from './hold-down.js';
import { tableWork } from './table.js';
import { threadWork } from './thread.js';
import { turningWork } from './turning.js';

/** What is asked to plan each kind of work. Nothing else lists them. */
export const WORK_FIELDS = {
  thread: threadWork,
  turning: turningWork,
  cutting: cuttingWork,
  frame: frameWork,
  gantry: gantryWork,
  'hold-down': holdDownWork,
  table: tableWork,
  coolant: coolantWork,
} as const;

/** Work that is planned on a machine. */
export const workShape = kinds(WORK_FIELDS);
export type Work = Of<typeof workShape>;
export type WorkKind = Work['kind'];
/** What is filled in for one kind of work. */
export type WorkOf<K extends WorkKind> = Extract<Work, { readonly kind: K }>;
export const WORK_KINDS = Object.keys(WORK_FIELDS) as readonly WorkKind[];
