import { axisField, stepsPerMotorTurn, stepsPerUnit, type AxisContext } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import {
  askedOf,
  kinds,
  nullable,
  quantity,
  quantityOf,
  readQuantity,
  type Quantity,
  type RecordOf,
} from '../../shape/index.js';
import { commandedFields, spreadTargets, takeUpOf } from '../commanded.js';
import { measuring, usualMeasuring } from '../measuring.js';

const positive = { isPositive: true } as const;

const limits = (dimension: 'length' | 'angle') => ({
  accuracy: nullable(quantity(dimension, positive, 'Accuracy A, at most')),
  repeatability: nullable(quantity(dimension, positive, 'Repeatability R, at most')),
  reversal: nullable(quantity(dimension, positive, 'Reversal B, at most')),
});

/** Targets along the axis, each reached again and again from one side or both. */
export const positioningFields = {
  ...commandedFields,
  measured: measuring,
  /** What is asked of the axis; what is not asked is told and not judged. */
  asked: kinds({ linear: limits('length'), rotary: limits('angle') }),
};
export type PositioningPlan = RecordOf<typeof positioningFields>;

const { asked } = positioningFields;
export const POSITIONING_ASKED = {
  runs: askedOf({ fields: positioningFields }).runs,
  linear: askedOf(asked.variants.linear),
  rotary: askedOf(asked.variants.rotary),
} as const;

/** Travel beyond which targets stand apart by a spacing and are reached once each way [m], and that spacing. */
const LONG = 2;
const LONG_SPACING = 0.25;
/** Targets and runs of an axis up to there: five a metre and five in all, five times each way. */
const TARGETS_LEAST = 5;
const TARGETS_A_METRE = 5;
const RUNS = 5;
/** Targets of a turning axis by how far it turns (the last holds for all above). */
const TURNING: readonly (readonly [number, number])[] = [
  [Math.PI / 2, 3],
  [Math.PI, 5],
  [Infinity, 8],
];

/** Targets and runs that the standard asks for (ISO 230-2:2014, target positions and measurement, from memory). */
export function standardCycle(
  kind: 'linear' | 'rotary',
  travel: number,
): { readonly targets: number; readonly runs: number } {
  if (kind === 'rotary') {
    const [, targets] = TURNING.find(([most]) => travel <= most * (1 + 1e-9)) as readonly [number, number];
    return { targets, runs: RUNS };
  }
  if (travel > LONG) return { targets: Math.ceil(travel / LONG_SPACING), runs: 1 };
  return { targets: Math.max(TARGETS_LEAST, Math.ceil(TARGETS_A_METRE * travel - 1e-9)), runs: RUNS };
}

/** Travel where nobody has said how far the axis goes: an indicator's reach, a whole turn. */
const REACH = { linear: 0.02, rotary: 2 * Math.PI } as const;

/** Travel of an axis [SI], as it is known or as an instrument reaches. */
export function travelOf(context: AxisContext, reckoner: Reckoner<AxisContext>): number {
  return reckoner.reading(axisField.travel)?.value ?? REACH[context.axis.job.kind];
}

/** A plan to the standard over the whole travel, measured with what is usual. */
export function firstPositioning(context: AxisContext, random: () => number): PositioningPlan {
  const reckoner = new Reckoner(context);
  const { kind, tolerance } = context.axis.job;
  const travel = travelOf(context, reckoner);
  const takeUp = takeUpOf(reckoner);
  const steps = reckoner.value(stepsPerUnit) ?? 0;
  const { targets, runs } = standardCycle(kind, travel);
  const room = kind === 'linear' ? 2 * takeUp : 0;
  // What is asked of a place either way is asked of the whole range twice.
  const most = tolerance ? twice(tolerance, motionOf({ kind }).travel) : null;
  return {
    targets: [
      ...spreadTargets(Math.max(1, travel * steps - room), reckoner.value(stepsPerMotorTurn) ?? 1, targets, random),
    ],
    runs,
    approach: 'both-ways',
    takeUp,
    measured: usualMeasuring(kind === 'linear' ? 'plunger-indicator' : 'angle-ring'),
    asked: { kind, accuracy: most, repeatability: null, reversal: null },
  };
}

/** Twice a quantity, in the unit in which it is written where that can be told. */
function twice(item: Quantity, dimension: 'length' | 'angle'): Quantity {
  const value = 2 * readQuantity(item, dimension).value;
  const match = /^([\d.]+)(\s*[^\d/]+)$/.exec(item.text.trim());
  const text = match ? `${Number((2 * Number(match[1])).toPrecision(12))}${match[2]}` : '';
  const written = quantityOf(text, item.from);
  const isSame = text !== '' && Math.abs(readQuantity(written, dimension).value / value - 1) < 1e-9;
  return isSame ? written : quantityOf(`${value} ${dimension === 'length' ? 'm' : 'rad'}`, item.from);
}
