export { supplyPlans, type Braking, type LoadLine, type SupplyPlan, type SupplySchool, type Totals } from './plan.js';
export { auxiliaryPower, converterLoad, convertersOn, hangsOn, railVoltage } from './rails.js';
export type { SupplyFinding } from './judge.js';
