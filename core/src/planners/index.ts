export {
  keepsTo,
  type AnyPlanner,
  type PlanFigure,
  type PlanFile,
  type Planned,
  type PlanTable,
  type PlanWarning,
} from './planner.js';
export { plannerOf, plannersFor } from './registry.js';
export { threadCut, type PassCut, type ThreadCutFound } from './thread-cut.js';
