import { readQuantity, type MotorSpecification, type Quantity } from '../machine/index.js';
import type { Part, PartKind } from './part.js';

/** What a sheet should say of each kind of part for its figures, and its name in words. */
const WANTED: Readonly<Record<PartKind, Readonly<Record<string, string>>>> = {
  motor: {
    stepAngle: 'step angle',
    holdingTorque: 'holding torque',
    ratedCurrent: 'rated current',
    resistance: 'resistance',
    inductance: 'inductance',
    rotorInertia: 'rotor inertia',
    shaft: 'shaft',
  },
  driver: {
    currentMost: 'greatest current',
    voltageLeast: 'least voltage',
    voltageMost: 'greatest voltage',
    onResistance: 'switch resistance',
    thermalResistance: 'junction to air',
  },
  transmission: {
    pitch: 'pitch',
    diameter: 'diameter',
    tooth: 'module or pitch',
    length: 'length',
    shaft: 'shaft or bore',
    loop: 'loop',
    tensileStiffness: 'stiffness',
  },
  supply: { voltage: 'voltage', current: 'current', voltageBorne: 'voltage borne', capacitance: 'capacitance' },
  controller: { pulseRateMost: 'pulse rate', timerClock: 'timer clock' },
  coupling: { motorBore: 'motor bore', drivenBore: 'driven bore', torqueMost: 'greatest torque' },
  mount: { boltCircle: 'bolt circle', pilot: 'pilot' },
  converter: { voltage: 'voltage', current: 'current' },
  auxiliary: { voltage: 'voltage', current: 'current' },
  other: {},
};

/** A brushed motor has no steps. */
const BRUSHED: Readonly<Record<string, string>> = {
  torqueConstant: 'torque constant',
  noLoadCurrent: 'current without load',
  ratedCurrent: 'rated current',
  resistance: 'resistance',
  inductance: 'inductance',
  rotorInertia: 'rotor inertia',
  shaft: 'shaft',
};

export interface Completeness {
  readonly known: number;
  readonly of: number;
  /** In words. */
  readonly missing: readonly string[];
}

/** How much of what its sheet should say is known of a part. */
export function completeness(part: Part): Completeness {
  const specification = part.specification as Readonly<Record<string, unknown>>;
  const isStandardFace =
    part.kind === 'mount' && part.specification.frame !== 'other' && part.specification.frame !== 'unknown';
  const wanted =
    part.kind === 'motor' && part.specification.type === 'brushed' ? BRUSHED : isStandardFace ? {} : WANTED[part.kind];
  const asked = Object.entries(wanted).filter(([key]) => key in specification);
  // Watts say what a load draws as well as amperes do.
  const isSaidInWatts = (key: string): boolean =>
    part.kind === 'auxiliary' && key === 'current' && part.specification.power !== null;
  const missing = asked.filter(([key]) => specification[key] === null && !isSaidInWatts(key)).map(([, name]) => name);
  return { known: asked.length - missing.length, of: asked.length, missing };
}

/**
 * Time constant of a small hybrid motor's winding [s], and the inertia of its rotor for a torque of 1 N·m [kg·m²]
 * (common practice, no source).
 */
const USUAL_TIME_CONSTANT = 1.5e-3;
const USUAL_INERTIA = 2e-5;
/** Rotors grow in girth as well as in length, so inertia goes by more than the torque (common practice, no source). */
const INERTIA_POWER = 1.5;

const estimated = (value: number, factor: number, unit: string): Quantity => ({
  text: `${Number((value * factor).toPrecision(2))} ${unit}`,
  from: 'estimated',
  on: null,
  plusMinus: null,
});

/**
 * The motor with an inductance and a rotor inertia guessed from what is known, marked as estimated. Nothing known
 * changes.
 */
export function estimatedMotor(specification: MotorSpecification): MotorSpecification {
  if (specification.type === 'brushed') return specification;
  const { resistance, inductance, holdingTorque, rotorInertia } = specification;
  const torque = holdingTorque && readQuantity(holdingTorque, 'torque').value;
  return {
    ...specification,
    inductance:
      inductance ??
      (resistance && estimated(USUAL_TIME_CONSTANT * readQuantity(resistance, 'resistance').value, 1e3, 'mH')),
    rotorInertia:
      rotorInertia ?? (torque === null ? null : estimated(USUAL_INERTIA * torque ** INERTIA_POWER, 1e7, 'g·cm²')),
  };
}
