import { motionOf } from '../machine/index.js';
import {
  addRational,
  divideExact,
  exact,
  exactToNumber,
  multiplyExact,
  type Dimension,
  type Exact,
  rationalFromNumber,
} from '../quantity/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { isBrushed, isConstantVoltage } from './axis-kind.js';
import { FULL_TURN, FULL_TURN_VALUE } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { hasTeeth } from './gear-train.js';

type C = AxisContext;

const DEFINITION = 'Definition of the step angle and of a tooth ratio';
const stepDimension = ({ axis }: C): Dimension => motionOf(axis.job).stepsPerTravel;
const lengthDimension = ({ axis }: C): Dimension => motionOf(axis.job).travel;

/**
 * Ratio 1 where the motor has no gearhead; the teeth where they are known; else the printed ratio has to be believed.
 */
const noGearhead: Law<C> = law({
  formula: '1',
  source: 'No gearhead',
  inputs: {},
  compute: () => 1,
  exact: () => exact(1),
});
const gearheadFromTeeth: Law<C> = law({
  formula: '{teeth}',
  source: DEFINITION,
  inputs: { teeth: field.gearheadTeeth },
  compute: ({ teeth }) => teeth,
  exact: ({ teeth }) => teeth,
});
const gearheadFromPrint: Law<C> = law({
  formula: '{nominal}',
  source: 'The printed ratio; teeth not known, so it may be rounded',
  inputs: { nominal: field.gearheadNominal },
  compute: ({ nominal }) => nominal,
  exact: ({ nominal }) => nominal,
});

export const gearheadRatio = figure<C>({
  id: 'gearhead-ratio',
  name: 'Gearhead ratio, from its teeth',
  symbol: 'i_g',
  dimension: 'ratio',
  significant: 7,
  law: ({ axis }) => {
    const { gearhead } = axis.motor.specification;
    if (!gearhead) return noGearhead;
    return hasTeeth(gearhead) ? gearheadFromTeeth : gearheadFromPrint;
  },
});

export const reductionRatio = figure<C>({
  id: 'reduction-ratio',
  name: 'Motor turns for one turn of the last shaft',
  group: 'Steps',
  symbol: 'i',
  dimension: 'ratio',
  significant: 7,
  law: law({
    formula: '{gearhead} · {reduction}',
    source: DEFINITION,
    inputs: { gearhead: gearheadRatio, reduction: field.reductionTeeth },
    compute: ({ gearhead, reduction }) => gearhead * reduction,
    exact: ({ gearhead, reduction }) => multiplyExact(gearhead, reduction),
  }),
});

const stepsFromAngle: Law<C> = law({
  formula: '360° / {angle} · {microsteps}',
  source: DEFINITION,
  inputs: { angle: field.stepAngle, microsteps: field.microsteps },
  compute: ({ angle, microsteps }) => (FULL_TURN_VALUE / angle) * microsteps,
  exact: ({ angle, microsteps }) => multiplyExact(divideExact(FULL_TURN, angle), microsteps),
});
/** A brushed motor is told where to go in counts of its encoder. */
const stepsFromEncoder: Law<C> = law({
  formula: '{counts}',
  source: 'One count of the encoder stands for a step',
  inputs: { counts: field.encoderCounts },
  compute: ({ counts }) => counts,
  exact: ({ counts }) => counts,
});

export const stepsPerMotorTurn = figure<C>({
  id: 'steps-per-motor-turn',
  name: 'Microsteps per turn of the motor',
  nameIn: (context) =>
    isBrushed(context)
      ? 'Counts per turn of the motor'
      : isConstantVoltage(context)
        ? 'Steps per turn of the motor'
        : null,
  symbol: 'S_m',
  dimension: 'count',
  significant: 7,
  law: ({ axis }) => (axis.motor.specification.type === 'brushed' ? stepsFromEncoder : stepsFromAngle),
});

