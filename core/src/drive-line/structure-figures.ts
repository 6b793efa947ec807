import {
  axialStiffness,
  ballScrewCore,
  bucklingLoad,
  coreDiameter,
  leastBeltStiffness,
  STEEL,
  whirlSpeed,
  type Bar,
} from '../mechanics/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { BUCKLING_SAFETY } from './limits.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { accelerationInForce, perForm, rubbingForm, steadyLoad } from './load-figures.js';
import { travelPerTurn } from './step-figures.js';

type C = AxisContext;

const thinRefusal = (core: number): string | null =>
  core > 0 ? null : 'The thread is deeper than the screw is thick: check diameter, pitch and balls.';

const coreOfThread = perForm((form) =>
  law({
    formula: {
      trapezoidal: '{diameter} − {pitch} − 2 · a_c',
      square: '{diameter} − {pitch}',
      v: '{diameter} − 1.227 · {pitch}',
    }[form],
    source: {
      trapezoidal: 'Root of a trapezoidal thread with its bottom clearance (ISO 2904:2020)',
      square: 'A square thread is half a pitch deep',
      v: 'Root of a V-thread (ISO 724:1993)',
    }[form],
    inputs: { diameter: field.screwDiameter, pitch: field.screwPitch },
    refuse: ({ diameter, pitch }) => thinRefusal(coreDiameter(form, diameter, pitch)),
    compute: ({ diameter, pitch }) => coreDiameter(form, diameter, pitch),
  }),
);
const coreOfBalls: Law<C> = law({
  formula: '{diameter} − 0.8 · {ball}',
  source:
    'The balls run in grooves of most of their diameter (common practice, no source); the lead has nothing to do with it',
  inputs: { diameter: field.screwDiameter, ball: field.ballDiameter },
  refuse: ({ diameter, ball }) => thinRefusal(ballScrewCore(diameter, ball)),
  compute: ({ diameter, ball }) => ballScrewCore(diameter, ball),
});

/** What of the screw bends, stretches and buckles. */
export const screwCore = figure<C>({
  id: 'screw-core',
  name: 'Core of the screw',
  group: 'Screw and belt',
  symbol: 'd_3',
  dimension: 'length',
  law: (context) => {
    const form = rubbingForm(context);
    return form === null ? coreOfBalls : coreOfThread[form];
  },
  applies: ({ axis }) => axis.transmission.specification.kind === 'screw',
});

type EndsName = 'fixed-free' | 'supported' | 'fixed-supported' | 'fixed';
const ENDS: readonly EndsName[] = ['fixed-free', 'supported', 'fixed-supported', 'fixed'];
const perEnds = (make: (ends: EndsName) => Law<C>): ReadonlyMap<string, Law<C>> =>
  new Map(ENDS.map((ends) => [ends, make(ends)]));
const endsOf = ({ axis }: C): string =>
  axis.transmission.specification.kind === 'screw' ? axis.transmission.specification.ends : 'supported';
const steelBar = (core: number, length: number): Bar => ({
  diameter: core,
  length,
  modulus: STEEL.modulus,
  density: STEEL.density,
});
const barInputs = { core: screwCore, length: field.screwLength } as const;

const whirlLaws = perEnds((ends) =>
  law({
    formula: '(β/{length})² · √(E·I/ρ·A) · {travel} / 2π, core {core}',
    source:
      'Critical speed of a uniform bar (Blevins, Formulas for Natural Frequency and Mode Shape); steel, no safety factor',
    inputs: { ...barInputs, travel: travelPerTurn },
    compute: ({ core, length, travel }) => (whirlSpeed(steelBar(core, length), ends) * travel) / (2 * Math.PI),
  }),
);

/** Carriage speed at which the screw whips. */
export const whirlLimit = figure<C>({
  id: 'whirl-limit',
  name: 'Critical speed of the screw (whip)',
  group: 'Screw and belt',
  compared: 17,
  symbol: 'v_w',
  dimension: byJob('speed', 'angular-speed'),
  significant: 3,
  law: (context) => whirlLaws.get(endsOf(context)) as Law<C>,
  applies: ({ axis }) => axis.transmission.specification.kind === 'screw',
});

const bucklingLaws = perEnds((ends) =>
  law({
    formula: 'π²·E·I/(K·{length})², core {core}; Johnson’s parabola when stocky',
    source: 'Euler and Johnson columns (Shigley, “Columns”); steel of 350 MPa yield strength',
    inputs: barInputs,
    compute: ({ core, length }) => bucklingLoad(steelBar(core, length), ends),
  }),
);

export const bucklingLimit = figure<C>({
  id: 'buckling-limit',
  name: 'Push at which the screw buckles',
  group: 'Screw and belt',
  symbol: 'F_b',
  dimension: 'force',
  significant: 3,
  law: (context) => bucklingLaws.get(endsOf(context)) as Law<C>,
  applies: ({ axis }) => axis.transmission.specification.kind === 'screw',
});

