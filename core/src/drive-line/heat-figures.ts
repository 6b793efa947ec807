import {
  BOX_AIR,
  COOLINGS,
  coolLimit,
  driverHeat as heatOf,
  junctionTemperature,
  pathSwitches,
} from '../driver/index.js';
import { figure, law, type Law, type Reckoner } from '../reckoner/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import type { AxisContext } from './axis-context.js';
import { isBrushed } from './axis-kind.js';
import { windingResistance } from './electric-figures.js';
import { axisField as field } from './fields.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;
type Key = `${'brushed' | 'bridge' | 'array'} ${'drop' | 'switch'} ${'coil' | 'alone'}`;

const common = { limit: limitInForce, quiescent: field.quiescent, efficiency: field.driverEfficiency } as const;
const BALANCE =
  'Two phases carry sine and cosine of one crest through their switches; logic and what the driver’s efficiency keeps back of the power drawn become heat in it too (energy balance)';

/** The heat of a driver, by what is known of its switches and of the coil. */
function heatLaws(): ReadonlyMap<Key, Law<C>> {
  const made = new Map<Key, Law<C>>();
  for (const kind of ['brushed', 'bridge', 'array'] as const)
    for (const hasDrop of [true, false])
      for (const hasCoil of [true, false])
        made.set(
          `${kind} ${hasDrop ? 'drop' : 'switch'} ${hasCoil ? 'coil' : 'alone'}`,
          law({
            formula: lossWords(hasDrop, hasCoil, kind === 'brushed', kind === 'array'),
            source: BALANCE,
            inputs: {
              ...common,
              ...(hasDrop ? { drop: field.drop } : { on: field.onResistance }),
              ...(hasCoil ? { coil: windingResistance } : {}),
            },
            compute: (values: Readonly<Record<string, number>>) => {
              const { growing, steady } = heatOf({
                current: values['limit'] as number,
                isBrushed: kind === 'brushed',
                switches: pathSwitches(kind === 'array', values['on'] ?? null, values['drop'] ?? null),
                coil: values['coil'] ?? null,
                quiescent: values['quiescent'] as number,
                efficiency: values['efficiency'] as number,
              });
              return growing + steady;
            },
          }),
        );
  return made;
}

const lossWords = (hasDrop: boolean, hasCoil: boolean, isOne: boolean, isArray: boolean): string => {
  const switches = hasDrop ? `${isOne ? '' : '√2 · '}{limit} · {drop}` : `${isArray ? '' : '2 · '}{on} · {limit}²`;
  const passed = hasCoil ? `${switches} + {coil} · {limit}² + {quiescent}` : `${switches} + {quiescent}`;
  return `${switches} + {quiescent} + (${passed}) · (1/{efficiency} − 1)`;
};
const totalLaws = heatLaws();
const growingOf = (isArray: boolean): Law<C> =>
  law({
    formula: `${isArray ? '' : '2 · '}{on} · {limit}²`,
    source: 'Two phases carry sine and cosine of one crest through their switches (energy balance)',
    inputs: { on: field.onResistance, limit: limitInForce },
    compute: ({ on, limit }) => pathSwitches(isArray, on, null).resistance * limit ** 2,
  });
const growingLaws = { array: growingOf(true), bridge: growingOf(false) };
const noGrowing: Law<C> = law({
  formula: '0',
  source: 'A drop hardly changes with temperature',
  inputs: {},
  compute: () => 0,
});

export const driverHeat = figure<C>({
  id: 'driver-heat',
  name: 'Heat of the driver with the current in force',
  group: 'Current and heat',
  compared: 18,
  symbol: 'P_d',
  dimension: 'power',
  significant: 2,
  law: (context) => {
    const { drop, type } = context.axis.driver.specification;
    const kind = isBrushed(context) ? 'brushed' : type === 'unipolar' ? 'array' : 'bridge';
    return totalLaws.get(
      `${kind} ${drop === null ? 'switch' : 'drop'} ${context.axis.motor.specification.resistance === null ? 'alone' : 'coil'}`,
    ) as Law<C>;
  },
});
/** The part of it that grows as the silicon warms. */
export const switchHeat = figure<C>({
  id: 'switch-heat',
  name: 'Heat in the resistance of the switches, at 25 °C',
  symbol: 'P_sw',
  dimension: 'power',
  significant: 2,
  law: (context) => {
    const { drop, type } = context.axis.driver.specification;
    return drop !== null ? noGrowing : growingLaws[type === 'unipolar' && !isBrushed(context) ? 'array' : 'bridge'];
  },
});

export const driverTemperature = figure<C>({
  id: 'driver-temperature',
  name: 'Driver’s silicon, in a closed box',
  group: 'Current and heat',
  symbol: 'T_j',
  dimension: 'temperature',
  significant: 3,
  law: law({
    formula:
      '(40 °C + {theta} · ({heat} − {growing}) + c · (1 − 25 · k)) / (1 − c · k), c = {theta} · {growing}, k = 0.005/K',
    source:
      'Heat flows through the thermal resistance while the switches’ resistance grows by 0.5 % per kelvin (standard derivation; air of 40 °C and growth common practice)',
    inputs: { theta: field.thermalResistance, heat: driverHeat, growing: switchHeat },
    refuse: ({ theta, heat, growing }) =>
      Number.isFinite(junctionTemperature({ growing, steady: heat - growing }, theta, BOX_AIR))
        ? null
        : 'The silicon heats faster than it cools: it runs away and shuts down.',
    compute: ({ theta, heat, growing }) => junctionTemperature({ growing, steady: heat - growing }, theta, BOX_AIR),
  }),
});

/** A driver as it is cooled. */
export interface Cooled {
  readonly words: string;
  /** Of its silicon in a closed box, with the current in force [°C]; Infinity where it runs away. */
  readonly temperature: number;
  /** What the limit has to come down to so that the silicon stays below 125 °C, crest [A]; null where nothing does. */
  readonly limit: number | null;
}

/**
 * A driver bare, with a heat sink, and with sink and fan, from the resistance to air that its sheet says of it bare.
 * @returns null while its switches, its resistance to air or the limit are not known
 */
export function coolingOf(reckoner: Reckoner<C>): readonly Cooled[] | null {
  const { context } = reckoner;
  const said = context.axis.driver.specification;
  const limit = reckoner.value(limitInForce);
  const theta = valueOf(said.thermalResistance, 'thermal-resistance');
  const [on, drop] = [valueOf(said.onResistance, 'resistance'), valueOf(said.drop, 'voltage')];
  if (theta === null || limit === null || (on ?? drop) === null) return null;
  const isArray = said.type === 'unipolar' && !isBrushed(context);
  const load = {
    current: limit,
    isBrushed: isBrushed(context),
    switches: pathSwitches(isArray, on, drop),
    coil: reckoner.value(windingResistance),
    quiescent: readQuantity(said.quiescent, 'power').value,
    efficiency: readQuantity(said.efficiency, 'ratio').value,
  };
  return COOLINGS.map(({ words, share }) => ({
    words,
    temperature: junctionTemperature(heatOf(load), theta * share, BOX_AIR),
    limit: coolLimit(load, theta * share, BOX_AIR),
  }));
}
