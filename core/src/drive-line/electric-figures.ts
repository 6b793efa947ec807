import { isBrushed, isConstantVoltage, isStepper } from './axis-kind.js';
import { timeConstant, windingFactors, type WindingFactors } from '../motor/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { axisField as field } from './fields.js';

type C = AxisContext;
type Field = typeof field.resistance;

const MACHINES =
  'Coils as windings on one core: turns add in series, copper in parallel (any electric-machines textbook)';

/**
 * Laws that multiply a sheet's number by what the wiring makes of it, one object for each factor so that nothing is
 * recomputed in vain.
 */
function scaled(source: Field, pick: (factors: WindingFactors) => number): (context: C) => Law<C> {
  const laws = new Map<number, Law<C>>();
  return ({ axis }) => {
    const factor = pick(windingFactors(axis.motor.specification.quotedFor, axis.motor.wiring));
    const known = laws.get(factor);
    if (known) return known;
    const text = factor === 1 ? '' : `${Number(factor.toFixed(4))} · `;
    const made: Law<C> = law({
      formula: `${text}{quoted}`,
      source: factor === 1 ? 'As quoted: wired as the sheet has it' : MACHINES,
      inputs: { quoted: source },
      compute: ({ quoted }) => factor * quoted,
    });
    laws.set(factor, made);
    return made;
  };
}

export const windingResistance = figure<C>({
  id: 'winding-resistance',
  name: 'Resistance of a phase, as wired',
  group: 'Current and heat',
  nameIn: (context) => (isBrushed(context) ? 'Resistance of the winding' : null),
  symbol: 'R',
  dimension: 'resistance',
  law: scaled(field.resistance, (factors) => factors.resistance),
});
export const windingInductance = figure<C>({
  id: 'winding-inductance',
  name: 'Inductance of a phase, as wired',
  group: 'Current and heat',
  nameIn: (context) => (isBrushed(context) ? 'Inductance of the winding' : null),
  symbol: 'L',
  dimension: 'inductance',
  law: scaled(field.inductance, (factors) => factors.inductance),
});
export const windingCurrent = figure<C>({
  id: 'winding-current',
  name: 'Rated current per phase, as wired',
  nameIn: (context) => (isBrushed(context) ? 'Rated current' : null),
  symbol: 'I_r',
  dimension: 'current',
  law: scaled(field.ratedCurrent, (factors) => factors.current),
});
export const windingTorque = figure<C>({
  id: 'winding-torque',
  name: 'Holding torque at rated current, as wired',
  symbol: 'T_r',
  dimension: 'torque',
  law: scaled(field.holdingTorque, (factors) => factors.current * factors.torquePerAmpere),
});

const stepperConstant: Law<C> = law({
  formula: '{hold} / (√2 · {rated})',
  source:
    'Holding torque is stated with two phases on at rated current, a vector of √2 · I_rated (standard derivation)',
  inputs: { hold: windingTorque, rated: windingCurrent },
  compute: ({ hold, rated }) => hold / (Math.SQRT2 * rated),
});
const brushedLaw: Law<C> = law({
  formula: '{constant}',
  source: 'From the sheet',
  inputs: { constant: field.brushedConstant },
  compute: ({ constant }) => constant,
});

export const torqueConstant = figure<C>({
  id: 'torque-constant',
  name: 'Torque for an ampere',
  group: 'Current and heat',
  symbol: 'K',
  dimension: 'torque-constant',
  law: (context) => (isBrushed(context) ? brushedLaw : stepperConstant),
});

/** Teeth are whole; a step angle typed in decimals may miss a tooth by this much of one. */
const TOOTH_ROUNDING = 0.02;

/**
 * Why no two-phase motor has a step angle [rad]; null if one can. Such a motor makes four full steps a tooth, so 90°
 * over it is whole.
 */
export function stepAngleProblem(angle: number): string | null {
  const teeth = Math.PI / (2 * angle);
  const isWhole = teeth > 0.5 && Math.abs(teeth - Math.round(teeth)) <= TOOTH_ROUNDING;
  return isWhole
    ? null
    : 'A two-phase motor makes four full steps for each tooth of its rotor: 90° over this step angle is no whole number of teeth.';
}