export const stepsPerOutputTurn = figure<C>({
  id: 'steps-per-output-turn',
  name: 'Microsteps per turn of the last shaft, exact',
  group: 'Steps',
  nameIn: (context) =>
    isBrushed(context)
      ? 'Counts per turn of the last shaft, exact'
      : isConstantVoltage(context)
        ? 'Steps per turn of the last shaft, exact'
        : null,
  symbol: 'S_o',
  dimension: 'count',
  significant: 8,
  law: law({
    formula: '{steps} · {ratio}',
    source: DEFINITION,
    inputs: { steps: stepsPerMotorTurn, ratio: reductionRatio },
    compute: ({ steps, ratio }) => steps * ratio,
    exact: ({ steps, ratio }) => multiplyExact(steps, ratio),
  }),
});

/** What a builder gets who believes the ratio printed on the gearhead. */
export const nominalStepsPerOutputTurn = figure<C>({
  id: 'nominal-steps-per-output-turn',
  name: 'Microsteps per turn of the last shaft, by the printed ratio',
  nameIn: (context) =>
    isBrushed(context)
      ? 'Counts per turn of the last shaft, by the printed ratio'
      : isConstantVoltage(context)
        ? 'Steps per turn of the last shaft, by the printed ratio'
        : null,
  symbol: 'S_nom',
  dimension: 'count',
  significant: 8,
  law: law({
    formula: '{steps} · {nominal} · {reduction}',
    source: DEFINITION,
    inputs: { steps: stepsPerMotorTurn, nominal: field.gearheadNominal, reduction: field.reductionTeeth },
    compute: ({ steps, nominal, reduction }) => steps * nominal * reduction,
    exact: ({ steps, nominal, reduction }) => multiplyExact(multiplyExact(steps, nominal), reduction),
  }),
});

export const driftPerTurn = figure<C>({
  id: 'drift-per-turn',
  name: 'Drift per turn if the printed ratio is believed',
  symbol: 'δ',
  dimension: 'angle',
  significant: 4,
  law: law({
    formula: '360° · ({nominal} / {steps} − 1)',
    source: 'Arithmetic: the steps sent too many or too few, as an angle of the last shaft',
    inputs: { nominal: nominalStepsPerOutputTurn, steps: stepsPerOutputTurn },
    compute: ({ nominal, steps }) => FULL_TURN_VALUE * (nominal / steps - 1),
  }),
});

const travelLaws: Readonly<Record<C['axis']['transmission']['specification']['kind'], Law<C>>> = {
  screw: law({
    formula: '{starts} · {pitch}',
    source: 'Definition of lead: starts times pitch (ISO 5408:2009)',
    inputs: { starts: field.screwStarts, pitch: field.screwPitch },
    compute: ({ starts, pitch }) => starts * pitch,
    exact: ({ starts, pitch }) => multiplyExact(starts, pitch),
  }),
  belt: law({
    formula: '{teeth} · {pitch}',
    // From memory.
    source: 'Pitch line of a synchronous belt (ISO 5296:2012)',
    inputs: { teeth: field.pinionTeeth, pitch: field.beltPitch },
    compute: ({ teeth, pitch }) => teeth * pitch,
    exact: ({ teeth, pitch }) => multiplyExact(teeth, pitch),
  }),
  rack: law({
    formula: 'π · {tooth} · {teeth}',
    // From memory.
    source: 'Pitch = π · module (ISO 54:1996)',
    inputs: { tooth: field.rackTooth, teeth: field.pinionTeeth },
    compute: ({ tooth, teeth }) => Math.PI * tooth * teeth,
    exact: ({ tooth, teeth }) => multiplyExact(multiplyExact(tooth, teeth), exact(1, 1)),
  }),
  roller: law({
    formula: 'π · ({diameter} + {stock})',
    source: 'Neutral line of stock bent round the roller: half its thickness outside the surface (geometry)',
    inputs: { diameter: field.rollerDiameter, stock: field.stockThickness },
    compute: ({ diameter, stock }) => Math.PI * (diameter + stock),
    exact: ({ diameter, stock }) => exact(addRational(diameter.ratio, stock.ratio), 1),
  }),
  drum: law({
    formula: 'π · ({diameter} + {rope})',
    source: 'Neutral line of rope in its first layer on the drum: half its thickness outside the surface (geometry)',
    inputs: { diameter: field.drumDiameter, rope: field.ropeThickness },
    compute: ({ diameter, rope }) => Math.PI * (diameter + rope),
    exact: ({ diameter, rope }) => exact(addRational(diameter.ratio, rope.ratio), 1),
  }),
  rotary: law({
    formula: '360°',
    source: 'A whole turn',
    inputs: {},
    compute: () => FULL_TURN_VALUE,
    exact: () => FULL_TURN,
  }),
};

