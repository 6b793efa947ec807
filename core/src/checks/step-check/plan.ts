import { motionOf } from '../../machine/index.js';
import { askedOf, flag, kinds, quantity, type Json, type RecordOf } from '../../shape/index.js';
import { commandedFields, commandedReadings, type PlannedReading } from '../commanded.js';
import { measuring } from '../measuring.js';

const positive = { isPositive: true } as const;

/** A plan to command known counts of microsteps and measure what comes. */
export const stepCheckFields = {
  ...commandedFields,
  returnToZero: flag(),
  measured: measuring,
  tolerance: kinds({
    linear: { value: quantity('length', positive, 'Tolerance, ±') },
    rotary: { value: quantity('angle', positive, 'Tolerance, ±') },
  }),
};

const { runs } = askedOf({ fields: stepCheckFields });
const { tolerance } = stepCheckFields;
/** What forms ask of a plan, by what the axis does. */
export const STEP_CHECK_ASKED = {
  linear: { runs, tolerance: askedOf(tolerance.variants.linear).value },
  rotary: { runs, tolerance: askedOf(tolerance.variants.rotary).value },
} as const;

export type StepCheckPlan = RecordOf<typeof stepCheckFields>;

/** Dimension of what a plan reads. */
export function travelDimension(plan: StepCheckPlan): 'length' | 'angle' {
  return motionOf(plan.tolerance).travel;
}

/** Every reading that a plan asks for, in order. */
export function plannedReadings(plan: StepCheckPlan): readonly PlannedReading[] {
  return commandedReadings(plan, travelDimension(plan));
}

/** What a plan of an earlier version said of its instrument, which was of a shape of its own. */
export function measuredOf({ kind, form, resolution, scaleUncertainty, ...same }: Json): Json {
  const isLinear = kind === 'linear';
  return {
    kind: isLinear ? 'length' : 'angle',
    type: isLinear ? (form === 'scale' ? 'callipers' : 'plunger-indicator') : 'angle-ring',
    digit: resolution,
    scale: scaleUncertainty ?? null,
    error: null,
    square: 'not-said',
    range: null,
    drift: null,
    ...same,
  };
}
