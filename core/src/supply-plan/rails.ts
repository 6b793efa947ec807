import type { Auxiliary, Converter, Machine } from '../machine/index.js';
import { valueOf, type Quantity } from '../shape/index.js';

/** Voltage of a rail: of a supply as it is set, of a converter as it is made. */
export function railQuantity(machine: Machine, rail: string): Quantity | null {
  const supply = machine.supplies.find((item) => item.id === rail);
  if (supply) return supply.set ?? supply.specification.voltage;
  return machine.converters.find((item) => item.id === rail)?.specification.voltage ?? null;
}

/** The same [V]. */
export const railVoltage = (machine: Machine, rail: string): number | null =>
  valueOf(railQuantity(machine, rail), 'voltage');

/** Whether an auxiliary draws from a rail. One that the mains feed draws from none, whatever it hung on before. */
export function hangsOn(item: Auxiliary, rail: string): boolean {
  return item.specification.fedBy === 'rail' && item.rail === rail;
}

/** Converters behind a rail, one behind the other. */
export function convertersOn(machine: Machine, rail: string): readonly Converter[] {
  return machine.converters
    .filter((item) => item.from === rail)
    .flatMap((item) => [item, ...convertersOn(machine, item.id)]);
}
