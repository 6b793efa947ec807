import { sayIn } from '@crisp-notch/core/drive-line';
import { stopsFirst, type Finding } from '@crisp-notch/core/finding';
import type { Machine } from '@crisp-notch/core/machine';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import { supplyPlans } from '@crisp-notch/core/supply-plan';
import {
  boxLines,
  boxSight,
  judgeWiring,
  lineStates,
  powerGate,
  readingFindings,
  statesOf,
  wiringPlan,
  type BoxSight,
  type LineState,
  type PowerGate,
  type WiringPlan,
} from '@crisp-notch/core/wiring';
import type { AxisView } from '../data/design-store';
import { axisSubject } from '../data/subjects';

/** Everything the pages of wiring show of a machine. */
export interface WiringSight {
  readonly machine: Machine;
  readonly plan: WiringPlan;
  readonly findings: readonly Finding[];
  readonly states: readonly LineState[];
  readonly gate: PowerGate;
  readonly box: BoxSight;
  /** What has to be seen of the box. */
  readonly boxStates: readonly LineState[];
  /** What nobody has said yet and the plan would know, in words. */
  readonly unsaid: readonly string[];
}

function unsaidOf(machine: Machine): readonly string[] {
  const drivers = machine.axes.filter(({ driver }) => driver.specification.logic === null).map(({ letter }) => letter);
  return [
    ...(machine.controller.specification.logic === null ? ['what the controller’s pins give'] : []),
    ...(drivers.length === 0
      ? []
      : [`how the inputs of ${drivers.length === 1 ? 'driver' : 'drivers'} ${drivers.join(', ')} are made`]),
  ];
}

export function wiringSight(machine: Machine, axes: readonly AxisView[], units: UnitSystem): WiringSight {
  const say = sayIn(units);
  const plan = wiringPlan(machine);
  const around = axes.map(({ reckoner }) => axisSubject(reckoner, null));
  const supplies = supplyPlans(machine, say, { axes: around, edit: null });
  const after = new Map(supplies.map(({ supply, braking }) => [supply.id, braking?.after ?? null]));
  const states = lineStates({ machine, plan, axes: axes.map(({ reckoner }) => reckoner), say });
  const findings = stopsFirst([
    ...readingFindings(states),
    ...judgeWiring({ machine, plan, say, busAfter: (id) => after.get(id) ?? null }),
  ]);
  const box = boxSight({
    machine,
    axes: axes.map(({ reckoner }) => reckoner),
    supplies,
    around: { axes: around, edit: null },
    say,
  });
  return {
    machine,
    plan,
    findings,
    states,
    gate: powerGate(states, findings),
    box,
    boxStates: statesOf(machine, boxLines(machine)),
    unsaid: unsaidOf(machine),
  };
}