const pushStanding: Law<C> = law({
  formula: '{load} / {screws}',
  source: 'The load, shared by the screws; the moving mass is not known, so its acceleration is not counted',
  inputs: { load: steadyLoad, screws: field.motorCount },
  compute: ({ load, screws }) => load / screws,
});
const pushMoving: Law<C> = law({
  formula: '({load} + {mass} · {acceleration}) / {screws}',
  source: 'Newton’s second law, shared by the screws of the axis',
  inputs: { load: steadyLoad, mass: field.mass, acceleration: accelerationInForce, screws: field.motorCount },
  compute: ({ load, mass, acceleration, screws }) => (load + mass * acceleration) / screws,
});
const pushBalanced: Law<C> = law({
  formula: '({load} + ({mass} + {counterweight}) · {acceleration}) / {screws}',
  source: 'Newton’s second law; a counterweight has to be moved too; shared by the screws of the axis',
  inputs: {
    load: steadyLoad,
    mass: field.mass,
    counterweight: field.counterweight,
    acceleration: accelerationInForce,
    screws: field.motorCount,
  },
  compute: ({ load, mass, counterweight, acceleration, screws }) =>
    (load + (mass + counterweight) * acceleration) / screws,
});

/** The most that one screw is pushed with. */
export const screwPush = figure<C>({
  id: 'screw-push',
  name: 'Push on one screw, accelerating under load',
  group: 'Screw and belt',
  symbol: 'F_s',
  dimension: 'force',
  significant: 3,
  law: ({ axis }) => {
    if (!axis.carriage.mass || !(axis.job.acceleration || axis.job.moveTime)) return pushStanding;
    return axis.job.kind === 'linear' && axis.job.counterweight ? pushBalanced : pushMoving;
  },
  applies: ({ axis }) => axis.transmission.specification.kind === 'screw',
});

const unbuckled = (hasCounterweight: boolean): Law<C> =>
  law({
    formula: `({screws} · {buckling} / ${BUCKLING_SAFETY} − {load}) / ${hasCounterweight ? '({mass} + {counterweight})' : '{mass}'}`,
    source: `Newton’s second law; ${BUCKLING_SAFETY} times below the buckling load (common practice, no source)`,
    inputs: {
      buckling: bucklingLimit,
      load: steadyLoad,
      mass: field.mass,
      ...(hasCounterweight ? { counterweight: field.counterweight } : {}),
      screws: field.motorCount,
    },
    refuse: ({ buckling, load, screws }) =>
      load * BUCKLING_SAFETY >= screws * buckling
        ? 'The load alone pushes the screw as hard as it is to be pushed.'
        : null,
    compute: ({ buckling, load, mass, screws, ...more }) =>
      ((screws * buckling) / BUCKLING_SAFETY - load) / (mass + (more.counterweight ?? 0)),
  });
const unbuckledLaws = { alone: unbuckled(false), balanced: unbuckled(true) };

/** Acceleration up to which the screws keep clear of buckling. */
export const bucklingAcceleration = figure<C>({
  id: 'buckling-acceleration',
  name: 'Acceleration below which the screw is clear of buckling',
  symbol: 'a_b',
  dimension: 'acceleration',
  significant: 3,
  law: ({ axis }) =>
    axis.job.kind === 'linear' && axis.job.counterweight ? unbuckledLaws.balanced : unbuckledLaws.alone,
  applies: ({ axis }) => axis.transmission.specification.kind === 'screw' && axis.job.kind === 'linear',
});

/** Whether length and thread of a screw are said, so that whip and buckling can be reckoned. */
export function isScrewKnown({ axis }: C): boolean {
  const { specification } = axis.transmission;
  return (
    specification.kind === 'screw' &&
    specification.length !== null &&
    specification.diameter !== null &&
    (specification.form === 'ball' ? specification.ballDiameter !== null : specification.pitch !== null)
  );
}

const stiffnessOfScrew = perEnds((ends) =>
  law({
    formula: `{screws} · ${ends === 'fixed' ? '4 · ' : ''}E·A/{length}, core {core}`,
    source: 'Bars under tension side by side, the nut where they are softest (any strength-of-materials textbook)',
    inputs: { ...barInputs, screws: field.motorCount },
    compute: ({ core, length, screws }) => screws * axialStiffness(steelBar(core, length), ends),
  }),
);
const stiffnessOfBelt: Law<C> = law({
  formula: '{belts} · 4 · {stiffness} / {loop}',
  source: 'Two spans of the loop pull side by side; softest where they are equal (springs in parallel)',
  inputs: { stiffness: field.tensileStiffness, loop: field.beltLoop, belts: field.motorCount },
  compute: ({ stiffness, loop, belts }) => belts * leastBeltStiffness(stiffness, loop),
});

/** Stiffness of screws or belts along the travel, where it is least: each motor of the axis has its own. */
export const lineStiffness = figure<C>({
  id: 'line-stiffness',
  name: 'Stiffness of screw or belt, least',
  group: 'Screw and belt',
  symbol: 'k',
  dimension: 'stiffness',
  significant: 3,
  law: (context) =>
    context.axis.transmission.specification.kind === 'belt'
      ? stiffnessOfBelt
      : (stiffnessOfScrew.get(endsOf(context)) as Law<C>),
  applies: ({ axis }) => ['screw', 'belt'].includes(axis.transmission.specification.kind),
});