export const rotorTeeth = figure<C>({
  id: 'rotor-teeth',
  name: 'Teeth of the rotor',
  symbol: 'p',
  dimension: 'count',
  applies: isStepper,
  law: law({
    formula: '360° / (4 · {angle})',
    source: 'Two-phase hybrid motor: four full steps a tooth (definition)',
    inputs: { angle: field.stepAngle },
    refuse: ({ angle }) => stepAngleProblem(angle),
    compute: ({ angle }) => Math.round(Math.PI / (2 * angle)),
  }),
});

const coilAlone: Law<C> = law({
  formula: '{coil}',
  source: 'The coil alone; what the switches take is a drop, or not known',
  inputs: { coil: windingResistance },
  compute: ({ coil }) => coil,
});
const throughBridge: Law<C> = law({
  formula: '{coil} + 2 · {switch}',
  source: 'A coil in a bridge feeds through two switches',
  inputs: { coil: windingResistance, switch: field.onResistance },
  compute: ({ coil, switch: on }) => coil + 2 * on,
});
const throughArray: Law<C> = law({
  formula: '{coil} + {switch}',
  source: 'A half coil on a switch array feeds through one switch',
  inputs: { coil: windingResistance, switch: field.onResistance },
  compute: ({ coil, switch: on }) => coil + on,
});

export const pathResistance = figure<C>({
  id: 'path-resistance',
  name: 'Resistance of coil and switches',
  nameIn: (context) => (isBrushed(context) ? 'Resistance of winding and switches' : null),
  symbol: 'R_t',
  dimension: 'resistance',
  law: ({ axis }) => {
    const { onResistance, drop, type } = axis.driver.specification;
    // A drop that is said is that of the whole path: their resistance would count a second time.
    if (onResistance === null || drop !== null) return coilAlone;
    return type === 'unipolar' ? throughArray : throughBridge;
  },
});

const wholeSupply: Law<C> = law({
  formula: '{supply}',
  source: 'The supply’s voltage; the drop of the switches is not known',
  inputs: { supply: field.supplyVoltage },
  compute: ({ supply }) => supply,
});
const lessDrop: Law<C> = law({
  formula: '{supply} − {drop}',
  source: 'What the switches keep in saturation is lost to the coil',
  inputs: { supply: field.supplyVoltage, drop: field.drop },
  refuse: ({ supply, drop }) => (drop >= supply ? 'The switches drop all of the supply’s voltage.' : null),
  compute: ({ supply, drop }) => supply - drop,
});

export const coilVoltage = figure<C>({
  id: 'coil-voltage',
  name: 'Voltage left for the coils',
  nameIn: (context) => (isBrushed(context) ? 'Voltage left for the winding' : null),
  symbol: 'V_c',
  dimension: 'voltage',
  law: ({ axis }) => (axis.driver.specification.drop === null ? wholeSupply : lessDrop),
});

export const coilTime = figure<C>({
  id: 'coil-time',
  name: 'Time constant of a coil',
  group: 'Current and heat',
  nameIn: (context) => (isBrushed(context) ? 'Time constant of the winding' : null),
  symbol: 'τ',
  dimension: 'time',
  law: law({
    formula: '{L} / {R}',
    source: 'Resistance and inductance in series (any circuits textbook)',
    inputs: { L: windingInductance, R: pathResistance },
    compute: ({ L, R }) => timeConstant(R, L),
  }),
});

/** Crest that a constant-voltage drive comes to at rest: nothing but resistance holds it back. */
export const standstillCrest = figure<C>({
  id: 'standstill-crest',
  name: 'Current vector at rest on constant volts',
  symbol: 'I_0',
  dimension: 'current',
  applies: isConstantVoltage,
  law: law({
    formula: '√2 · {volts} / {R}',
    source: 'Ohm’s law, both coils on',
    inputs: { volts: coilVoltage, R: pathResistance },
    compute: ({ volts, R }) => (Math.SQRT2 * volts) / R,
  }),
});

/** What a brushed motor draws on a plain bridge when it is held fast: nothing but resistance holds it back. */
export const stallCurrent = figure<C>({
  id: 'stall-current',
  name: 'Stall current',
  group: 'Current and heat',
  symbol: 'I_st',
  dimension: 'current',
  law: law({
    formula: '{volts} / {R}',
    source: 'Ohm’s law',
    inputs: { volts: coilVoltage, R: pathResistance },
    compute: ({ volts, R }) => volts / R,
  }),
  applies: isBrushed,
});

/** Inputs that every torque-speed figure of a stepping motor rests on. */
export const driveInputs = {
  K: torqueConstant,
  R: pathResistance,
  L: windingInductance,
  p: rotorTeeth,
  V: coilVoltage,
} as const;
