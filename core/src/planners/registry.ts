import type { Machine } from '../machine/index.js';
import type { WorkKind } from '../work/index.js';
import { machineKindOf } from '../machine-kinds/index.js';
import { coolant } from './coolant.js';
import { cutting } from './cutting.js';
import { frame } from './frame.js';
import { gantry } from './gantry.js';
import { holdDown } from './hold-down.js';
import { divisions } from './divisions.js';
import { shots } from './shots.js';
import { rotation } from './rotation.js';
import { brushed } from './brushed.js';
import { battery } from './battery.js';
import { lengths } from './lengths.js';
import { cutList } from './cut-list.js';
import { stripping } from './stripping.js';
import { headZero } from './head-zero.js';
import { joint } from './joint.js';
import { planetary } from './planetary.js';
import { keyed } from './keyed.js';
import { drum } from './drum.js';
import { winding } from './winding.js';
import { loop } from './loop.js';
import type { AnyPlanner } from './planner.js';
import { table } from './table.js';
import { thread } from './thread.js';
import { turning } from './turning.js';

/** Every planner by the work that it plans. Nothing else lists them. */
const PLANNERS: Readonly<Record<WorkKind, AnyPlanner>> = {
  thread,
  turning,
  cutting,
  frame,
  gantry,
  'hold-down': holdDown,
  table,
  coolant,
  divisions,
  shots,
  rotation,
  brushed,
  battery,
  lengths,
  'cut-list': cutList,
  stripping,
  'head-zero': headZero,
  joint,
  planetary,
  keyed,
  drum,
  winding,
  loop,
};

/** What plans a kind of work. */
export const plannerOf = (kind: WorkKind): AnyPlanner => PLANNERS[kind];

/** Planners that suit a machine, in the order in which its kind names them. */
export const plannersFor = (machine: Machine): readonly AnyPlanner[] =>
  machineKindOf(machine.kind)
    .planners.map((kind) => PLANNERS[kind])
    .filter(({ applies }) => applies(machine));
