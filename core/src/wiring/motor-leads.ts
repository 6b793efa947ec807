import { coilReadings, findCoils, newLeads, type CoilBelief, type MotorLeads } from '../coils/index.js';
import type { Axis } from '../machine/index.js';
import { windingFactors } from '../motor/index.js';
import { valueOf } from '../shape/index.js';

/** What is known of a motor's leads; as many names as it has leads. */
export function leadsOf(axis: Axis, index: number): MotorLeads {
  const count = axis.motor.specification.leads;
  const known = axis.leads[index] ?? newLeads(count);
  return known.names.length === count ? known : { ...newLeads(count), meter: known.meter };
}

/** Ohms of half a coil by the motor's sheet [Ω]; null while it says none. */
function halfBySheet({ motor: { specification } }: Axis): number | null {
  const { resistance, quotedFor, leads } = specification;
  const ohms = resistance && valueOf(resistance, 'resistance');
  // A coil of four leads counts as two halves.
  return ohms === null ? null : leads === 4 ? ohms / 2 : ohms * windingFactors(quotedFor, 'half').resistance;
}

/** Weighed once: eight leads take tens of milliseconds, and a plan is drawn after every change. */
const weighed = new WeakMap<Axis['motor']['specification'], WeakMap<MotorLeads, CoilBelief>>();

/** Belief by what was read of a motor so far. */
export function beliefOf(axis: Axis, leads: MotorLeads): CoilBelief {
  const { specification } = axis.motor;
  const ofMotor = weighed.get(specification) ?? new WeakMap<MotorLeads, CoilBelief>();
  weighed.set(specification, ofMotor);
  const known = ofMotor.get(leads) ?? findCoils(specification.leads, coilReadings(leads), halfBySheet(axis));
  ofMotor.set(leads, known);
  return known;
}
