import { bridgeMeanCurrent, unipolarMeanCurrent } from '../motor/index.js';
import { loweredEnergy, pairResistance, returnedEnergy, wireRise } from '../power/index.js';
import { figure, law, type Law, type Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { isBrushed, isConstantVoltage } from './axis-kind.js';
import { coilVoltage, pathResistance, rotorTeeth, torqueConstant, windingInductance } from './electric-figures.js';
import { axisField as field } from './fields.js';
import {
  accelerationInForce,
  brakingInForce,
  gravityLoad,
  loadAtMotor,
  loadInertia,
  rotatingInertia,
  torqueNeeded,
  totalInertia,
} from './load-figures.js';
import { fallTorque, pathBackward } from './power-off-figures.js';
import { motorSpeed } from './speed-figures.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;

const ENERGY =
  'Energy balance: what goes in comes out as heat of coils and switches, as work at the shaft, or in the driver itself; two phases carry sine and cosine of one crest';
const CONSTANT = 'Ohm’s law with both coils on; a constant-voltage drive draws most at rest, less as it speeds up';

const driverInputs = { quiet: field.quiescent, efficiency: field.driverEfficiency, motors: field.motorCount } as const;
const coilInputs = { R: pathResistance, limit: limitInForce, ...driverInputs } as const;

const constantStanding: Law<C> = law({
  formula: '{motors} · (2 · {supply} · {V} / {R} + {quiet}) / {efficiency}',
  source: `${CONSTANT}; the supply gives its whole voltage, the switches’ share of it too`,
  inputs: { supply: field.supplyVoltage, V: coilVoltage, R: pathResistance, ...driverInputs },
  compute: ({ supply, V, R, quiet, efficiency, motors }) => (motors * ((2 * supply * V) / R + quiet)) / efficiency,
});
const constantMoving = (kind: 'bridge' | 'unipolar', torque: typeof loadAtMotor): Law<C> =>
  law({
    formula:
      '{motors} · (2 · {supply} · I + {torque} · {speed} + {quiet}) / {efficiency}, I the mean of a coil at f = 4 · {p} · {speed} / 2π with {V}, {R}, {L}',
    source: `${CONSTANT}: mean of the first-order rise over a half wave of full steps (any circuits textbook), and the work at the shaft`,
    inputs: {
      supply: field.supplyVoltage,
      V: coilVoltage,
      R: pathResistance,
      L: windingInductance,
      p: rotorTeeth,
      torque,
      speed: motorSpeed,
      ...driverInputs,
    },
    compute: ({ supply, V, R, L, p, torque: pull, speed, quiet, efficiency, motors }) => {
      const rate = (speed * 4 * p) / (2 * Math.PI);
      const mean = speed > 0 ? (kind === 'bridge' ? bridgeMeanCurrent : unipolarMeanCurrent)(V, R, L, rate) : V / R;
      return (motors * (2 * supply * mean + pull * speed + quiet)) / efficiency;
    },
  });
const brushedQuiet: Law<C> = law({
  formula: '{motors} · {quiet} / {efficiency}',
  source: 'Without a load a held brushed motor draws next to nothing',
  inputs: driverInputs,
  compute: ({ quiet, efficiency, motors }) => (motors * quiet) / efficiency,
});
const brushedHolding: Law<C> = law({
  formula: '{motors} · ((max(0, {fall}) / {K})² · {R} + {quiet}) / {efficiency}',
  source:
    'A brushed motor holds a weight with current, I = T/K, for as long as it hangs there (any electric-machines textbook)',
  inputs: { fall: fallTorque, K: torqueConstant, R: pathResistance, ...driverInputs },
  compute: ({ fall, K, R, quiet, efficiency, motors }) =>
    (motors * ((Math.max(0, fall) / K) ** 2 * R + quiet)) / efficiency,
});
const brushedStanding = (context: C): Law<C> => {
  const { job } = context.axis;
  const hasWeight =
    job.kind === 'linear'
      ? (field.incline.read(context)?.value ?? 0) !== 0
      : (field.imbalance.read(context)?.value ?? 0) !== 0;
  return hasWeight ? brushedHolding : brushedQuiet;
};

const holdLaw: Law<C> = law({
  formula: '{motors} · ({limit}² · {R} + {quiet}) / {efficiency}',
  source: ENERGY,
  inputs: coilInputs,
  compute: ({ R, limit, quiet, efficiency, motors }) => (motors * (limit ** 2 * R + quiet)) / efficiency,
});
const idleLaw: Law<C> = law({
  formula: '{motors} · (({idle} · {limit})² · {R} + {quiet}) / {efficiency}',
  source: ENERGY,
  inputs: { ...coilInputs, idle: field.idleShare },
  compute: ({ R, limit, quiet, efficiency, motors, idle }) => (motors * ((idle * limit) ** 2 * R + quiet)) / efficiency,
});

const working = (torque: typeof loadAtMotor): Law<C> =>
  law({
    formula: '{motors} · ({limit}² · {R} + {torque} · {speed} + {quiet}) / {efficiency}',
    source: ENERGY,
    inputs: { ...coilInputs, torque, speed: motorSpeed },
    compute: ({ R, limit, torque: pull, speed, quiet, efficiency, motors }) =>
      (motors * (limit ** 2 * R + pull * speed + quiet)) / efficiency,
  });
const workingBrushed = (torque: typeof loadAtMotor): Law<C> =>
  law({
    formula:
      '{motors} · (I² · {R} + (I − {none}) · {K} · {speed} + {quiet}) / {efficiency}, I = {torque} / {K} + {none}, at most {limit}',
    source: `${ENERGY}; more than the current in force does not flow, however much torque is wanted`,
    inputs: {
      R: pathResistance,
      K: torqueConstant,
      none: field.noLoadCurrent,
      limit: limitInForce,
      torque,
      speed: motorSpeed,
      ...driverInputs,
    },
    compute: ({ R, K, none, limit, torque: pull, speed, quiet, efficiency, motors }) => {
      const current = Math.min(pull / K + none, limit);
      return (motors * (current ** 2 * R + (current - none) * K * speed + quiet)) / efficiency;
    },
  });
const workingLaws = (torque: typeof loadAtMotor): ((context: C) => Law<C>) => {
  const [chopped, brushed, bridge, unipolar] = [
    working(torque),
    workingBrushed(torque),
    constantMoving('bridge', torque),
    constantMoving('unipolar', torque),
  ];
  return (context) => {
    if (isBrushed(context)) return brushed;
    return !isConstantVoltage(context)
      ? chopped
      : context.axis.driver.specification.type === 'unipolar'
        ? unipolar
        : bridge;
  };
};
const standingLaws =
  (stepper: Law<C>) =>
  (context: C): Law<C> =>
    isBrushed(context) ? brushedStanding(context) : isConstantVoltage(context) ? constantStanding : stepper;

export const holdPower = figure<C>({
  id: 'hold-power',
  name: 'Power from the supply, standing with full current',
  symbol: 'P_h',
  dimension: 'power',
  significant: 3,
  law: standingLaws(holdLaw),
});
export const idlePower = figure<C>({
  id: 'idle-power',
  name: 'Power from the supply, at rest',
  symbol: 'P_0',
  dimension: 'power',
  significant: 3,
  law: standingLaws(idleLaw),
});
export const movingPower = figure<C>({
  id: 'moving-power',
  name: 'Power from the supply, at speed under load',
  symbol: 'P_v',
  dimension: 'power',
  significant: 3,
  law: workingLaws(loadAtMotor),
});
export const peakPower = figure<C>({
  id: 'peak-power',
  name: 'Power from the supply, at the end of the ramp',
  symbol: 'P_pk',
  dimension: 'power',
  significant: 3,
  law: workingLaws(torqueNeeded),
});

export const meanPower = figure<C>({
  id: 'mean-power',
  name: 'Power from the supply, on average',
  symbol: 'P_m',
  dimension: 'power',
  significant: 3,
  law: law({
    formula: '{duty} · {moving} + (1 − {duty}) · {idle}',
    source: 'Share of the time that it moves, from the job',
    inputs: { duty: field.duty, moving: movingPower, idle: idlePower },
    compute: ({ duty, moving, idle }) => duty * moving + (1 - duty) * idle,
  }),
});

const SUM = 'Common practice, no source';
const sumOfCrests: Law<C> = law({
  formula: '2 · {limit} · {motors}',
  source: `${SUM}: far too much for a chopper, which draws power and not phase current`,
  inputs: { limit: limitInForce, motors: field.motorCount },
  compute: ({ limit, motors }) => 2 * limit * motors,
});
const sumOfCoils: Law<C> = law({
  formula: '2 · {V} / {R} · {motors}',
  source: `${SUM}: two coils on at a time, each with what its resistance lets through`,
  inputs: { V: coilVoltage, R: pathResistance, motors: field.motorCount },
  compute: ({ V, R, motors }) => ((2 * V) / R) * motors,
});
const sumOfWindings: Law<C> = law({
  formula: '{limit} · {motors}',
  source: `${SUM}: a brushed motor has one winding`,
  inputs: { limit: limitInForce, motors: field.motorCount },
  compute: ({ limit, motors }) => limit * motors,
});

export const phaseSum = figure<C>({
  id: 'phase-sum',
  name: 'Supply current by the sum of phase currents',
  symbol: 'I_Σ',
  dimension: 'current',
  significant: 3,
  law: (context) => (isBrushed(context) ? sumOfWindings : isConstantVoltage(context) ? sumOfCoils : sumOfCrests),
});
export const phaseTwoThirds = figure<C>({
  id: 'phase-two-thirds',
  name: 'Supply current by two thirds of the phase currents',
  symbol: 'I_⅔',
  dimension: 'current',
  significant: 3,
  law: law({
    formula: '⅔ · {sum}',
    source: 'Common practice, no source',
    inputs: { sum: phaseSum },
    compute: ({ sum }) => (2 / 3) * sum,
  }),
});
export const supplyPeak = figure<C>({
  id: 'supply-peak',
  name: 'Supply current by power, at the end of the ramp',
  symbol: 'I_s',
  dimension: 'current',
  significant: 3,
  law: law({
    formula: '{power} / {V}',
    source: 'Definition of power',
    inputs: { power: peakPower, V: field.supplyVoltage },
    compute: ({ power, V }) => power / V,
  }),
});

const drawOfVector: Law<C> = law({
  formula: '√2 · {limit} · {motors}',
  source: 'Both bridges switched fully on with the current between them: cos 45° + sin 45° of the crest',
  inputs: { limit: limitInForce, motors: field.motorCount },
  compute: ({ limit, motors }) => Math.SQRT2 * limit * motors,
});
/** What drivers can draw at most, whatever the load does: what a fuse has to let through. */
export const driverDraw = figure<C>({
  id: 'driver-draw',
  name: 'Current that the drivers can draw',
  symbol: 'I_d',
  dimension: 'current',
  significant: 3,
  law: (context) => (isBrushed(context) ? sumOfWindings : isConstantVoltage(context) ? sumOfCoils : drawOfVector),
});

/**
 * What a fuse before an axis' drivers has to let through [A]: its draw on a ramp, and never less than the drivers can
 * draw.
 */
export function fuseLoad(reckoner: Reckoner<C>): number | null {
  const known = [reckoner.value(supplyPeak), reckoner.value(driverDraw)].filter((item) => item !== null);
  return known.length === 0 ? null : Math.max(...known);
}

export const kineticEnergy = figure<C>({
  id: 'kinetic-energy',
  name: 'Energy of the moving axis',
  symbol: 'E_k',
  dimension: 'energy',
  significant: 3,
  law: law({
    formula: '½ · {motors} · {inertia} · {speed}²',
    source: 'Kinetic energy, all of it as seen at the motors',
    inputs: { motors: field.motorCount, inertia: totalInertia, speed: motorSpeed },
    compute: ({ motors, inertia, speed }) => (motors * inertia * speed ** 2) / 2,
  }),
});

const rotatingEnergy = figure<C>({
  id: 'rotating-energy',
  name: 'Energy of what turns with the motors',
  symbol: 'E_r',
  dimension: 'energy',
  significant: 3,
  law: law({
    formula: '½ · {motors} · {inertia} · {speed}²',
    source:
      'Kinetic energy of rotors, couplings, wheels and screws: no friction of the line lies between it and the motors',
    inputs: { motors: field.motorCount, inertia: rotatingInertia, speed: motorSpeed },
    compute: ({ motors, inertia, speed }) => (motors * inertia * speed ** 2) / 2,
  }),
});
const slidingEnergy = figure<C>({
  id: 'sliding-energy',
  name: 'Energy of the load',
  symbol: 'E_l',
  dimension: 'energy',
  significant: 3,
  law: law({
    formula: '½ · {motors} · {inertia} · {speed}²',
    source: 'Kinetic energy of what the line moves, as of an inertia at the motors',
    inputs: { motors: field.motorCount, inertia: loadInertia, speed: motorSpeed },
    compute: ({ motors, inertia, speed }) => (motors * inertia * speed ** 2) / 2,
  }),
});

const lossRegulated: Law<C> = law({
  formula: '{motors} · {limit}² · {R}',
  source: 'A chopper keeps the whole current in the coils while it brakes',
  inputs: { motors: field.motorCount, limit: limitInForce, R: pathResistance },
  compute: ({ motors, limit, R }) => motors * limit ** 2 * R,
});
const lossNotRelied: Law<C> = law({
  formula: '0',
  source:
    'How much current flows while it brakes depends on its speed, so for an upper bound none of its heat is counted',
  inputs: {},
  compute: () => 0,
});
const brakingLoss = figure<C>({
  id: 'braking-loss',
  name: 'Heat of the coils while it brakes',
  symbol: 'P_b',
  dimension: 'power',
  significant: 3,
  law: (context) => (isBrushed(context) || isConstantVoltage(context) ? lossNotRelied : lossRegulated),
});

const BRAKING =
  'Energy balance, an upper bound: what turns with the motor comes back whole, the load and a weight on its way down through the losses of the line, less what the coils burn while it brakes';

export const energyBraking = figure<C>({
  id: 'energy-braking',
  name: 'Energy that comes back when it brakes, at most',
  group: 'Load',
  symbol: 'E_b',
  dimension: 'energy',
  significant: 3,
  law: law({
    formula:
      'max(0, {rotating} + {backward} · ({sliding} + |{weight}| · {speed}²/(2 · {braking})) − {loss} · {speed}/{braking})',
    source: BRAKING,
    inputs: {
      rotating: rotatingEnergy,
      sliding: slidingEnergy,
      backward: pathBackward,
      weight: gravityLoad,
      loss: brakingLoss,
      speed: field.speed,
      braking: brakingInForce,
    },
    compute: ({ rotating, sliding, backward, weight, loss, speed, braking }) =>
      returnedEnergy({
        rotating,
        load: sliding + (Math.abs(weight) * speed ** 2) / (2 * braking),
        backward,
        losses: loss,
        duration: speed / braking,
      }),
  }),
});

const loweringNothing: Law<C> = law({
  formula: '0',
  source: 'No weight pulls along the travel',
  inputs: {},
  compute: () => 0,
});
const loweringWeight: Law<C> = law({
  formula:
    'max(0, {backward} · (|{weight}| − {guides}) · {speed} − {loss}) · t, t = ({travel} − ramps of {acceleration} and {braking}) / {speed}',
  source:
    'Power balance while a weight is let down at a steady speed over the travel: what it gives through the losses of the line, less what the coils burn',
  inputs: {
    weight: gravityLoad,
    guides: field.frictionRelied,
    backward: pathBackward,
    loss: brakingLoss,
    speed: field.speed,
    travel: field.travel,
    acceleration: accelerationInForce,
    braking: brakingInForce,
  },
  compute: ({ weight, guides, backward, loss, speed, travel, acceleration, braking }) =>
    loweredEnergy({
      pull: Math.abs(weight) - guides,
      backward,
      speed,
      losses: loss,
      distance: Math.max(0, travel - speed ** 2 / (2 * acceleration) - speed ** 2 / (2 * braking)),
    }),
});
export const energyLowering = figure<C>({
  id: 'energy-lowering',
  name: 'Energy that comes back while a weight is let down, at most',
  group: 'Load',
  symbol: 'E_w',
  dimension: 'energy',
  significant: 3,
  law: (context) => {
    const { job } = context.axis;
    const hasWeight =
      job.kind === 'rotary'
        ? (field.imbalance.read(context)?.value ?? 0) !== 0
        : (field.incline.read(context)?.value ?? 0) !== 0;
    return hasWeight ? loweringWeight : loweringNothing;
  },
});

export const energyReturned = figure<C>({
  id: 'energy-returned',
  name: 'Energy that comes back in a move, at most',
  symbol: 'E',
  dimension: 'energy',
  significant: 3,
  law: law({
    formula: '{braking} + {lowering}',
    source: 'Sum over one move',
    inputs: { braking: energyBraking, lowering: energyLowering },
    compute: ({ braking, lowering }) => braking + lowering,
  }),
});

export const feedDrop = figure<C>({
  id: 'feed-drop',
  name: 'Voltage lost in the wires to the driver',
  symbol: 'ΔV',
  dimension: 'voltage',
  significant: 2,
  law: law({
    formula: '{current} · 2 · {length} · ρ / {area}, ρ = 1/58 Ω·mm²/m',
    // From memory.
    source: 'Ohm’s law there and back; copper at 20 °C (IEC 60028)',
    inputs: { current: supplyPeak, length: field.feedLength, area: field.feedArea },
    compute: ({ current, length, area }) => current * pairResistance(area, length),
  }),
});
export const feedWarming = figure<C>({
  id: 'feed-warming',
  name: 'How much warmer than the air its wires become',
  symbol: 'ΔT',
  dimension: 'temperature-difference',
  significant: 2,
  law: law({
    formula: '{current}² · R′ / (h · π · D), R′ and D of {area}',
    source:
      'Heat of a single wire in still air of 40 °C, 0.7 mm of insulation, h = 10 W/(m²·K) (common practice, no source); in a bundle warmer',
    inputs: { current: supplyPeak, area: field.feedArea },
    refuse: ({ current, area }) =>
      Number.isFinite(wireRise(area, current)) ? null : 'The wire heats faster than it cools.',
    compute: ({ current, area }) => wireRise(area, current),
  }),
});
