import { type MountSpecification, FRAME_SIZES, PARTS } from '../parts/index.js';
import { askedOf, readQuantity, type Quantity } from '../shape/index.js';
import { derivedField, quantityField } from './field-kinds.js';

const MOTOR = askedOf(PARTS.motor.shape);
const COUPLING = askedOf(PARTS.coupling.shape);
const MOUNT = askedOf(PARTS.mount.shape);
const SCREW = askedOf(PARTS.transmission.shape.variants.screw);

export const motorShaft = quantityField({
  id: 'motor.shaft',
  name: 'Shaft of the motor',
  symbol: 'd_m',
  dimension: 'length',
  asked: MOTOR.shaft,
  read: ({ axis }) => axis.motor.specification.shaft,
});
export const motorKey = quantityField({
  id: 'motor.key',
  name: 'Key in the motor’s shaft',
  symbol: 'b_m',
  dimension: 'length',
  asked: MOTOR.keyWidth,
  read: ({ axis }) => axis.motor.specification.keyWidth,
});
export const drivenShaft = quantityField({
  id: 'transmission.shaft',
  name: 'Driven end or bore',
  symbol: 'd_t',
  dimension: 'length',
  asked: SCREW.shaft,
  read: ({ axis }) => axis.transmission.specification.shaft,
});
export const couplingMotorBore = quantityField({
  id: 'coupling.motor-bore',
  name: 'Bore of the coupling, motor side',
  symbol: 'B_m',
  dimension: 'length',
  asked: COUPLING.motorBore,
  read: ({ axis }) => axis.coupling?.specification.motorBore,
});
export const couplingDrivenBore = quantityField({
  id: 'coupling.driven-bore',
  name: 'Bore of the coupling, driven side',
  symbol: 'B_t',
  dimension: 'length',
  asked: COUPLING.drivenBore,
  read: ({ axis }) => axis.coupling?.specification.drivenBore,
});
export const couplingTorque = quantityField({
  id: 'coupling.torque',
  name: 'Rated torque of the coupling',
  symbol: 'T_c',
  dimension: 'torque',
  asked: COUPLING.torqueMost,
  read: ({ axis }) => axis.coupling?.specification.torqueMost,
});

type Face = Pick<MountSpecification, 'frame' | 'boltCircle' | 'pilot'>;

/** A measure of a face: as said, else as the standard has it for its frame size. */
function faceMeasure(
  face: Face | undefined,
  key: 'boltCircle' | 'pilot',
): { readonly value: number; readonly text: string; readonly isAssumed: boolean } | null {
  if (!face) return null;
  const said: Quantity | null = face[key];
  if (said) return { value: readQuantity(said, 'length').value, text: said.text, isAssumed: said.from === 'assumed' };
  if (face.frame === 'unknown' || face.frame === 'other') return null;
  const value = FRAME_SIZES[face.frame][key];
  return { value, text: `${Number((value * 1000).toPrecision(4))} mm, size ${face.frame}`, isAssumed: false };
}

export const motorCircle = derivedField(
  'motor.bolt-circle',
  'Bolt circle of the motor',
  'D_m',
  'length',
  ({ axis }) => faceMeasure(axis.motor.specification, 'boltCircle'),
  MOTOR.boltCircle,
);
export const motorPilot = derivedField(
  'motor.pilot',
  'Centring ring of the motor',
  'P_m',
  'length',
  ({ axis }) => faceMeasure(axis.motor.specification, 'pilot'),
  MOTOR.pilot,
);
export const mountCircle = derivedField(
  'mount.bolt-circle',
  'Bolt circle of the mount',
  'D_b',
  'length',
  ({ axis }) => faceMeasure(axis.mount?.specification, 'boltCircle'),
  MOUNT.boltCircle,
);
export const mountPilot = derivedField(
  'mount.pilot',
  'Hole of the mount for the ring',
  'P_b',
  'length',
  ({ axis }) => faceMeasure(axis.mount?.specification, 'pilot'),
  MOUNT.pilot,
);
