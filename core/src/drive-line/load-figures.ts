import {
  barInertia,
  drivingTorque,
  FLANK_ANGLES,
  meanDiameter,
  screwEfficiency,
  STEEL,
  type PowerScrew,
} from '../mechanics/index.js';
import { STANDARD_GRAVITY } from '../motor/index.js';
import { accelerationForTime, accelerationForTimeWithJerk } from '../motion/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { reductionRatio, travelPerMotorTurn } from './step-figures.js';

type C = AxisContext;
export type ScrewForm = 'trapezoidal' | 'square' | 'v';

export const SHIGLEY =
  // From memory.
  'Power screws (Shigley’s Mechanical Engineering Design, “The mechanics of power screws”)';
const forceDimension = byJob('force', 'torque');

/** The screw of an axis, if it slides on one whose thread rubs. */
export const rubbingForm = ({ axis }: C): ScrewForm | null => {
  const { specification } = axis.transmission;
  return specification.kind === 'screw' && specification.form !== 'ball' ? specification.form : null;
};

const screwInputs = {
  pitch: field.screwPitch,
  starts: field.screwStarts,
  diameter: field.screwDiameter,
  friction: field.threadFriction,
  collar: field.collarFriction,
} as const;

export interface ScrewValues {
  readonly pitch: number;
  readonly starts: number;
  readonly diameter: number;
  readonly friction: number;
  readonly collar: number;
}

export function screwOf(
  form: ScrewForm,
  { pitch, starts, diameter, friction, collar }: ScrewValues,
  collarDiameter = diameter,
): PowerScrew {
  return {
    meanDiameter: meanDiameter(form, diameter, pitch),
    lead: starts * pitch,
    flankAngle: FLANK_ANGLES[form],
    threadFriction: friction,
    collarFriction: collar,
    collarDiameter,
  };
}

export const perForm = (make: (form: ScrewForm) => Law<C>): Readonly<Record<ScrewForm, Law<C>>> => ({
  trapezoidal: make('trapezoidal'),
  square: make('square'),
  v: make('v'),
});

const efficiencySaid: Law<C> = law({
  formula: '{said}',
  source: 'As said for the part',
  inputs: { said: field.efficiency },
  compute: ({ said }) => said,
});
const efficiencyOfScrew = perForm((form) =>
  law({
    formula: 'l / (2π · T(1 N)), l = {starts} · {pitch}, d = {diameter}, f = {friction}, f_c = {collar}',
    source: SHIGLEY,
    inputs: screwInputs,
    refuse: (values) =>
      screwEfficiency(screwOf(form, values)) > 0 ? null : 'The thread jams: it rubs more than it climbs.',
    compute: (values) => screwEfficiency(screwOf(form, values)),
  }),
);
const efficiencyWithCollar = perForm((form) =>
  law({
    formula:
      'l / (2π · T(1 N)), l = {starts} · {pitch}, d = {diameter}, f = {friction}, f_c = {collar}, d_c = {collarDiameter}',
    source: SHIGLEY,
    inputs: { ...screwInputs, collarDiameter: field.collarDiameter },
    refuse: (values) =>
      screwEfficiency(screwOf(form, values, values.collarDiameter)) > 0
        ? null
        : 'The thread jams: it rubs more than it climbs.',
    compute: (values) => screwEfficiency(screwOf(form, values, values.collarDiameter)),
  }),
);

/** The efficiency that was said; where that is only a guess and the screw's sizes are known, theirs. */
export const transmissionEfficiency = figure<C>({
  id: 'transmission-efficiency',
  name: 'Efficiency of the transmission',
  group: 'Load',
  symbol: 'η_t',
  dimension: 'ratio',
  significant: 3,
  law: (context) => {
    const { specification } = context.axis.transmission;
    const form = rubbingForm(context);
    if (
      form === null ||
      specification.kind !== 'screw' ||
      specification.efficiency.from !== 'assumed' ||
      specification.diameter === null ||
      specification.pitch === null
    )
      return efficiencySaid;
    return (specification.collarDiameter ? efficiencyWithCollar : efficiencyOfScrew)[form];
  },
});

