import { axisField, stepsPerMotorTurn, travelPerMotorTurn, type AxisContext } from '../drive-line/index.js';
import type { Reckoner } from '../reckoner/index.js';

/** Travel of four full steps [SI], in which an open-loop motor falls out of step; Infinity while it is not known. */
export function cycleTravel(reckoner: Reckoner<AxisContext>): number {
  const turn = reckoner.value(travelPerMotorTurn) ?? Infinity;
  const steps = reckoner.value(stepsPerMotorTurn) ?? 4;
  const microsteps = reckoner.reading(axisField.microsteps)?.value ?? 1;
  return (4 * microsteps * turn) / steps;
}
