import {
  barInertia,
  drivingTorque,
  FLANK_ANGLES,
  leastBeltStiffness,
  loweringTorque,
  meanDiameter,
  screwEfficiency,
  STEEL,
  backwardEfficiency,
  axialStiffness,
  bucklingLoad,
  whirlSpeed,
  type PowerScrew,
} from '../mechanics/index.js';
import { STANDARD_GRAVITY } from '../motor/index.js';
import { accelerationForTime } from '../motion/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { byJob } from './field-kinds.js';
import * as field from './fields.js';
import { reductionRatio, travelPerMotorTurn, travelPerTurn } from './step-figures.js';

type C = AxisContext;
type ScrewForm = 'trapezoidal' | 'square' | 'v';

const SHIGLEY = 'Power screws (Shigley’s Mechanical Engineering Design, “The mechanics of power screws”, from memory)';
const forceDimension = byJob('force', 'torque');

/** The screw of an axis, if it slides on one whose thread rubs. */
const rubbingForm = ({ axis }: C): ScrewForm | null => {
  const { specification } = axis.transmission;
  return specification.kind === 'screw' && specification.form !== 'ball' ? specification.form : null;
};

const screwInputs = { pitch: field.screwPitch, starts: field.screwStarts, diameter: field.screwDiameter, friction: field.threadFriction, collar: field.collarFriction } as const;

interface ScrewValues {
  readonly pitch: number;
  readonly starts: number;
  readonly diameter: number;
  readonly friction: number;
  readonly collar: number;
}

function screwOf(form: ScrewForm, { pitch, starts, diameter, friction, collar }: ScrewValues, collarDiameter = diameter): PowerScrew {
  return {
    meanDiameter: meanDiameter(form, diameter, pitch),
    lead: starts * pitch,
    flankAngle: FLANK_ANGLES[form],
    threadFriction: friction,
    collarFriction: collar,
    collarDiameter,
  };
}

const perForm = (make: (form: ScrewForm) => Law<C>): Readonly<Record<ScrewForm, Law<C>>> => ({ trapezoidal: make('trapezoidal'), square: make('square'), v: make('v') });

const efficiencySaid: Law<C> = law({ formula: '{said}', source: 'As said for the part', inputs: { said: field.efficiency }, compute: ({ said }) => said });
const efficiencyOfScrew = perForm((form) =>
  law({
    formula: 'l / (2π · T(1 N)), l = {starts} · {pitch}, d = {diameter}, f = {friction}, f_c = {collar}',
    source: SHIGLEY,
    inputs: screwInputs,
    refuse: (values) => (screwEfficiency(screwOf(form, values)) > 0 ? null : 'The thread jams: it rubs more than it climbs.'),
    compute: (values) => screwEfficiency(screwOf(form, values)),
  }),
);
const efficiencyWithCollar = perForm((form) =>
  law({
    formula: 'l / (2π · T(1 N)), l = {starts} · {pitch}, d = {diameter}, f = {friction}, f_c = {collar}, d_c = {collarDiameter}',
    source: SHIGLEY,
    inputs: { ...screwInputs, collarDiameter: field.collarDiameter },
    refuse: (values) => (screwEfficiency(screwOf(form, values, values.collarDiameter)) > 0 ? null : 'The thread jams: it rubs more than it climbs.'),
    compute: (values) => screwEfficiency(screwOf(form, values, values.collarDiameter)),
  }),
);

/** The efficiency that was said; where that is only a guess and the screw's sizes are known, theirs. */
export const transmissionEfficiency = figure<C>({
  id: 'transmission-efficiency',
  name: 'Efficiency of the transmission',
  symbol: 'η_t',
  dimension: 'ratio',
  significant: 3,
  law: (context) => {
    const { specification } = context.axis.transmission;
    const form = rubbingForm(context);
    if (form === null || specification.kind !== 'screw' || specification.efficiency.from !== 'assumed' || specification.diameter === null || specification.pitch === null)
      return efficiencySaid;
    return (specification.collarDiameter ? efficiencyWithCollar : efficiencyOfScrew)[form];
  },
});

