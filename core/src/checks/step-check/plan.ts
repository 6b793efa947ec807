import { motionOf } from '../../machine/index.js';
import { askedOf, choice, flag, kinds, nullable, quantity, text, type RecordOf } from '../../shape/index.js';
import { commandedFields, commandedReadings, type PlannedReading } from '../commanded.js';

const positive = { isPositive: true } as const;

/** How an instrument was set along the motion; what that leaves is common practice. */
const square = choice('not-said', 'by-eye', 'by-square', 'indicated');

const instrument = kinds({
  linear: {
    name: text(120),
    form: choice('indicator', 'scale'),
    resolution: quantity('length', positive, 'Smallest digit'),
    tilt: nullable(quantity('angle', { least: -1.4, most: 1.4 }, 'Tilt to the motion')),
    scaleUncertainty: nullable(quantity('ratio', { least: 0, most: 1 })),
    /** Limit of its own error, either way, as printed or from its calibration. */
    error: nullable(quantity('length', { least: 0 }, 'Own error, ±')),
    square,
    /** How far it reads in one setting; longer moves are stepped. */
    range: nullable(quantity('length', positive, 'Reads as far as')),
  },
  rotary: {
    name: text(120),
    form: choice('indicator', 'scale'),
    resolution: quantity('angle', positive, 'Smallest digit'),
    tilt: nullable(quantity('angle', { least: -1.4, most: 1.4 }, 'Tilt to the motion')),
    scaleUncertainty: nullable(quantity('ratio', { least: 0, most: 1 })),
    error: nullable(quantity('angle', { least: 0 }, 'Own error, ±')),
    square,
    range: nullable(quantity('angle', positive, 'Reads as far as')),
  },
});

/** A plan to command known counts of microsteps and measure what comes. */
export const stepCheckFields = {
  ...commandedFields,
  returnToZero: flag(),
  instrument,
  tolerance: kinds({
    linear: { value: quantity('length', positive, 'Tolerance, ±') },
    rotary: { value: quantity('angle', positive, 'Tolerance, ±') },
  }),
};

const { runs } = askedOf({ fields: stepCheckFields });
const { tolerance } = stepCheckFields;
/** What forms ask of a plan, by what the axis does. */
export const STEP_CHECK_ASKED = {
  linear: {
    runs,
    ...askedOf(instrument.variants.linear),
    tolerance: askedOf(tolerance.variants.linear).value,
  },
  rotary: {
    runs,
    ...askedOf(instrument.variants.rotary),
    tolerance: askedOf(tolerance.variants.rotary).value,
  },
} as const;

export type StepCheckPlan = RecordOf<typeof stepCheckFields>;
export type Instrument = StepCheckPlan['instrument'];

/** Dimension of what a plan reads. */
export function travelDimension(plan: StepCheckPlan): 'length' | 'angle' {
  return motionOf(plan.instrument).travel;
}

/** Every reading that a plan asks for, in order. */
export function plannedReadings(plan: StepCheckPlan): readonly PlannedReading[] {
  return commandedReadings(plan, travelDimension(plan));
}
