import { isJson, readQuantity, type Quantity } from '../shape/index.js';
import type { MotorSpecification } from './motor.js';
import type { Part } from './part.js';
import { declarationOf } from './registry.js';

export interface Completeness {
  readonly known: number;
  readonly of: number;
  /** In words. */
  readonly missing: readonly string[];
}

/** How much of what its sheet should say is known of a part. */
export function completeness(part: Part): Completeness {
  const specification = part.specification as Readonly<Record<string, unknown>>;
  const asked = Object.entries(declarationOf(part.kind).wanted(specification)).filter(([key]) => key in specification);
  const missing = asked.filter(([key]) => !isSaid(specification[key])).map(([, name]) => name);
  return { known: asked.length - missing.length, of: asked.length, missing };
}

/** What is only assumed is not what a sheet says. */
const isSaid = (value: unknown): boolean =>
  value !== null && !(isJson(value) && 'from' in value && value['from'] === 'assumed');

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
