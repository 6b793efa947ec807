import { stepsPerUnit, type AxisContext } from '../drive-line/index.js';
import { exact, rationalFromNumber, type Exact } from '../quantity/index.js';
import type { Reckoner } from '../reckoner/index.js';

/** Microsteps that a unit of travel takes, as exactly as they are known; null where they are not. */
export function exactSteps(reckoner: Reckoner<AxisContext>): Exact | null {
  const steps = reckoner.get(stepsPerUnit);
  return steps.kind === 'value' ? (steps.exact ?? exact(rationalFromNumber(steps.value))) : null;
}
