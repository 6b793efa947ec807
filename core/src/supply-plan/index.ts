export { supplyPlans } from './plan.js';
export { auxiliaryPower, converterLoad, convertersOn, hangsOn, railVoltage } from './rails.js';
export type { Braking, LoadLine, SupplyPlan, SupplySchool, Totals } from './supply-plan.js';
