import type { Axis, Machine } from '../machine/index.js';
import { markOf } from '../shape/index.js';
import { hookupOf } from './levels.js';
import { netOf, type WiringPlan } from './plan.js';
import { motorNames } from './signals.js';
import { driverBox, motorBox } from './build-plan.js';

/** What stands at each box, as far as a tick or a reading there depends on it. */
function pieces(machine: Machine): ReadonlyMap<string, unknown> {
  const ofAxis = (axis: Axis): readonly (readonly [string, unknown])[] =>
    motorNames(axis).flatMap((_, index) => {
      // Which way a trimmer turns is found out while the list is gone through.
      const { trimmer: _turned, ...wired } = hookupOf(axis);
      const { name, specification } = axis.driver;
      const { motor, feed } = axis;
      return [
        [driverBox(axis, index), [name, specification, feed, wired]],
        [motorBox(axis, index), [motor.name, motor.specification, motor.wiring, wired.cable]],
      ] as const;
    });
  return new Map<string, unknown>([
    ...machine.supplies.map((item) => [`supply:${item.id}`, item] as const),
    ...machine.converters.map((item) => [`converter:${item.id}`, item] as const),
    ['controller', machine.controller],
    ...machine.axes.flatMap(ofAxis),
    ...machine.wiring.switches.map((item) => [`switch:${item.id}`, item] as const),
  ]);
}

/**
 * A mark of what a line of a list is about: the parts at some boxes, and which net each of their terminals is in. It
 * changes when they do, so that a tick holds for what was seen and for nothing else.
 */
export function reliance(machine: Machine, plan: WiringPlan): (boxes: readonly string[]) => string {
  const known = pieces(machine);
  return (boxes) =>
    markOf(
      JSON.stringify(
        boxes.map((id) => [
          id,
          known.get(id) ?? null,
          (plan.boxes.find((box) => box.id === id)?.terminals ?? []).map((terminal) => [
            terminal.id,
            netOf(plan, id, terminal.id)?.id ?? null,
          ]),
        ]),
      ),
    );
}
