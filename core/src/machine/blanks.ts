import type {
  AuxiliarySpecification,
  ControllerSpecification,
  ConverterSpecification,
  CouplingSpecification,
  DriverSpecification,
  Feed,
  Gearhead,
  MotorSpecification,
  MountSpecification,
  Stage,
  SupplySpecification,
} from './machine.js';
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
  ratedVoltage: null,
  speedMost: null,
  resistance: null,
  inductance: null,
  rotorInertia: null,
  gearhead: null,
  frame: 'unknown',
  boltCircle: null,
  pilot: null,
  shaft: null,
  shaftEnd: 'round',
  keyWidth: null,
};

export const BLANK_DRIVER: DriverSpecification = {
  type: 'chopper',
  switching: 'sinking',
  onResistance: null,
  drop: null,
  thermalResistance: null,
  formula: null,
  currentMost: null,
  currentReads: 'peak',
  currentLeast: null,
  voltageLeast: null,
  voltageMost: null,
  voltageReads: 'dc',
  finestMicrosteps: 16,
  guessed: ['finestMicrosteps'],
  // Logic of a carrier board and losses of its switching (common practice, no source).
  quiescent: quantityOf('0.5 W', 'assumed'),
  efficiency: quantityOf('95 %', 'assumed'),
};

export const BLANK_CONTROLLER: ControllerSpecification = {
  pulseRateMost: null,
  outputs: 4,
  guessed: ['outputs', 'timerBits'],
  ramps: 'yes',
  timerClock: null,
  timerBits: 16,
  decimals: null,
};

export const BLANK_SUPPLY: SupplySpecification = {
  type: 'mains',
  voltage: null,
  current: null,
  power: null,
  adjustLeast: null,
  adjustMost: null,
  voltageBorne: null,
  capacitance: null,
  charge: null,
  // Deeper ages most batteries fast (common practice, no source).
  depth: quantityOf('80 %', 'assumed'),
};

export const BLANK_COUPLING: CouplingSpecification = {
  motorBore: null,
  drivenBore: null,
  keyWidth: null,
  torqueMost: null,
  inertia: null,
};
export const BLANK_MOUNT: MountSpecification = { frame: 'unknown', boltCircle: null, pilot: null };
/** A switching step-down converter (common practice, no source). */
export const BLANK_CONVERTER: ConverterSpecification = {
  voltage: null,
  current: null,
  efficiency: quantityOf('85 %', 'assumed'),
};
export const BLANK_AUXILIARY: AuxiliarySpecification = {
  use: 'other',
  fedBy: 'rail',
  power: null,
  voltage: null,
  current: null,
};
export const BLANK_FEED: Feed = { wire: null, length: null, fuse: null, capacitance: null, capacitorVoltage: null };

export function blankStage(kind: Stage['kind'], driver: number, driven: number): Stage {
  const common = { driver, driven, efficiency: null, backlash: null, inertia: null, guessed: [] };
  return kind === 'worm' ? { kind, ...common, leadAngle: null, friction: null } : { kind, ...common };
}

/** A stage of which no tooth is known yet. */
export function unknownStage(kind: Stage['kind']): Stage {
  return { ...blankStage(kind, 1, 1), guessed: kind === 'worm' ? ['driven'] : ['driver', 'driven'] };
}

/** A gearhead of which nothing is known. */
export const BLANK_GEARHEAD: Gearhead = { nominal: null, stages: [], efficiency: null, backlash: null, inertia: null };
