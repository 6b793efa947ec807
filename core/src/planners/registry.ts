import type { Machine } from '../machine/index.js';
import type { WorkKind } from '../work/index.js';
import { machineKindOf } from '../machine-kinds/index.js';
import { coolant } from './coolant.js';
import { cutting } from './cutting.js';
import { frame } from './frame.js';
import { gantry } from './gantry.js';
import { holdDown } from './hold-down.js';
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
};

/** What plans a kind of work. */
export const plannerOf = (kind: WorkKind): AnyPlanner => PLANNERS[kind];

/** Planners that suit a machine, in the order in which its kind names them. */
export const plannersFor = (machine: Machine): readonly AnyPlanner[] =>
  machineKindOf(machine.kind)
    .planners.map((kind) => PLANNERS[kind])
    .filter(({ applies }) => applies(machine));
