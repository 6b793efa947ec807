import { backDriving, threadBackwardEfficiency } from '../mechanics/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { axisField as field } from './fields.js';
import { chainBackward } from './gear-train.js';
import { gravityLoad, perForm, rubbingForm, screwOf, SHIGLEY, transmissionEfficiency } from './load-figures.js';
import { travelPerMotorTurn } from './step-figures.js';

type C = AxisContext;

const backwardOfThread = perForm((form) =>
  law({
    formula: '−T_lower(1 N) · 2π / l, l = {starts} · {pitch}, d = {diameter}, f = {friction}',
    source: `${SHIGLEY}; the thread alone, a collar is not relied on`,
    inputs: {
      pitch: field.screwPitch,
      starts: field.screwStarts,
      diameter: field.screwDiameter,
      friction: field.threadFrictionLeast,
    },
    compute: (values) => threadBackwardEfficiency(screwOf(form, { ...values, collar: 0 })),
  }),
);
const backwardOfEfficiency: Law<C> = law({
  formula: '2 − 1/{efficiency}',
  source:
    'Driven backwards a line gives about 2 − 1/η of what it gets, nothing from one half down (common practice; exact for a screw of small lead)',
  inputs: { efficiency: transmissionEfficiency },
  compute: ({ efficiency }) => backDriving(efficiency),
});
const backwardUnknown: Law<C> = law({
  formula: '1',
  source:
    'Neither diameter and friction of the thread nor its efficiency is said, so none of its friction is relied on',
  inputs: {},
  compute: () => 1,
});

/** Whether somebody has said enough of a rubbing thread for its friction to count against a load that drives it. */
export function isThreadKnown({ axis }: C): boolean {
  const { specification } = axis.transmission;
  if (specification.kind !== 'screw' || specification.form === 'ball') return true;
  return (
    (specification.diameter !== null && specification.pitch !== null) || specification.efficiency.from !== 'assumed'
  );
}

/** The most that the transmission passes on when the load drives it; nothing and less where it locks. */
export const transmissionBackward = figure<C>({
  id: 'transmission-backward',
  name: 'Efficiency of the transmission driven backwards, at most',
  symbol: 'η_tb',
  dimension: 'ratio',
  significant: 3,
  law: (context) => {
    const form = rubbingForm(context);
    const { specification } = context.axis.transmission;
    if (form === null || specification.kind !== 'screw') return backwardOfEfficiency;
    if (!isThreadKnown(context)) return backwardUnknown;
    const isFrictionSaid = specification.friction.from !== 'assumed';
    const hasThread = specification.diameter !== null && specification.pitch !== null;
    return hasThread && (isFrictionSaid || specification.efficiency.from === 'assumed')
      ? backwardOfThread[form]
      : backwardOfEfficiency;
  },
});

/** From carriage to motor. */
export const pathBackward = figure<C>({
  id: 'path-backward',
  name: 'Efficiency from carriage to motor, at most',
  group: 'Load',
  symbol: 'η_b',
  dimension: 'ratio',
  significant: 3,
  law: law({
    formula: '{transmission} · {stages}',
    source: 'Losses multiply along the line; what locks stays locked',
    inputs: { transmission: transmissionBackward, stages: field.stagesBackward },
    compute: ({ transmission, stages }) => chainBackward(transmission, stages),
  }),
});

/** Torque with which the weight turns each unpowered motor, at most; zero or less where the line locks. */
export const fallTorque = figure<C>({
  id: 'fall-torque',
  name: 'Torque of the weight on a motor with the power off, at most',
  group: 'Load',
  symbol: 'T_f',
  dimension: 'torque',
  law: law({
    formula: 'max(0, |{weight}| − {guides}) · {backward} · {travel} / (2π · {motors})',
    source:
      'Work in equals work out over the losses, for one motor turn; motors on one axis share it; friction that nobody said is not relied on',
    inputs: {
      weight: gravityLoad,
      guides: field.frictionRelied,
      backward: pathBackward,
      travel: travelPerMotorTurn,
      motors: field.motorCount,
    },
    compute: ({ weight, guides, backward, travel, motors }) =>
      (Math.max(0, Math.abs(weight) - guides) * backward * travel) / (2 * Math.PI * motors),
  }),
});
