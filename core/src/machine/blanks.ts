import type { ControllerSpecification, DriverSpecification, MotorSpecification, Stage, SupplySpecification } from './machine.js';
import { quantityOf } from './reading.js';

/** A step stands within 5 % of a full step of its place, unloaded and not added up (common practice, no source). */
const USUAL_STEP_ERROR = quantityOf('5 %', 'assumed');

/** Parts of which nothing is known yet. */
export const BLANK_MOTOR: MotorSpecification = {
  type: 'stepper',
  leads: 4,
  quotedFor: 'coil',
  stepAngle: null,
  holdingTorque: null,
  detentTorque: null,
  torqueConstant: null,
  noLoadCurrent: null,
  stepError: USUAL_STEP_ERROR,
  encoder: null,
  ratedCurrent: null,
  resistance: null,
  inductance: null,
  rotorInertia: null,
  gearhead: null,
};

export const BLANK_DRIVER: DriverSpecification = {
  type: 'chopper',
  switching: 'sinking',
  onResistance: null,
  drop: null,
  thermalResistance: null,
  formula: null,
  currentMost: null,
  voltageLeast: null,
  voltageMost: null,
  finestMicrosteps: 16,
};

export const BLANK_CONTROLLER: ControllerSpecification = { pulseRateMost: null, outputs: 4, ramps: 'yes', timerClock: null, timerBits: 16 };

export const BLANK_SUPPLY: SupplySpecification = { voltage: null, current: null };

export function blankStage(kind: Stage['kind'], driver: number, driven: number): Stage {
  return { kind, driver, driven, efficiency: null, backlash: null };
}