export const pathEfficiency = figure<C>({
  id: 'path-efficiency',
  name: 'Efficiency from motor to carriage',
  group: 'Load',
  symbol: 'η',
  dimension: 'ratio',
  significant: 3,
  law: law({
    formula: '{transmission} · {stages}',
    source:
      'Losses multiply along the line; stages of which nothing is said at their usual efficiency (common practice)',
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
const weightLevel: Law<C> = law({ formula: '0', source: 'Level travel', inputs: {}, compute: () => 0 });
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
  group: 'Load',
  symbol: 'F_g',
  dimension: forceDimension,
  law: (context) => {
    const { job } = context.axis;
    if (job.kind === 'rotary') return weightRotary;
    if (job.counterweight) return weightBalanced;
    return (field.incline.read(context)?.value ?? 0) === 0 ? weightLevel : weightLinear;
  },
});

const frictionSaid: Law<C> = law({
  formula: '{said}',
  source: 'As said for the guides',
  inputs: { said: field.friction },
  compute: ({ said }) => said,
});
const frictionGuessed: Law<C> = law({
  formula: '{share} · {mass} · g',
  source:
    'A share of the weight by what it slides on (common practice, no source), until it is measured with a spring scale; g = 9.80665 m/s²',
  inputs: { share: field.guideShare, mass: field.mass },
  compute: ({ share, mass }) => share * mass * STANDARD_GRAVITY,
});

/** Friction of the guides: as said, else a guess from the weight. Of a turning axis there is no guess. */
export const guideFriction = figure<C>({
  id: 'guide-friction',
  name: 'Friction of the guides',
  group: 'Load',
  symbol: 'F_f',
  dimension: forceDimension,
  law: ({ axis }) => (axis.job.friction || axis.job.kind === 'rotary' ? frictionSaid : frictionGuessed),
});

export const steadyLoad = figure<C>({
  id: 'steady-load',
  name: 'Load at the carriage, all together',
  group: 'Load',
  symbol: 'F',
  dimension: forceDimension,
  law: law({
    formula: '{process} + {friction} + |{weight}|',
    source: 'The worse direction: process, friction and weight all against the motion',
    inputs: { process: field.load, friction: guideFriction, weight: gravityLoad },
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
  inputs: {
    force: steadyLoad,
    travel: travelPerMotorTurn,
    efficiency: pathEfficiency,
    motors: field.motorCount,
    preload: field.screwPreload,
    ratio: reductionRatio,
  },
  compute: ({ force, travel, efficiency, motors, preload, ratio }) =>
    (force * travel) / (2 * Math.PI * efficiency * motors) + preload / ratio,
});

export const loadAtMotor = figure<C>({
  id: 'load-at-motor',
  name: 'Load torque at the motor',
  group: 'Load',
  symbol: 'T_l',
  dimension: 'torque',
  law: ({ axis }) =>
    axis.transmission.specification.kind === 'screw' && axis.transmission.specification.preload
      ? loadPreloaded
      : loadPlain,
});

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

const BEHIND = 'An inertia behind a reduction counts by the square of its ratio (energy)';
const rotorAlone: Law<C> = law({
  formula: '{rotor} + {attached} + {wheel} / {ratio}²',
  source: `${BEHIND}; wheels and couplings of which no inertia is said are left out`,
  inputs: {
    rotor: field.rotorInertia,
    attached: field.attachedInertia,
    wheel: field.wheelInertia,
    ratio: reductionRatio,
  },
  compute: ({ rotor, attached, wheel, ratio }) => rotor + attached + wheel / ratio ** 2,
});
const rotorAndScrew: Law<C> = law({
  formula: '{rotor} + {attached} + {screw} / {ratio}²',
  source: `${BEHIND}; wheels and couplings of which no inertia is said are left out`,
  inputs: { rotor: field.rotorInertia, attached: field.attachedInertia, screw: screwInertia, ratio: reductionRatio },
  compute: ({ rotor, attached, screw, ratio }) => rotor + attached + screw / ratio ** 2,
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
  inputs: {
    mass: field.mass,
    counterweight: field.counterweight,
    travel: travelPerMotorTurn,
    motors: field.motorCount,
  },
  compute: ({ mass, counterweight, travel, motors }) =>
    ((mass + counterweight) * (travel / (2 * Math.PI)) ** 2) / motors,
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
  group: 'Load',
  symbol: 'J',
  dimension: 'inertia',
  law: law({
    formula: '{rotating} + {load}',
    source: 'Sum',
    inputs: { rotating: rotatingInertia, load: loadInertia },
    compute: ({ rotating, load }) => rotating + load,
  }),
});

export const inertiaRatio = figure<C>({
  id: 'inertia-ratio',
  name: 'Inertia of the load over the rotor’s',
  group: 'Load',
  compared: 16,
  symbol: 'k_J',
  dimension: 'ratio',
  significant: 2,
  law: law({
    formula: '{load} / {rotor}',
    source: 'Definition',
    inputs: { load: loadInertia, rotor: field.rotorInertia },
    compute: ({ load, rotor }) => load / rotor,
  }),
});

const accelerationSaid: Law<C> = law({
  formula: '{said}',
  source: 'As asked for',
  inputs: { said: field.acceleration },
  compute: ({ said }) => said,
});
const accelerationOfTime: Law<C> = law({
  formula: '{speed} / ({time} − {travel} / {speed}), or 4 · {travel} / {time}² where the speed need not be reached',
  source: 'The gentlest trapezoid or triangle of speed that takes just the time (standard kinematics)',
  inputs: { travel: field.travel, speed: field.speed, time: field.moveTime },
  refuse: ({ travel, speed, time }) =>
    accelerationForTime(travel, speed, time) === null
      ? 'At this speed the travel alone takes longer than the time asked for.'
      : null,
  compute: ({ travel, speed, time }) => accelerationForTime(travel, speed, time) ?? 0,
});
const accelerationOfTimeWithJerk: Law<C> = law({
  formula: 'a for which the jerk-limited move over {travel} at {speed} with {jerk} takes {time}',
  source: 'Jerk-limited profile (Biagiotti and Melchiorri, Trajectory Planning, ch. 3), solved for the acceleration',
  inputs: { travel: field.travel, speed: field.speed, time: field.moveTime, jerk: field.jerk },
  refuse: ({ travel, speed, time, jerk }) =>
    accelerationForTimeWithJerk(travel, speed, time, jerk) === null
      ? 'At this speed and with this jerk the travel takes longer than the time asked for.'
      : null,
  compute: ({ travel, speed, time, jerk }) => accelerationForTimeWithJerk(travel, speed, time, jerk) ?? 0,
});

export const accelerationInForce = figure<C>({
  id: 'acceleration-in-force',
  name: 'Acceleration of the carriage',
  symbol: 'a',
  dimension: byJob('acceleration', 'angular-acceleration'),
  law: ({ axis }) =>
    !axis.job.moveTime ? accelerationSaid : axis.job.jerk ? accelerationOfTimeWithJerk : accelerationOfTime,
});

const brakingSaid: Law<C> = law({
  formula: '{said}',
  source: 'As asked for',
  inputs: { said: field.braking },
  compute: ({ said }) => said,
});
const brakingAsSpeeding: Law<C> = law({
  formula: '{acceleration}',
  source: 'It brakes as it speeds up',
  inputs: { acceleration: accelerationInForce },
  compute: ({ acceleration }) => acceleration,
});

export const brakingInForce = figure<C>({
  id: 'braking-in-force',
  name: 'Braking of the carriage',
  symbol: 'b',
  dimension: byJob('acceleration', 'angular-acceleration'),
  law: ({ axis }) => (axis.job.braking ? brakingSaid : brakingAsSpeeding),
});

export const acceleratingTorque = figure<C>({
  id: 'accelerating-torque',
  name: 'Torque to accelerate, at the motor',
  group: 'Load',
  symbol: 'T_a',
  dimension: 'torque',
  law: law({
    formula: '({rotating} + {load} / {efficiency}) · {acceleration} · 2π / {travel}',
    source: 'Newton’s second law; the load’s share goes through the losses',
    inputs: {
      rotating: rotatingInertia,
      load: loadInertia,
      efficiency: pathEfficiency,
      acceleration: accelerationInForce,
      travel: travelPerMotorTurn,
    },
    compute: ({ rotating, load, efficiency, acceleration, travel }) => {
      const radius = travel / (2 * Math.PI);
      return drivingTorque(rotating, load / radius ** 2, 0, acceleration, travel, efficiency);
    },
  }),
});

export const torqueNeeded = figure<C>({
  id: 'torque-needed',
  name: 'Torque needed while accelerating under load',
  group: 'Load',
  symbol: 'T_n',
  dimension: 'torque',
  law: law({
    formula: '{load} + {accelerating}',
    source: 'Sum',
    inputs: { load: loadAtMotor, accelerating: acceleratingTorque },
    compute: ({ load, accelerating }) => load + accelerating,
  }),
});

/** Torque at the gearhead's or reduction's last shaft. */
export const gearedTorque = figure<C>({
  id: 'geared-torque',
  name: 'Holding torque at the last shaft',
  group: 'Torque and speed',
  symbol: 'T_o',
  dimension: 'torque',
  law: law({
    formula: '{hold} · {ratio} · {efficiency}',
    source: 'Work in equals work out over the losses of the stages',
    inputs: { hold: field.holdingTorque, ratio: reductionRatio, efficiency: field.stagesEfficiency },
    compute: ({ hold, ratio, efficiency }) => hold * ratio * efficiency,
  }),
});
