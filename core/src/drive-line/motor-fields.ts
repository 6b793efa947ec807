import { PARTS, trainRatio } from '../parts/index.js';
import { askedOf, isGuessed, readQuantity, type Quantity } from '../shape/index.js';
import { rationalToNumber } from '../quantity/index.js';
import type { AxisContext } from './axis-context.js';
import { count, derivedField, exactField, quantityField, type AxisField } from './field-kinds.js';
import {
  gearheadBacklash,
  gearheadTurns,
  hasTeeth,
  printedRounding,
  trainBacklash,
  trainInertia,
  trainText,
  wholeTrainLosses,
} from './gear-train.js';

const MOTOR = askedOf(PARTS.motor.shape);
const ENCODER = askedOf(PARTS.motor.shape.fields.encoder);
const GEARHEAD = askedOf(PARTS.motor.shape.fields.gearhead);

export const stepAngle = quantityField({
  id: 'motor.step-angle',
  name: 'Step angle',
  symbol: 'α',
  dimension: 'angle',
  asked: MOTOR.stepAngle,
  read: ({ axis }) => axis.motor.specification.stepAngle,
});
export const holdingTorque = quantityField({
  id: 'motor.holding-torque',
  name: 'Holding torque',
  symbol: 'T_hold',
  dimension: 'torque',
  asked: MOTOR.holdingTorque,
  read: ({ axis }) => axis.motor.specification.holdingTorque,
});
export const ratedCurrent = quantityField({
  id: 'motor.rated-current',
  name: 'Rated current per phase',
  symbol: 'I_rated',
  dimension: 'current',
  asked: MOTOR.ratedCurrent,
  read: ({ axis }) => axis.motor.specification.ratedCurrent,
});
const printedRatio = quantityField({
  id: 'motor.gearhead-nominal',
  name: 'Printed gearhead ratio',
  symbol: 'i_nom',
  dimension: 'ratio',
  asked: GEARHEAD.nominal,
  read: ({ axis }) => axis.motor.specification.gearhead?.nominal,
});
/** A printed ratio is rounded unless somebody says how far it is known. */
export const gearheadNominal: AxisField = {
  ...printedRatio,
  read(context) {
    const reading = printedRatio.read(context);
    const printed = context.axis.motor.specification.gearhead?.nominal;
    return reading && printed ? { ...reading, tolerance: reading.tolerance ?? printedRounding(printed) } : reading;
  },
};

export const detentTorque = quantityField({
  id: 'motor.detent-torque',
  name: 'Detent torque',
  symbol: 'T_d',
  dimension: 'torque',
  asked: MOTOR.detentTorque,
  read: ({ axis }) => axis.motor.specification.detentTorque,
});
export const resistance = quantityField({
  id: 'motor.resistance',
  name: 'Coil resistance as quoted',
  symbol: 'R_s',
  dimension: 'resistance',
  asked: MOTOR.resistance,
  read: ({ axis }) => axis.motor.specification.resistance,
});
export const inductance = quantityField({
  id: 'motor.inductance',
  name: 'Coil inductance as quoted',
  symbol: 'L_s',
  dimension: 'inductance',
  asked: MOTOR.inductance,
  read: ({ axis }) => axis.motor.specification.inductance,
});
export const rotorInertia = quantityField({
  id: 'motor.rotor-inertia',
  name: 'Rotor inertia',
  symbol: 'J_r',
  dimension: 'inertia',
  asked: MOTOR.rotorInertia,
  read: ({ axis }) => axis.motor.specification.rotorInertia,
});
export const stepError = quantityField({
  id: 'motor.step-error',
  name: 'Step error, as a part of a full step',
  symbol: 'ε',
  dimension: 'ratio',
  asked: MOTOR.stepError,
  read: ({ axis }) => axis.motor.specification.stepError,
});
export const brushedConstant = quantityField({
  id: 'motor.torque-constant',
  name: 'Torque constant',
  symbol: 'K',
  dimension: 'torque-constant',
  asked: MOTOR.torqueConstant,
  read: ({ axis }) => axis.motor.specification.torqueConstant,
});
export const noLoadCurrent = quantityField({
  id: 'motor.no-load-current',
  name: 'No-load current',
  symbol: 'I_0',
  dimension: 'current',
  asked: MOTOR.noLoadCurrent,
  read: ({ axis }) => axis.motor.specification.noLoadCurrent,
});
export const followingLimit = quantityField({
  id: 'motor.following-limit',
  name: 'Following error that stops the drive',
  symbol: 'φ_max',
  dimension: 'angle',
  asked: ENCODER.followingLimit,
  read: ({ axis }) => axis.motor.specification.encoder?.followingLimit,
});
export const encoderCounts = exactField(
  'motor.encoder-counts',
  'Encoder counts per turn of the motor',
  'N',
  ({ axis }) => {
    const { encoder } = axis.motor.specification;
    return encoder && count(encoder.counts, isGuessed(encoder, 'counts'));
  },
  ENCODER.counts,
);

