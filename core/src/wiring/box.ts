import { driverHeat, type AxisContext, type Say } from '../drive-line/index.js';
import { advice, placeOn, type Finding } from '../finding/index.js';
import { motionOf, type Axis, type Machine } from '../machine/index.js';
import type { Reckoner } from '../reckoner/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import {
  converterDraw,
  converterSubject,
  railDraw,
  railVoltage,
  type Around,
  type SupplyPlan,
} from '../supply-plan/index.js';
import { hookupOf, isFedPastRegulator, logicRailOf, outputLevel } from './levels.js';
import { regulatorHeat } from './rules/regulators.js';
import { motorNames, shortName } from './signals.js';
import type { CheckLine } from './check-off.js';

/** Heat capacity of a cubic metre of air: density 1.2 kg/m³ times 1005 J/(kg·K), at 20 °C (standard values) [J/(m³·K)]. */
const AIR = 1.2 * 1005;
/** Share of the power drawn that a switching supply hands on (common practice, no source). */
const SUPPLY_EFFICIENCY = 0.85;
/** Heat that a closed box of hobby size sheds by its walls (common practice, no source) [W]. */
const CLOSED_MOST = 15;
/** Rise of the air in a box over the room (common practice, no source) [K]. */
export const USUAL_RISE = 10;

/** Air that carries heat away at a rise: P = ρ·c·flow·ΔT [m³/s]. */
export const airNeeded = (power: number, rise: number): number => power / (AIR * rise);

/** Something in the box. */
export interface BoxItem {
  readonly id: string;
  readonly name: string;
  /** At the most that is asked of it [W]; null where it is not known. */
  readonly heat: number | null;
  /** How its heat is reckoned, in a few words. */
  readonly by: string;
  readonly size: string;
}

/** What goes into a box, and the air that it needs. */
export interface BoxSight {
  readonly items: readonly BoxItem[];
  /** Of what is known [W]. */
  readonly heat: number;
  readonly rise: number;
  /** [m³/s] */
  readonly wanted: number;
  readonly given: number | null;
  readonly chains: readonly { readonly axisId: string; readonly words: string }[];
  readonly findings: readonly Finding[];
}

export interface BoxContext {
  readonly machine: Machine;
  readonly axes: readonly Reckoner<AxisContext>[];
  readonly supplies: readonly SupplyPlan[];
  readonly around: Around;
  readonly say: Say;
}

function supplyItems({ supplies, machine }: BoxContext): readonly Omit<BoxItem, 'size'>[] {
  const names = machine.supplies.map(({ name }) => name);
  return supplies.map(({ supply, voltage, totals }, index) => {
    const isBattery = supply.specification.type === 'battery';
    const out = voltage === null || totals.missing.length > 0 ? null : totals.computed * voltage;
    return {
      id: supply.id,
      name: shortName(supply.name, names) || `Supply ${index + 1}`,
      heat: isBattery ? 0 : out === null ? null : out * (1 / SUPPLY_EFFICIENCY - 1),
      by: isBattery ? 'a battery' : `what it gives, at ${SUPPLY_EFFICIENCY * 100} %`,
    };
  });
}

function converterItems({ machine, around }: BoxContext): readonly Omit<BoxItem, 'size'>[] {
  const names = machine.converters.map(({ name }) => name);
  return machine.converters.map((item) => {
    const { reckoner } = converterSubject(machine, item, around);
    const [taken, given] = [reckoner.value(converterDraw), reckoner.value(railDraw)];
    return {
      id: item.id,
      name: shortName(item.name, names) || 'Converter',
      heat: taken === null || given === null ? null : taken - given,
      by: `at ${item.specification.efficiency.text}`,
    };
  });
}

function driverItems({ axes }: BoxContext): readonly Omit<BoxItem, 'size'>[] {
  return axes.flatMap((reckoner) => {
    const heat = reckoner.value(driverHeat);
    return motorNames(reckoner.context.axis).map((name) => ({
      id: `driver ${name}`,
      name: `Driver ${name}`,
      heat,
      by: 'with its limit in force',
    }));
  });
}

