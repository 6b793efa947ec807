import { BOX_AIR, driverHeat as heatOf, junctionTemperature, pathSwitches, type DriverHeat } from '../driver/index.js';
import { figure, law, type Law } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { isBrushed } from './axis-kind.js';
import { windingResistance } from './electric-figures.js';
import * as field from './fields.js';
import { limitInForce } from './torque-figures.js';

type C = AxisContext;
type Key = `${'brushed' | 'bridge' | 'array'} ${'drop' | 'switch'} ${'coil' | 'alone'}`;

const common = { limit: limitInForce, quiescent: field.quiescent, efficiency: field.driverEfficiency } as const;
const BALANCE =
  'Two phases carry sine and cosine of one crest through their switches; logic and what the driver’s efficiency keeps back of the power drawn become heat in it too (energy balance)';

/** Both parts of the heat, as laws that share their inputs. */
function heatLaws(part: (heat: DriverHeat) => number, words: (hasDrop: boolean, hasCoil: boolean, isOne: boolean, isArray: boolean) => string): ReadonlyMap<Key, Law<C>> {
  const made = new Map<Key, Law<C>>();
  for (const kind of ['brushed', 'bridge', 'array'] as const)
    for (const hasDrop of [true, false])
      for (const hasCoil of [true, false]) {
        const inputs = { ...common, ...(hasDrop ? { drop: field.drop } : { on: field.onResistance }), ...(hasCoil ? { coil: windingResistance } : {}) };
        made.set(
          `${kind} ${hasDrop ? 'drop' : 'switch'} ${hasCoil ? 'coil' : 'alone'}`,
          law({
            formula: words(hasDrop, hasCoil, kind === 'brushed', kind === 'array'),
            source: BALANCE,
            inputs,
            compute: (values: Readonly<Record<string, number>>) =>
              part(
                heatOf({
                  current: values['limit'] as number,
                  isBrushed: kind === 'brushed',
                  switches: pathSwitches(kind === 'array', values['on'] ?? null, values['drop'] ?? null),
                  coil: values['coil'] ?? null,
                  quiescent: values['quiescent'] as number,
                  efficiency: values['efficiency'] as number,
                }),
              ),
          }),
        );
      }
  return made;
}

const lossWords = (hasDrop: boolean, hasCoil: boolean, isOne: boolean, isArray: boolean): string => {
  const switches = hasDrop ? `${isOne ? '' : '√2 · '}{limit} · {drop}` : `${isArray ? '' : '2 · '}{on} · {limit}²`;
  const passed = hasCoil ? `${switches} + {coil} · {limit}² + {quiescent}` : `${switches} + {quiescent}`;
  return `${switches} + {quiescent} + (${passed}) · (1/{efficiency} − 1)`;
};
const totalLaws = heatLaws(({ growing, steady }) => growing + steady, lossWords);
const growingLaws = heatLaws(
  ({ growing }) => growing,
  (hasDrop, _hasCoil, _isOne, isArray) => (hasDrop ? '0' : `${isArray ? '' : '2 · '}{on} · {limit}²`),
);

function pick(laws: ReadonlyMap<Key, Law<C>>): (context: C) => Law<C> {
  return (context) => {
    const { drop, type } = context.axis.driver.specification;
    const kind = isBrushed(context) ? 'brushed' : type === 'unipolar' ? 'array' : 'bridge';
    const key: Key = `${kind} ${drop === null ? 'switch' : 'drop'} ${context.axis.motor.specification.resistance === null ? 'alone' : 'coil'}`;
    return laws.get(key) as Law<C>;
  };
}

export const driverHeat = figure<C>({
  id: 'driver-heat',
  name: 'Heat of the driver with the current in force',
  symbol: 'P_d',
  dimension: 'power',
  significant: 2,
  law: pick(totalLaws),
});
/** The part of it that grows as the silicon warms. */
export const switchHeat = figure<C>({
  id: 'switch-heat',
  name: 'Heat in the resistance of the switches, at 25 °C',
  symbol: 'P_sw',
  dimension: 'power',
  significant: 2,
  law: pick(growingLaws),
});

export const driverTemperature = figure<C>({
  id: 'driver-temperature',
  name: 'Driver’s silicon, in a closed box',
  symbol: 'T_j',
  dimension: 'temperature',
  significant: 3,
  law: law({
    formula: '(40 °C + {theta} · ({heat} − {growing}) + c · (1 − 25 · k)) / (1 − c · k), c = {theta} · {growing}, k = 0.005/K',
    source: 'Heat flows through the thermal resistance while the switches’ resistance grows by 0.5 % a kelvin (standard derivation; air of 40 °C and growth common practice)',
    inputs: { theta: field.thermalResistance, heat: driverHeat, growing: switchHeat },
    refuse: ({ theta, heat, growing }) =>
      Number.isFinite(junctionTemperature({ growing, steady: heat - growing }, theta, BOX_AIR)) ? null : 'The silicon heats faster than it cools: it runs away and shuts down.',
    compute: ({ theta, heat, growing }) => junctionTemperature({ growing, steady: heat - growing }, theta, BOX_AIR),
  }),
});
