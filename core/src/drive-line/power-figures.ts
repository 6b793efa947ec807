import { pairResistance, returnedEnergy, wireRise } from '../power/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { coilVoltage, pathResistance, torqueConstant } from './electric-figures.js';
import * as field from './fields.js';
import { accelerationInForce, loadAtMotor, pathEfficiency, torqueNeeded, totalInertia } from './load-figures.js';
import { motorSpeed } from './speed-figures.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;

const ENERGY = 'Energy balance: what goes in comes out as heat of coils and switches, as work at the shaft, or in the driver itself; two phases carry sine and cosine of one crest';
const CONSTANT = 'Ohm’s law with both coils on; a constant-voltage drive draws most at rest, less as it speeds up';

const isBrushed = ({ axis }: C): boolean => axis.motor.specification.type === 'brushed';
const isConstantVoltage = ({ axis }: C): boolean => !isBrushed({ axis } as C) && axis.driver.specification.type !== 'chopper';

const driverInputs = { quiet: field.quiescent, efficiency: field.driverEfficiency, motors: field.motorCount } as const;
const coilInputs = { R: pathResistance, limit: limitInForce, ...driverInputs } as const;

const constantVolts: Law<C> = law({
  formula: '{motors} · (2 · {V}² / {R} + {quiet}) / {efficiency}',
  source: CONSTANT,
  inputs: { V: coilVoltage, R: pathResistance, ...driverInputs },
  compute: ({ V, R, quiet, efficiency, motors }) => (motors * ((2 * V * V) / R + quiet)) / efficiency,
});
const brushedQuiet: Law<C> = law({
  formula: '{motors} · {quiet} / {efficiency}',
  source: 'Without a load a held brushed motor draws next to nothing',
  inputs: driverInputs,
  compute: ({ quiet, efficiency, motors }) => (motors * quiet) / efficiency,
});

const holding = (formula: string, share: (idle: number) => number): Law<C> =>
  law({
    formula,
    source: ENERGY,
    inputs: { ...coilInputs, idle: field.idleShare },
    compute: ({ R, limit, quiet, efficiency, motors, idle }) => (motors * ((limit * share(idle)) ** 2 * R + quiet)) / efficiency,
  });
const holdLaw = holding('{motors} · ({limit}² · {R} + {quiet}) / {efficiency}', () => 1);
const idleLaw = holding('{motors} · (({idle} · {limit})² · {R} + {quiet}) / {efficiency}', (idle) => idle);

const working = (torque: typeof loadAtMotor): Law<C> =>
  law({
    formula: '{motors} · ({limit}² · {R} + {torque} · {speed} + {quiet}) / {efficiency}',
    source: ENERGY,
    inputs: { ...coilInputs, torque, speed: motorSpeed },
    compute: ({ R, limit, torque: pull, speed, quiet, efficiency, motors }) => (motors * (limit ** 2 * R + pull * speed + quiet)) / efficiency,
  });
const workingBrushed = (torque: typeof loadAtMotor): Law<C> =>
  law({
    formula: '{motors} · (I² · {R} + {torque} · {speed} + {quiet}) / {efficiency}, I = {torque} / {K} + {none}',
    source: ENERGY,
    inputs: { R: pathResistance, K: torqueConstant, none: field.noLoadCurrent, torque, speed: motorSpeed, ...driverInputs },
    compute: ({ R, K, none, torque: pull, speed, quiet, efficiency, motors }) => (motors * ((pull / K + none) ** 2 * R + pull * speed + quiet)) / efficiency,
  });
const laws = { moving: [working(loadAtMotor), workingBrushed(loadAtMotor)], peak: [working(torqueNeeded), workingBrushed(torqueNeeded)] } as const;

const pick =
  (stepper: Law<C>, brushed: Law<C>) =>
  (context: C): Law<C> =>
    isBrushed(context) ? brushed : isConstantVoltage(context) ? constantVolts : stepper;

export const holdPower = figure<C>({
  id: 'hold-power',
  name: 'Power from the supply, standing with full current',
  symbol: 'P_h',
  dimension: 'power',
  significant: 3,
  law: pick(holdLaw, brushedQuiet),
});
export const idlePower = figure<C>({
  id: 'idle-power',
  name: 'Power from the supply, at rest',
  symbol: 'P_0',
  dimension: 'power',
  significant: 3,
  law: pick(idleLaw, brushedQuiet),
});
export const movingPower = figure<C>({
  id: 'moving-power',
  name: 'Power from the supply, at speed under load',
  symbol: 'P_v',
  dimension: 'power',
  significant: 3,
  law: pick(laws.moving[0], laws.moving[1]),
});
export const peakPower = figure<C>({
  id: 'peak-power',
  name: 'Power from the supply, at the end of the ramp',
  symbol: 'P_pk',
  dimension: 'power',
  significant: 3,
  law: pick(laws.peak[0], laws.peak[1]),
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

export const phaseSum = figure<C>({
  id: 'phase-sum',
  name: 'Supply current by the sum of phase currents',
  symbol: 'I_Σ',
  dimension: 'current',
  significant: 3,
  law: law({
    formula: '2 · {limit} · {motors}',
    source: 'Common practice, no source: far too much for a chopper, which draws power and not phase current',
    inputs: { limit: limitInForce, motors: field.motorCount },
    compute: ({ limit, motors }) => 2 * limit * motors,
  }),
});
export const phaseTwoThirds = figure<C>({
  id: 'phase-two-thirds',
  name: 'Supply current by two thirds of the phase currents',
  symbol: 'I_⅔',
  dimension: 'current',
  significant: 3,
  law: law({ formula: '⅔ · {sum}', source: 'Common practice, no source', inputs: { sum: phaseSum }, compute: ({ sum }) => (2 / 3) * sum }),
});
export const supplyPeak = figure<C>({
  id: 'supply-peak',
  name: 'Supply current by power, at the end of the ramp',
  symbol: 'I_s',
  dimension: 'current',
  significant: 3,
  law: law({ formula: '{power} / {V}', source: 'Definition of power', inputs: { power: peakPower, V: field.supplyVoltage }, compute: ({ power, V }) => power / V }),
});

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

export const energyReturned = figure<C>({
  id: 'energy-returned',
  name: 'Energy that comes back when it brakes, at most',
  symbol: 'E',
  dimension: 'energy',
  significant: 3,
  law: law({
    formula: 'max(0, {efficiency} · {kinetic} − {motors} · {limit}² · {R} · {speed} / {acceleration})',
    source: 'Energy balance: the mechanics keep their share, the coils burn theirs while it brakes; an upper bound',
    inputs: {
      efficiency: pathEfficiency,
      kinetic: kineticEnergy,
      motors: field.motorCount,
      limit: limitInForce,
      R: pathResistance,
      speed: field.speed,
      acceleration: accelerationInForce,
    },
    compute: ({ efficiency, kinetic, motors, limit, R, speed, acceleration }) => returnedEnergy(kinetic, efficiency, motors * limit ** 2 * R, speed / acceleration),
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
    source: 'Ohm’s law there and back; copper at 20 °C (IEC 60028, from memory)',
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
    source: 'Heat of a single wire in still air of 40 °C, 0.7 mm of insulation, h = 10 W/(m²·K) (common practice, no source); in a bundle warmer',
    inputs: { current: supplyPeak, area: field.feedArea },
    refuse: ({ current, area }) => (Number.isFinite(wireRise(area, current)) ? null : 'The wire heats faster than it cools.'),
    compute: ({ current, area }) => wireRise(area, current),
  }),
});
