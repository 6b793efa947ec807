import { feedOf, type Axis, type Controller, type Machine, type Supply } from '../machine/index.js';
import type { MachineKind } from '../machine-kinds/index.js';

/** One axis and what it shares with others: what the figures of a drive line are reckoned from, and nothing else. */
export interface AxisContext {
  readonly axis: Axis;
  readonly supply: Supply | null;
  readonly controller: Controller;
  readonly machineKind: MachineKind;
}

/** @returns null if the machine has no such axis */
export function axisContext(machine: Machine, axisId: string): AxisContext | null {
  const axis = machine.axes.find((item) => item.id === axisId);
  return axis
    ? { axis, supply: feedOf(machine, axis.supply), controller: machine.controller, machineKind: machine.kind }
    : null;
}

/** Whether two contexts are one and the same design, so that every figure of the one is that of the other. */
export function isSameContext(one: AxisContext, other: AxisContext): boolean {
  return (
    one.axis === other.axis &&
    one.supply === other.supply &&
    one.controller === other.controller &&
    one.machineKind === other.machineKind
  );
}
