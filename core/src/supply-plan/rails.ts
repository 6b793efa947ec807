import { axisContext, holdPower, meanPower, movingPower, peakPower, type AxisContext } from '../drive-line/index.js';
import type { Auxiliary, Converter, Machine } from '../machine/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import { Reckoner } from '../reckoner/index.js';

/** Voltage of a rail: of a supply as it is set, of a converter as it is made. */
export function railVoltage(machine: Machine, rail: string): number | null {
  const supply = machine.supplies.find((item) => item.id === rail);
  if (supply) return valueOf(supply.set ?? supply.specification.voltage, 'voltage');
  const converter = machine.converters.find((item) => item.id === rail);
  return converter ? valueOf(converter.specification.voltage, 'voltage') : null;
}

/** Whether an auxiliary draws from a rail. One that the mains feed draws from none, whatever it hung on before. */
export function hangsOn(item: Auxiliary, rail: string): boolean {
  return item.specification.fedBy === 'rail' && item.rail === rail;
}

/**
 * Power that an auxiliary takes while it is on [W]: from its rail, or from the mains at the voltage of its plate. Run
 * below its own voltage on purpose it draws what was read from its sheet for that; else the amperes of its plate, else
 * its watts.
 */
export function auxiliaryPower(machine: Machine, item: Auxiliary): number | null {
  const { fedBy, voltage, current, power } = item.specification;
  const volts =
    fedBy === 'mains' ? valueOf(voltage, 'voltage') : item.rail === null ? null : railVoltage(machine, item.rail);
  const amperes = valueOf((fedBy === 'rail' ? item.drawn : null) ?? current, 'current');
  return volts === null || amperes === null ? valueOf(power, 'power') : volts * amperes;
}

/**
 * Power that an axis draws at most [W]: at the end of its ramp, or the best there is while mass or acceleration is not
 * known.
 */
export function axisPower(reckoner: Reckoner<AxisContext>): number | null {
  return reckoner.value(peakPower) ?? reckoner.value(movingPower) ?? reckoner.value(holdPower);
}

/** Converters behind a rail, one behind the other. */
export function convertersOn(machine: Machine, rail: string): readonly Converter[] {
  return machine.converters
    .filter((item) => item.from === rail)
    .flatMap((item) => [item, ...convertersOn(machine, item.id)]);
}

/** What hangs on a converter: power that its loads take [W], at most and on average; null while one is not known. */
export function converterLoad(
  machine: Machine,
  converter: Converter,
): { readonly most: number | null; readonly mean: number | null } {
  const loads = machine.auxiliaries.filter((item) => hangsOn(item, converter.id));
  const powers = loads.map((item) => auxiliaryPower(machine, item));
  // A converter behind this one is a load like any other, by what it takes in.
  const behind = machine.converters
    .filter((item) => item.from === converter.id)
    .map((item) => {
      const { most, mean } = converterLoad(machine, item);
      const efficiency = readQuantity(item.specification.efficiency, 'ratio').value;
      return { most: most === null ? null : most / efficiency, mean: mean === null ? null : mean / efficiency };
    });
  // Axes too may hang on it, each with what it draws at the end of its ramp.
  const driven = machine.axes
    .filter((axis) => axis.supply === converter.id)
    .map((axis) => {
      const context = axisContext(machine, axis.id);
      const reckoner = context && new Reckoner(context);
      const most = reckoner && axisPower(reckoner);
      return { most, mean: reckoner?.value(meanPower) ?? most };
    });
  const others = [...behind, ...driven];
  if (powers.some((power) => power === null) || others.some(({ most }) => most === null))
    return { most: null, mean: null };
  const sum = (weight: (item: Auxiliary) => number): number =>
    loads.reduce((total, item, index) => total + (powers[index] ?? 0) * weight(item), 0);
  const more = (of: 'most' | 'mean'): number => others.reduce((total, item) => total + (item[of] ?? 0), 0);
  return {
    most: sum(() => 1) + more('most'),
    mean: sum((item) => readQuantity(item.duty, 'ratio').value) + more('mean'),
  };
}