/** Gearhead and reduction together, from the motor's shaft to the last one. */
const wholeTrain = ({ axis }: AxisContext): ReturnType<typeof wholeTrainLosses> =>
  wholeTrainLosses(axis.motor.specification.gearhead, axis.reduction);
const shown = (value: number): string => value.toPrecision(3).replace(/\.?0+$/, '');

export const stagesEfficiency = derivedField(
  'train.efficiency',
  'Efficiency of gearhead and reduction',
  'η_g',
  'ratio',
  (context) => {
    const { forward, isSaid } = wholeTrain(context);
    return { value: forward, text: shown(forward), isAssumed: !isSaid };
  },
);
export const stagesBackward = derivedField(
  'train.backward',
  'Efficiency of gearhead and reduction, driven backwards',
  'η_b',
  'ratio',
  (context) => {
    const { backward, isSaid } = wholeTrain(context);
    return { value: backward, text: shown(backward), isAssumed: !isSaid };
  },
);
/** Play of the last shaft: the gearhead's own counts at its output, divided by the reduction behind it. */
export const stagesBacklash = derivedField(
  'train.backlash',
  'Play of gearhead and reduction at the last shaft',
  'B_g',
  'angle',
  ({ axis }) => {
    const ofGearhead = gearheadBacklash(axis.motor.specification.gearhead);
    const ofReduction = trainBacklash(axis.reduction);
    if (ofGearhead === null && ofReduction === null) return null;
    const value = (ofGearhead ?? 0) / rationalToNumber(trainRatio(axis.reduction)) + (ofReduction ?? 0);
    return { value, text: `${shown((value * 180) / Math.PI)} °`, isAssumed: false };
  },
);

/**
 * Speeds that motors are seldom run beyond (common practice, no source) [rad/s]: iron losses and bearings, which no
 * torque curve of coils shows.
 */
const TURNS_A_MINUTE = (2 * Math.PI) / 60;
const FEW_TEETH = (5 / 180) * Math.PI;
const usualSpeedMost = (stepAngle: Quantity | null): number =>
  (stepAngle && readQuantity(stepAngle, 'angle').value >= FEW_TEETH ? 1000 : 3000) * TURNS_A_MINUTE;

/** Greatest speed of the motor: as printed, else what such motors are seldom run beyond. */
export const motorSpeedMost = derivedField(
  'motor.speed-most',
  'Greatest speed of the motor',
  'ω_max',
  'angular-speed',
  ({ axis }) => {
    const { speedMost, stepAngle, type } = axis.motor.specification;
    if (speedMost)
      return {
        value: readQuantity(speedMost, 'angular-speed').value,
        text: speedMost.text,
        isAssumed: speedMost.from === 'assumed',
      };
    if (type === 'brushed') return null;
    const value = usualSpeedMost(stepAngle);
    return { value, text: `${Math.round(value / TURNS_A_MINUTE)} turns/min`, isAssumed: true };
  },
  MOTOR.speedMost,
);

const inertiaText = (value: number): string => `${shown(value * 1e7)} g·cm²`;
const saidInertia = (item: Quantity | null | undefined): number => (item ? readQuantity(item, 'inertia').value : 0);

/** Inertia at the motor of gearhead, coupling and the wheels of the reduction, as far as it is said. */
export const attachedInertia = derivedField(
  'train.inertia',
  'Inertia of gearhead, coupling and reduction, at the motor',
  'J_a',
  'inertia',
  ({ axis }) => {
    const { gearhead } = axis.motor.specification;
    const ofGearhead = saidInertia(gearhead?.inertia) || trainInertia(gearhead?.stages ?? []);
    const value =
      ofGearhead +
      saidInertia(axis.coupling?.specification.inertia) +
      trainInertia(axis.reduction) / gearheadTurns(gearhead) ** 2;
    return { value, text: inertiaText(value), isAssumed: false };
  },
);
/** Inertia of pulleys, pinion, roller or hub, as far as it is said. */
export const wheelInertia = derivedField(
  'transmission.inertia',
  'Inertia of pulley, pinion, roller, drum or hub',
  'J_w',
  'inertia',
  ({ axis }) => {
    const { specification } = axis.transmission;
    const value = specification.kind === 'screw' ? 0 : saidInertia(specification.inertia);
    return { value, text: inertiaText(value), isAssumed: false };
  },
);
export const ratedVoltage = quantityField({
  id: 'motor.rated-voltage',
  name: 'Rated voltage of a coil',
  symbol: 'V_r',
  dimension: 'voltage',
  asked: MOTOR.ratedVoltage,
  read: ({ axis }) => axis.motor.specification.ratedVoltage,
});

export const gearheadTeeth = exactField('motor.gearhead-teeth', 'Gearhead teeth', 'Π z₂/z₁', ({ axis }) => {
  const { gearhead } = axis.motor.specification;
  return gearhead && hasTeeth(gearhead)
    ? { ratio: trainRatio(gearhead.stages), text: trainText(gearhead.stages) }
    : null;
});

export const motorCount = derivedField('motor.count', 'Motors that share the axis', 'n_m', 'ratio', ({ axis }) => ({
  value: axis.motor.count,
  text: String(axis.motor.count),
  isAssumed: false,
}));