export const pathEfficiency = figure<C>({
  id: 'path-efficiency',
  name: 'Efficiency from motor to carriage',
  symbol: 'η',
  dimension: 'ratio',
  significant: 3,
  law: law({
    formula: '{transmission} · {stages}',
    source: 'Losses multiply along the line; stages of which nothing is said at their usual efficiency (common practice)',
    inputs: { transmission: transmissionEfficiency, stages: field.stagesEfficiency },
    compute: ({ transmission, stages }) => transmission * stages,
  }),
});

/** Weight along the travel, upwards positive: a falling axis. */
const weightLinear: Law<C> = law({
  formula: '{mass} · g · sin {incline}',
  source: 'Component of the weight along an incline, g = 9.80665 m/s²',
  inputs: { mass: field.mass, incline: field.incline },
  compute: ({ mass, incline }) => mass * STANDARD_GRAVITY * Math.sin(incline),
});
const weightLevel: Law<C> = law({ formula: '0', source: 'Level travel', inputs: { incline: field.incline }, compute: () => 0 });
const weightBalanced: Law<C> = law({
  formula: '({mass} · sin {incline} − {counterweight}) · g',
  source: 'A counterweight hangs against the weight, g = 9.80665 m/s²',
  inputs: { mass: field.mass, incline: field.incline, counterweight: field.counterweight },
  compute: ({ mass, incline, counterweight }) => (mass * Math.sin(incline) - counterweight) * STANDARD_GRAVITY,
});
const weightRotary: Law<C> = law({
  formula: '{imbalance}',
  source: 'As said: the greatest torque of weight off the axis',
  inputs: { imbalance: field.imbalance },
  compute: ({ imbalance }) => imbalance,
});

export const gravityLoad = figure<C>({
  id: 'gravity-load',
  name: 'Weight that pulls along the travel',
  symbol: 'F_g',
  dimension: forceDimension,
  law: (context) => {
    const { job } = context.axis;
    if (job.kind === 'rotary') return weightRotary;
    if (job.counterweight) return weightBalanced;
    return (field.incline.read(context)?.value ?? 0) === 0 ? weightLevel : weightLinear;
  },
});

export const steadyLoad = figure<C>({
  id: 'steady-load',
  name: 'Load at the carriage, all together',
  symbol: 'F',
  dimension: forceDimension,
  law: law({
    formula: '{process} + {friction} + |{weight}|',
    source: 'The worse direction: process, friction and weight all against the motion',
    inputs: { process: field.load, friction: field.friction, weight: gravityLoad },
    compute: ({ process, friction, weight }) => process + friction + Math.abs(weight),
  }),
});

const loadPlain: Law<C> = law({
  formula: '{force} · {travel} / (2π · {efficiency} · {motors})',
  source: 'Work in equals work out over the efficiency, for one motor turn; motors on one axis share it',
  inputs: { force: steadyLoad, travel: travelPerMotorTurn, efficiency: pathEfficiency, motors: field.motorCount },
  compute: ({ force, travel, efficiency, motors }) => (force * travel) / (2 * Math.PI * efficiency * motors),
});
const loadPreloaded: Law<C> = law({
  formula: '{force} · {travel} / (2π · {efficiency} · {motors}) + {preload} / {ratio}',
  source: 'Work in equals work out over the efficiency, for one motor turn; a preloaded nut rubs all the time',
  inputs: { force: steadyLoad, travel: travelPerMotorTurn, efficiency: pathEfficiency, motors: field.motorCount, preload: field.screwPreload, ratio: reductionRatio },
  compute: ({ force, travel, efficiency, motors, preload, ratio }) => (force * travel) / (2 * Math.PI * efficiency * motors) + preload / ratio,
});

export const loadAtMotor = figure<C>({
  id: 'load-at-motor',
  name: 'Load torque at the motor',
  symbol: 'T_l',
  dimension: 'torque',
  law: ({ axis }) => (axis.transmission.specification.kind === 'screw' && axis.transmission.specification.preload ? loadPreloaded : loadPlain),
});

/** Screws lose their threads to the bore: what bends and twists is the core, a pitch thinner than the outside. */
const coreDiameter = (diameter: number, pitch: number): number => diameter - pitch;