const rackByPitch: Law<C> = law({
  formula: '{tooth} · {teeth}',
  source: 'Definition of pitch',
  inputs: { tooth: field.rackTooth, teeth: field.pinionTeeth },
  compute: ({ tooth, teeth }) => tooth * teeth,
  exact: ({ tooth, teeth }) => multiplyExact(tooth, teeth),
});

const rackByHelix: Law<C> = law({
  formula: 'π · {tooth} · {teeth} / cos {helix}',
  // From memory.
  source: 'Transverse module = normal module / cos β (ISO 21771-1:2024)',
  inputs: { tooth: field.rackTooth, teeth: field.pinionTeeth, helix: field.rackHelix },
  compute: ({ tooth, teeth, helix }) => (Math.PI * tooth * teeth) / Math.cos(helix),
  // No fraction has the cosine; it is as near as numbers are.
  exact: ({ tooth, teeth, helix }) =>
    multiplyExact(multiplyExact(tooth, teeth), exact(rationalFromNumber(1 / Math.cos(exactToNumber(helix))), 1)),
});

/** A pitch is measured along the rack, whatever stands its teeth aslant; a module square to a tooth. */
function rackLaw({ size, helix }: Extract<C['axis']['transmission']['specification'], { kind: 'rack' }>): Law<C> {
  if (size === 'pitch') return rackByPitch;
  return helix === null ? travelLaws.rack : rackByHelix;
}

export const travelPerTurn = figure<C>({
  id: 'travel-per-turn',
  name: 'Travel per turn of the last shaft',
  group: 'Steps',
  symbol: 'l',
  dimension: lengthDimension,
  significant: 7,
  law: ({ axis }) => {
    const { specification } = axis.transmission;
    return specification.kind === 'rack' ? rackLaw(specification) : travelLaws[specification.kind];
  },
});

const fromParts: Law<C> = law({
  formula: '{steps} / {travel}',
  source: 'Definition: steps of one turn over the travel of one turn, kept as an exact fraction',
  inputs: { steps: stepsPerOutputTurn, travel: travelPerTurn },
  compute: ({ steps, travel }) => steps / travel,
  exact: ({ steps, travel }) => divideExact(steps, travel),
});
const fromCheck: Law<C> = law({
  formula: '{set}',
  source: 'Correction applied from a step check',
  inputs: { set: field.setting },
  compute: ({ set }) => set,
  exact: ({ set }) => set,
});

export const exactStepsPerUnit = figure<C>({
  id: 'exact-steps-per-unit',
  name: 'Steps per unit of travel, from the parts',
  symbol: 'S',
  dimension: stepDimension,
  significant: 7,
  law: fromParts,
});

export const stepsPerUnit = figure<C>({
  id: 'steps-per-unit',
  name: 'Steps per unit of travel, in force',
  compared: 10,
  symbol: 'S',
  dimension: stepDimension,
  significant: 7,
  law: ({ axis }) => (axis.setting ? fromCheck : fromParts),
});

/** What a word counts that counts diameters. */
export const stepsPerDiameter = figure<C>({
  id: 'steps-per-diameter',
  name: 'Steps per unit of diameter',
  group: 'Steps',
  symbol: 'S⌀',
  dimension: stepDimension,
  significant: 7,
  applies: ({ axis }) => axis.counts === 'diameter',
  law: law({
    formula: '{steps} / 2',
    source: 'The diameter changes by twice what the slide goes',
    inputs: { steps: stepsPerUnit },
    compute: ({ steps }) => steps / 2,
    exact: ({ steps }) => divideExact(steps, exact(2)),
  }),
});