function controllerItem({ machine }: BoxContext): Omit<BoxItem, 'size'> {
  const { logic } = machine.controller.specification;
  const [level, draws, rail] = [outputLevel(machine), valueOf(logic?.draws ?? null, 'current'), logicRailOf(machine)];
  const volts = rail === null ? null : railVoltage(machine, rail);
  const own = level === null || draws === null ? null : level * draws;
  const isLinear = logic?.regulator === 'linear' && !isFedPastRegulator(machine) && volts !== null;
  const burnt = isLinear && level !== null && draws !== null ? regulatorHeat(volts, level, draws) : 0;
  return {
    id: 'controller',
    name: shortName(machine.controller.name) || 'Controller',
    heat: own === null ? null : own + burnt,
    by: isLinear ? 'with its linear regulator' : 'what it draws',
  };
}

/** Length of a chain that moves an axis: half its travel and the bend, L = s/2 + π·R (geometry). */
export const chainLength = (travel: number, radius: number): number => travel / 2 + Math.PI * radius;

function chainWords(axis: Axis, say: Say): string | null {
  const { cable } = hookupOf(axis);
  const radius = valueOf(cable.bend, 'length');
  const travel = motionOf(axis.job).travel === 'length' ? valueOf(axis.job.travel, 'length') : null;
  if (!cable.flexes || radius === null || travel === null) return null;
  const length = chainLength(travel, radius);
  return `Chain of ${axis.letter}: ${say(length, 'length')} from its fixed end in the middle of the travel (half of ${say(travel, 'length')}, and π × ${say(radius, 'length')} for the bend).`;
}

/** What goes into the box with its heat, the air that it needs against its fan, and what is wrong with it. */
export function boxSight(context: BoxContext): BoxSight {
  const { machine, say } = context;
  const { rise: said, fan, sizes } = machine.wiring.box;
  const sizeOf = new Map(sizes.map(({ item, size }) => [item, size]));
  const items = [
    ...supplyItems(context),
    ...converterItems(context),
    ...driverItems(context),
    controllerItem(context),
  ].map((item) => ({ ...item, size: sizeOf.get(item.id) ?? '' }));
  const heat = items.reduce((sum, item) => sum + (item.heat ?? 0), 0);
  const rise = said === null ? USUAL_RISE : readQuantity(said, 'temperature-difference').value;
  const wanted = airNeeded(heat, rise);
  const given = valueOf(fan, 'flow');
  const findings: Finding[] = [];
  const place = placeOn('wiring', { field: 'Fan moves' });
  if (given !== null && given < wanted * (1 - 1e-9))
    findings.push({
      id: 'fan-small',
      severity: 'caution',
      place,
      sentence: `${say(heat, 'power', 0.05 * heat)} at a rise of ${say(rise, 'temperature-difference')} want ${say(wanted, 'flow', 0.05 * wanted)}; the fan moves ${say(given, 'flow')}, and the air gets ${say(heat / (AIR * given), 'temperature-difference', 1)} warmer.`,
      remedies: [advice('Take a larger fan, with free openings opposite to it; filters halve what it moves.')],
    });
  if (given === null && heat > CLOSED_MOST)
    findings.push({
      id: 'box-closed',
      severity: 'caution',
      place,
      sentence: `${say(heat, 'power', 0.05 * heat)} in a closed box: about ${say(CLOSED_MOST, 'power')} leave through walls of a shoebox’s size.`,
      remedies: [
        advice(`Give it a fan of ${say(wanted, 'flow', 0.05 * wanted)} and openings, or put the supply outside.`),
      ],
    });
  return {
    items,
    heat,
    rise,
    wanted,
    given,
    chains: machine.axes.flatMap((axis) => {
      const words = chainWords(axis, say);
      return words === null ? [] : [{ axisId: axis.id, words }];
    }),
    findings,
  };
}

/** What has to be seen of a box by whoever built it. */
export function boxLines({ supplies }: Machine): readonly CheckLine[] {
  const line = (id: string, words: string): CheckLine => ({
    id: `box:${id}`,
    words,
    kind: 'tick',
    expects: null,
    axisId: null,
    boxes: [],
    of: '',
  });
  const isOnMains = supplies.some(({ specification }) => specification.type === 'mains');
  return [
    ...(isOnMains
      ? [
          line('mains', 'Mains inlet with switch and fuse, by someone qualified and to the local code'),
          line('earth', 'Earth joined to the box, its lid and the supply’s case'),
        ]
      : []),
    line('touch', 'Nothing live within a finger’s reach with the lid on'),
    line('apart', 'Mains, motor and signal wires apart; crossings square'),
    line('relief', 'Every cable relieved of strain where it comes in'),
    line('ferrules', 'Strands in ferrules or under clamps, none loose'),
    line('labels', 'Every plug, fuse and cable labelled'),
  ];
}