export const screwInertia = figure<C>({
  id: 'screw-inertia',
  name: 'Inertia of the screw',
  symbol: 'J_s',
  dimension: 'inertia',
  law: law({
    formula: 'π · ρ · {length} · {diameter}⁴ / 32',
    source: 'Solid round bar of steel, 7850 kg/m³ (any dynamics textbook)',
    inputs: { length: field.screwLength, diameter: field.screwDiameter },
    compute: ({ length, diameter }) => barInertia({ length, diameter, density: STEEL.density }),
  }),
});

const hasScrewBar = ({ axis }: C): boolean => {
  const { specification } = axis.transmission;
  return specification.kind === 'screw' && specification.diameter !== null && specification.length !== null;
};

const rotorAlone: Law<C> = law({ formula: '{rotor}', source: 'The rotor alone', inputs: { rotor: field.rotorInertia }, compute: ({ rotor }) => rotor });
const rotorAndScrew: Law<C> = law({
  formula: '{rotor} + {screw} / {ratio}²',
  source: 'An inertia behind a reduction counts by the square of its ratio (energy)',
  inputs: { rotor: field.rotorInertia, screw: screwInertia, ratio: reductionRatio },
  compute: ({ rotor, screw, ratio }) => rotor + screw / ratio ** 2,
});

export const rotatingInertia = figure<C>({
  id: 'rotating-inertia',
  name: 'Inertia of what turns, at the motor',
  symbol: 'J_m',
  dimension: 'inertia',
  law: (context) => (hasScrewBar(context) ? rotorAndScrew : rotorAlone),
});

const slidingInertia: Law<C> = law({
  formula: '{mass} · ({travel} / 2π)² / {motors}',
  source: 'Kinetic energy of a sliding mass as of an inertia at the motor',
  inputs: { mass: field.mass, travel: travelPerMotorTurn, motors: field.motorCount },
  compute: ({ mass, travel, motors }) => (mass * (travel / (2 * Math.PI)) ** 2) / motors,
});
const balancedInertia: Law<C> = law({
  formula: '({mass} + {counterweight}) · ({travel} / 2π)² / {motors}',
  source: 'A counterweight takes the weight away but adds its mass',
  inputs: { mass: field.mass, counterweight: field.counterweight, travel: travelPerMotorTurn, motors: field.motorCount },
  compute: ({ mass, counterweight, travel, motors }) => ((mass + counterweight) * (travel / (2 * Math.PI)) ** 2) / motors,
});
const turningInertia: Law<C> = law({
  formula: '{inertia} / {ratio}² / {motors}',
  source: 'Kinetic energy of what turns on the axis as of an inertia at the motor',
  inputs: { inertia: field.inertia, ratio: reductionRatio, motors: field.motorCount },
  compute: ({ inertia, ratio, motors }) => inertia / ratio ** 2 / motors,
});

export const loadInertia = figure<C>({
  id: 'load-inertia',
  name: 'Inertia of the load, at the motor',
  symbol: 'J_l',
  dimension: 'inertia',
  law: ({ axis }) => {
    if (axis.job.kind === 'rotary') return turningInertia;
    return axis.job.counterweight ? balancedInertia : slidingInertia;
  },
});

export const totalInertia = figure<C>({
  id: 'total-inertia',
  name: 'Inertia at the motor, all together',
  symbol: 'J',
  dimension: 'inertia',
  law: law({ formula: '{rotating} + {load}', source: 'Sum', inputs: { rotating: rotatingInertia, load: loadInertia }, compute: ({ rotating, load }) => rotating + load }),
});

export const inertiaRatio = figure<C>({
  id: 'inertia-ratio',
  name: 'Inertia of the load over the rotor’s',
  symbol: 'k_J',
  dimension: 'ratio',
  significant: 2,
  law: law({ formula: '{load} / {rotor}', source: 'Definition', inputs: { load: loadInertia, rotor: field.rotorInertia }, compute: ({ load, rotor }) => load / rotor }),
});

const accelerationSaid: Law<C> = law({ formula: '{said}', source: 'As asked for', inputs: { said: field.acceleration }, compute: ({ said }) => said });
const accelerationOfTime: Law<C> = law({
  formula: '{speed} / ({time} − {travel} / {speed})',
  source: 'Trapezoid of speed: time = travel/speed + speed/acceleration (standard kinematics)',
  inputs: { travel: field.travel, speed: field.speed, time: field.moveTime },
  refuse: ({ travel, speed, time }) => (accelerationForTime(travel, speed, time) === null ? 'At this speed the travel alone takes longer than the time asked for.' : null),
  compute: ({ travel, speed, time }) => accelerationForTime(travel, speed, time) ?? 0,
});

