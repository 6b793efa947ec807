import { kinds, type Of } from '../shape/index.js';
import { coolantWork } from './coolant.js';
import { cuttingWork } from './cutting.js';
import { frameWork } from './frame.js';
import { gantryWork } from './gantry.js';
import { holdDownWork } from './hold-down.js';
import { tableWork } from './table.js';
import { threadWork } from './thread.js';
import { turningWork } from './turning.js';
import { divisionsWork } from './divisions.js';
import { shotsWork } from './shots.js';
import { rotationWork } from './rotation.js';
import { brushedWork } from './brushed.js';
import { batteryWork } from './battery.js';
import { lengthsWork } from './lengths.js';
import { cutListWork } from './cut-list.js';
import { strippingWork } from './stripping.js';
import { headZeroWork } from './head-zero.js';
import { jointWork } from './joint.js';
import { planetaryWork } from './planetary.js';
import { keyedWork } from './keyed.js';
import { drumWork } from './drum.js';
import { windingWork } from './winding.js';
import { loopWork } from './loop.js';

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
  divisions: divisionsWork,
  shots: shotsWork,
  rotation: rotationWork,
  brushed: brushedWork,
  battery: batteryWork,
  lengths: lengthsWork,
  'cut-list': cutListWork,
  stripping: strippingWork,
  'head-zero': headZeroWork,
  joint: jointWork,
  planetary: planetaryWork,
  keyed: keyedWork,
  drum: drumWork,
  winding: windingWork,
  loop: loopWork,
} as const;

/** Work that is planned on a machine. */
export const workShape = kinds(WORK_FIELDS);
export type Work = Of<typeof workShape>;
export type WorkKind = Work['kind'];
/** What is filled in for one kind of work. */
export type WorkOf<K extends WorkKind> = Extract<Work, { readonly kind: K }>;
export const WORK_KINDS = Object.keys(WORK_FIELDS) as readonly WorkKind[];
