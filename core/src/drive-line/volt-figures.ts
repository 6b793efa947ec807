import { directVoltage } from '../driver/index.js';
import { unipolarMeanCurrent } from '../motor/index.js';
import { figure, law, type Figure, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { isConstantVoltage, isStepper } from './axis-kind.js';
import {
  coilVoltage,
  driveInputs,
  pathResistance,
  windingCurrent,
  windingInductance,
  windingResistance,
} from './electric-figures.js';
import type { AxisField } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { motorSpeed } from './speed-figures.js';

type C = AxisContext;

/** Mean current that a unipolar drive takes for both its phases. */
export const unipolarCurrent = figure<C>({
  id: 'unipolar-current',
  name: 'Mean current of the switch array at the speed asked for',
  group: 'Current and heat',
  symbol: 'I_u',
  dimension: 'current',
  significant: 3,
  law: law({
    formula: '2 · {V}/R · (1 − (τ/T) · (1 − e^(−T/τ))), R = {R}, τ = {L} / R, T = 2 / f, f = 4 · {p} · {speed} / 2π',
    source:
      'Mean of the first-order rise over the time that a half coil is on; two half coils are on at a time; back-EMF left out (any circuits textbook)',
    inputs: { V: coilVoltage, R: pathResistance, L: windingInductance, p: driveInputs.p, speed: motorSpeed },
    compute: ({ V, R, L, p, speed }) => 2 * unipolarMeanCurrent(V, R, L, (speed * 4 * p) / (2 * Math.PI)),
  }),
  applies: (context) => isConstantVoltage(context) && context.axis.driver.specification.type === 'unipolar',
});

const windowIn = (context: C, end: 'least' | 'most'): Law<C> =>
  (context.axis.driver.specification.voltageReads === 'ac' ? WINDOW_AC : WINDOW_DC)[end];
const windowLaw = (volts: AxisField, isAlternating: boolean): Law<C> =>
  law({
    formula: isAlternating ? '√2 · {volts}' : '{volts}',
    source: isAlternating
      ? 'Crest of the sine, to which the driver’s own rectifier charges its capacitors'
      : 'Its sheet gives DC volts',
    inputs: { volts },
    compute: ({ volts }) => directVoltage(volts, isAlternating ? 'ac' : 'dc'),
  });
const windowLaws = (isAlternating: boolean): Readonly<Record<'least' | 'most', Law<C>>> => ({
  least: windowLaw(field.driverVoltageLeast, isAlternating),
  most: windowLaw(field.driverVoltageMost, isAlternating),
});
const [WINDOW_DC, WINDOW_AC] = [windowLaws(false), windowLaws(true)];

/** Direct volts between which a driver works, also where its sheet gives them in volts of alternating current. */
export const driverBusLeast = figure<C>({
  id: 'driver-bus-least',
  name: 'Driver’s least supply, DC',
  symbol: 'V_lo',
  dimension: 'voltage',
  law: (context) => windowIn(context, 'least'),
  applies: (context) => context.axis.driver.specification.voltageLeast !== null,
});
export const driverBusMost = figure<C>({
  id: 'driver-bus-most',
  name: 'Driver’s greatest supply, DC',
  symbol: 'V_hi',
  dimension: 'voltage',
  law: (context) => windowIn(context, 'most'),
  applies: (context) => context.axis.driver.specification.voltageMost !== null,
});

/** Volts that make a chopped motor lively, by two rules of the trade. */
export const voltsByInductance = figure<C>({
  id: 'volts-by-inductance',
  name: 'Supply voltage by the rule 32·√L',
  group: 'Current and heat',
  symbol: 'V_L',
  dimension: 'voltage',
  significant: 2,
  law: law({
    formula: '32 · √({L} in mH)',
    source: 'Common practice, no source: beyond it a motor runs hot without much more speed',
    inputs: { L: windingInductance },
    compute: ({ L }) => 32 * Math.sqrt(L * 1e3),
  }),
  applies: (context) => isStepper(context) && !isConstantVoltage(context),
});
const voltsByCoil = (id: string, name: string, symbol: string, times: number): Figure<C> =>
  figure<C>({
    id,
    name,
    group: 'Current and heat',
    symbol,
    dimension: 'voltage',
    significant: 2,
    law: law({
      formula: `${times} · {I} · {R}`,
      source: 'Common practice, no source: 4 to 20 times the rated voltage of a coil',
      inputs: { I: windingCurrent, R: windingResistance },
      compute: ({ I, R }) => times * I * R,
    }),
    applies: (context) => isStepper(context) && !isConstantVoltage(context),
  });
export const voltsByCoilLeast = voltsByCoil('volts-by-coil-least', 'Supply voltage, 4 times the coil’s', 'V_4', 4);
export const voltsByCoilMost = voltsByCoil('volts-by-coil-most', 'Supply voltage, 20 times the coil’s', 'V_20', 20);