export const accelerationInForce = figure<C>({
  id: 'acceleration-in-force',
  name: 'Acceleration of the carriage',
  symbol: 'a',
  dimension: byJob('acceleration', 'angular-acceleration'),
  law: ({ axis }) => (axis.job.moveTime ? accelerationOfTime : accelerationSaid),
});

export const acceleratingTorque = figure<C>({
  id: 'accelerating-torque',
  name: 'Torque to accelerate, at the motor',
  symbol: 'T_a',
  dimension: 'torque',
  law: law({
    formula: '({rotating} + {load} / {efficiency}) · {acceleration} · 2π / {travel}',
    source: 'Newton’s second law; the load’s share goes through the losses',
    inputs: { rotating: rotatingInertia, load: loadInertia, efficiency: pathEfficiency, acceleration: accelerationInForce, travel: travelPerMotorTurn },
    compute: ({ rotating, load, efficiency, acceleration, travel }) => {
      const radius = travel / (2 * Math.PI);
      return drivingTorque(rotating, load / radius ** 2, 0, acceleration, travel, efficiency);
    },
  }),
});

export const torqueNeeded = figure<C>({
  id: 'torque-needed',
  name: 'Torque needed while accelerating under load',
  symbol: 'T_n',
  dimension: 'torque',
  law: law({
    formula: '{load} + {accelerating}',
    source: 'Sum',
    inputs: { load: loadAtMotor, accelerating: acceleratingTorque },
    compute: ({ load, accelerating }) => load + accelerating,
  }),
});

const fallOfScrew = perForm((form) =>
  law({
    formula: '−T_lower({weight} − {guides}) / {ratio}, l = {starts} · {pitch}, d = {diameter}, f = {friction}, f_c = {collar}',
    source: `${SHIGLEY}; the thread alone, a collar is not relied on`,
    inputs: { ...screwInputs, weight: gravityLoad, guides: field.friction, ratio: reductionRatio, backward: field.stagesBackward },
    compute: ({ weight, guides, ratio, backward, ...screw }) => {
      const pull = Math.max(0, Math.abs(weight) - guides);
      const torque = -loweringTorque({ ...screwOf(form, screw), collarFriction: 0 }, pull);
      // A thread that locks stays locked however the gears behind it turn.
      return torque <= 0 ? torque / ratio : (torque * backward) / ratio;
    },
  }),
);
const fallOther: Law<C> = law({
  formula: 'max(0, |{weight}| − {guides}) · (2 − 1/{efficiency}) · {backward} · {travel} / 2π',
  source: 'Driven backwards a line gives about 2 − 1/η of what it gets, nothing from one half down (common practice; exact for a screw of small lead)',
  inputs: { weight: gravityLoad, guides: field.friction, efficiency: transmissionEfficiency, backward: field.stagesBackward, travel: travelPerMotorTurn },
  compute: ({ weight, guides, efficiency, backward, travel }) => (Math.max(0, Math.abs(weight) - guides) * backwardEfficiency(efficiency) * backward * travel) / (2 * Math.PI),
});

/** Torque with which the weight turns the unpowered motor; zero or less where the screw locks. */
export const fallTorque = figure<C>({
  id: 'fall-torque',
  name: 'Torque of the weight on the motor with the power off',
  symbol: 'T_f',
  dimension: 'torque',
  law: (context) => {
    const form = rubbingForm(context);
    const { specification } = context.axis.transmission;
    return form !== null && specification.kind === 'screw' && specification.diameter !== null ? fallOfScrew[form] : fallOther;
  },
});

const whirlInputs = { diameter: field.screwDiameter, pitch: field.screwPitch, length: field.screwLength, travel: travelPerTurn } as const;
type EndsName = 'fixed-free' | 'supported' | 'fixed-supported' | 'fixed';
const ENDS: readonly EndsName[] = ['fixed-free', 'supported', 'fixed-supported', 'fixed'];
const perEnds = (make: (ends: EndsName) => Law<C>): ReadonlyMap<string, Law<C>> => new Map(ENDS.map((ends) => [ends, make(ends)]));
const endsOf = ({ axis }: C): string => (axis.transmission.specification.kind === 'screw' ? axis.transmission.specification.ends : 'supported');
const steelBar = (diameter: number, pitch: number, length: number): { diameter: number; length: number; modulus: number; density: number } => ({
  diameter: coreDiameter(diameter, pitch),
  length,
  modulus: STEEL.modulus,
  density: STEEL.density,
});
const thinRefusal = ({ diameter, pitch }: { readonly diameter: number; readonly pitch: number }): string | null =>
  diameter <= pitch ? 'The pitch is larger than the screw.' : null;

