import { nearestDivisor } from '../driver/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import type { Axis } from './machine.js';
import { MICROSTEP_DIVISORS } from './microsteps.js';

/** What a count of pulses over turns says of a driver. */
export interface CountProof {
  /** Microsteps of a full step, as they were counted. */
  readonly counted: number;
  /** The divisor that it is; null where none is near enough. */
  readonly microsteps: number | null;
}

/**
 * Microsteps as they were proven by counting: pulses over turns, over the full steps of a turn.
 * @returns null while nobody counted, or the step angle is not known
 */
export function countProof({ counted, driver, motor }: Axis): CountProof | null {
  const angle = valueOf(motor.specification.stepAngle, 'angle');
  if (counted === null || angle === null) return null;
  const fullSteps = (2 * Math.PI) / angle;
  const value = counted.pulses / (readQuantity(counted.turns, 'ratio').value * fullSteps);
  const { microstepTable } = driver.specification;
  const divisors = microstepTable?.rows.map(({ microsteps }) => microsteps) ?? MICROSTEP_DIVISORS;
  return { counted: value, microsteps: nearestDivisor(value, divisors) };
}