export const stepSize = figure<C>({
  id: 'step-size',
  name: 'Travel of one microstep',
  group: 'Steps',
  compared: 11,
  nameIn: (context) =>
    isBrushed(context) ? 'Travel of one count' : isConstantVoltage(context) ? 'Travel of one step' : null,
  symbol: 'q',
  dimension: lengthDimension,
  law: law({
    formula: '1 / {steps}',
    source: 'Definition',
    inputs: { steps: stepsPerUnit },
    compute: ({ steps }) => 1 / steps,
    exact: ({ steps }) => divideExact(exact(1), steps),
  }),
});

export const pulseRate = figure<C>({
  id: 'pulse-rate',
  name: 'Pulse rate at the speed asked for',
  group: 'Steps',
  compared: 12,
  symbol: 'f',
  dimension: 'frequency',
  law: law({
    formula: '{speed} · {steps}',
    source: 'Definition',
    inputs: { speed: field.speed, steps: stepsPerUnit },
    compute: ({ speed, steps }) => speed * steps,
  }),
});

/** Steps per unit as a controller keeps them: so many decimals of steps per millimetre, or a degree. */
const keptBy = (steps: number, decimals: number, unit: number): number =>
  Math.round(steps * unit * 10 ** decimals) / 10 ** decimals / unit;
const roundedLaw = (unit: number, words: string): Law<C> =>
  law({
    formula: `{steps} to {decimals} decimals of ${words}`,
    source: 'Arithmetic: a controller keeps only so many digits',
    inputs: { steps: stepsPerUnit, decimals: field.settingDecimals },
    refuse: ({ steps, decimals }) =>
      keptBy(steps, decimals, unit) > 0 ? null : 'Rounded to so few decimals it is zero.',
    compute: ({ steps, decimals }) => keptBy(steps, decimals, unit),
  });
const roundedLinear = roundedLaw(1e-3, 'steps/mm');
const roundedRotary = roundedLaw(Math.PI / 180, 'steps/°');

export const roundedSteps = figure<C>({
  id: 'rounded-steps',
  name: 'Steps per unit as the controller keeps them',
  group: 'Steps',
  symbol: 'S_r',
  dimension: stepDimension,
  significant: 9,
  law: ({ axis }) => (axis.job.kind === 'linear' ? roundedLinear : roundedRotary),
});
export const roundingOverTravel = figure<C>({
  id: 'rounding-over-travel',
  name: 'Error of that rounding over the travel',
  group: 'Steps',
  symbol: 'e_r',
  dimension: lengthDimension,
  significant: 2,
  law: law({
    formula: '{travel} · |{rounded} / {steps} − 1|',
    source: 'Arithmetic',
    inputs: { travel: field.travel, rounded: roundedSteps, steps: stepsPerUnit },
    compute: ({ travel, rounded, steps }) => travel * Math.abs(rounded / steps - 1),
  }),
});

/** Travel of one motor turn: what lost motion, screw errors and electrical cycles are measured in. */
export const travelPerMotorTurn = figure<C>({
  id: 'travel-per-motor-turn',
  name: 'Travel per turn of the motor',
  symbol: 'l_m',
  dimension: lengthDimension,
  significant: 6,
  law: law({
    formula: '{travel} / {ratio}',
    source: 'Definition',
    inputs: { travel: travelPerTurn, ratio: reductionRatio },
    compute: ({ travel, ratio }) => travel / ratio,
    exact: ({ travel, ratio }) => divideExact(travel, ratio),
  }),
});

/** Travel of a number of microsteps in SI (m or rad), rounded only once. */
export function travelOfSteps(count: number, stepsPerUnitInForce: Exact): number {
  return exactToNumber(divideExact(exact(count), stepsPerUnitInForce));
}