const whirlLaws = perEnds((ends) =>
  law({
    formula: `(β/{length})² · √(E·I/ρ·A) · {travel} / 2π, core {diameter} − {pitch}`,
    source: 'Critical speed of a uniform bar (Blevins, Formulas for Natural Frequency and Mode Shape, from memory); steel, no safety factor',
    inputs: whirlInputs,
    refuse: thinRefusal,
    compute: ({ diameter, pitch, length, travel }) => (whirlSpeed(steelBar(diameter, pitch, length), ends) * travel) / (2 * Math.PI),
  }),
);

/** Carriage speed at which the screw whips. */
export const whirlLimit = figure<C>({
  id: 'whirl-limit',
  name: 'Speed at which the screw whips',
  symbol: 'v_w',
  dimension: byJob('speed', 'angular-speed'),
  significant: 3,
  law: (context) => whirlLaws.get(endsOf(context)) as Law<C>,
});

const bucklingLaws = perEnds((ends) =>
  law({
    formula: 'π²·E·I/(K·{length})², core {diameter} − {pitch}; Johnson’s parabola when stocky',
    source: 'Euler and Johnson columns (Shigley, “Columns”, from memory); steel of 350 MPa yield strength',
    inputs: { diameter: field.screwDiameter, pitch: field.screwPitch, length: field.screwLength },
    refuse: thinRefusal,
    compute: ({ diameter, pitch, length }) => bucklingLoad(steelBar(diameter, pitch, length), ends),
  }),
);

export const bucklingLimit = figure<C>({
  id: 'buckling-limit',
  name: 'Push at which the screw buckles',
  symbol: 'F_b',
  dimension: 'force',
  significant: 3,
  law: (context) => bucklingLaws.get(endsOf(context)) as Law<C>,
});

const stiffnessOfScrew = perEnds((ends) =>
  law({
    formula: `${ends === 'fixed' ? '4 · ' : ''}E·A/{length}, core {diameter} − {pitch}`,
    source: 'Bar under tension, the nut where it is softest (any strength-of-materials textbook)',
    inputs: { diameter: field.screwDiameter, pitch: field.screwPitch, length: field.screwLength },
    refuse: thinRefusal,
    compute: ({ diameter, pitch, length }) => axialStiffness(steelBar(diameter, pitch, length), ends),
  }),
);
const stiffnessOfBelt: Law<C> = law({
  formula: '4 · {stiffness} / {loop}',
  source: 'Two spans of the loop pull side by side; softest where they are equal (springs in parallel)',
  inputs: { stiffness: field.tensileStiffness, loop: field.beltLoop },
  compute: ({ stiffness, loop }) => leastBeltStiffness(stiffness, loop),
});

/** Stiffness of screw or belt along the travel, where it is least. */
export const lineStiffness = figure<C>({
  id: 'line-stiffness',
  name: 'Stiffness of screw or belt, least',
  symbol: 'k',
  dimension: 'stiffness',
  significant: 3,
  law: (context) => (context.axis.transmission.specification.kind === 'belt' ? stiffnessOfBelt : (stiffnessOfScrew.get(endsOf(context)) as Law<C>)),
});

/** Torque at the gearhead's or reduction's last shaft. */
export const gearedTorque = figure<C>({
  id: 'geared-torque',
  name: 'Holding torque at the last shaft',
  symbol: 'T_o',
  dimension: 'torque',
  law: law({
    formula: '{hold} · {ratio} · {efficiency}',
    source: 'Work in equals work out over the losses of the stages',
    inputs: { hold: field.holdingTorque, ratio: reductionRatio, efficiency: field.stagesEfficiency },
    compute: ({ hold, ratio, efficiency }) => hold * ratio * efficiency,
  }),
});
