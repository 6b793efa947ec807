import { feedOf, type Axis, type Machine, type Supply } from '../machine/index.js';

/** One axis within its machine: what the figures of a drive line are reckoned from. */
export interface AxisContext {
  readonly machine: Machine;
  readonly axis: Axis;
  readonly supply: Supply | null;
}

/** @returns null if the machine has no such axis */
export function axisContext(machine: Machine, axisId: string): AxisContext | null {
  const axis = machine.axes.find((item) => item.id === axisId);
  return axis ? { machine, axis, supply: feedOf(machine, axis.supply) } : null;
}
