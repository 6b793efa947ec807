export { converterLoad, railVoltage, supplyPlans, type Braking, type LoadLine, type SupplyPlan, type SupplySchool, type Totals } from './plan.js';
export type { SupplyFinding } from './judge.js';
