export { supplyPlans, type Braking, type LoadLine, type SupplyPlan, type SupplySchool, type Totals } from './plan.js';
export { converterLoad, convertersOn, railVoltage } from './rails.js';
export type { SupplyFinding } from './judge.js';
