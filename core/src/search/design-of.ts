import { advisedPeak, crestMost } from '../driver/index.js';
import type { Axis, Machine } from '../machine/index.js';
import type { DriverSpecification } from '../parts/index.js';
import { quantityOf, readQuantity, type Quantity } from '../shape/index.js';
import { windingFactors } from '../motor/index.js';
import type { Choice, Combination, CurrentChoice, MotorChoice, Space } from './space.js';

/** Three digits, down, so that a limit is never above what it is taken from. */
function threeDigitsDown(value: number): number {
  const grain = 10 ** (Math.floor(Math.log10(value)) - 2);
  return Number((Math.floor(value / grain + 1e-9) * grain).toPrecision(3));
}

/**
 * The current limit of a choice, crest [A]: a share of what the motor's school allows and the driver bears.
 * @returns null where the rated current is not known or the limit stays as it is set
 */
export function limitOf(
  motor: MotorChoice,
  driver: DriverSpecification,
  current: CurrentChoice,
  school: Axis['currentSchool'],
): number | null {
  const { ratedCurrent, quotedFor } = motor.specification;
  if (current === 'as-set' || ratedCurrent === null) return null;
  const rated = readQuantity(ratedCurrent, 'current').value * windingFactors(quotedFor, motor.wiring).current;
  const most = driver.currentMost
    ? crestMost(readQuantity(driver.currentMost, 'current').value, driver.currentReads, driver.type === 'chopper')
    : Infinity;
  return threeDigitsDown(current * Math.min(advisedPeak(rated, school), most));
}

const at = <T>(list: readonly T[], index: number): T => {
  const item = list[index];
  if (item === undefined) throw new RangeError(`combination must lie in the space, got ${index} of ${list.length}`);
  return item;
};

const linkOf = ({ partId, name }: Choice<unknown>): { readonly id: string; readonly name: string } | null =>
  partId === null ? null : { id: partId, name };

const isSame = (before: Quantity | null, after: Quantity | null): boolean =>
  before !== null && after !== null && readQuantity(before, 'length').value === readQuantity(after, 'length').value;

/** Whether the axis' coupling still fits another motor, and another line behind it: the two together decide. */
export function motorKeepsCoupling(axis: Axis, motor: Axis['motor']['specification']): boolean {
  return axis.motor.specification === motor || isSame(axis.motor.specification.shaft, motor.shaft);
}
export function lineKeepsCoupling(
  axis: Axis,
  reduction: Axis['reduction'],
  transmission: Axis['transmission']['specification'],
): boolean {
  const isShaftToShaft = reduction === axis.reduction || reduction.length === 0;
  return (
    isShaftToShaft &&
    (axis.transmission.specification === transmission ||
      isSame(axis.transmission.specification.shaft, transmission.shaft))
  );
}

/**
 * Coupling and mount stay where they still fit: a coupling while both its shafts are as before and nothing comes
 * between, a mount while the frame is the same. Otherwise they have to be chosen anew.
 */
function jointsOf(before: Axis, after: Axis): Pick<Axis, 'coupling' | 'mount'> {
  const isMotorKept = before.motor.specification === after.motor.specification;
  const keepsCoupling =
    motorKeepsCoupling(before, after.motor.specification) &&
    lineKeepsCoupling(before, after.reduction, after.transmission.specification);
  const { frame } = before.motor.specification;
  const isFrameKept =
    isMotorKept || (frame === after.motor.specification.frame && frame !== 'unknown' && frame !== 'other');
  return { coupling: keepsCoupling ? before.coupling : null, mount: isFrameKept ? before.mount : null };
}

/** The machine with one combination of the space in its axis. @throws RangeError for a combination outside the space */
export function designOf(space: Space, combination: Combination): Machine {
  const { machine, axisId } = space;
  const [motor, driver, reduction, transmission] = [
    at(space.motors, combination.motor),
    at(space.drivers, combination.driver),
    at(space.reductions, combination.reduction),
    at(space.transmissions, combination.transmission),
  ];
  const [controller, voltage] = [
    at(space.controllers, combination.controller),
    at(space.voltages, combination.voltage),
  ];
  const current = at(space.currents, combination.current);
  const kept = <S>(choice: Choice<S>, present: S): boolean => choice.specification === present;
  const change = (axis: Axis): Axis => {
    const limit = limitOf(motor, driver.specification, current, axis.currentSchool);
    const changed: Axis = {
      ...axis,
      motor: kept(motor, axis.motor.specification)
        ? { ...axis.motor, wiring: motor.wiring }
        : {
            ...axis.motor,
            part: linkOf(motor),
            name: motor.name,
            specification: motor.specification,
            wiring: motor.wiring,
          },
      driver: {
        ...(kept(driver, axis.driver.specification)
          ? axis.driver
          : { ...axis.driver, part: linkOf(driver), name: driver.name, specification: driver.specification }),
        microsteps: at(space.microsteps, combination.microsteps),
        // What the search chose is no guess; what it kept stays what it was.
        guessed: at(space.microsteps, combination.microsteps) === axis.driver.microsteps ? axis.driver.guessed : [],
        currentLimit: limit === null ? axis.driver.currentLimit : quantityOf(`${limit} A`),
      },
      reduction: reduction.specification,
      transmission: kept(transmission, axis.transmission.specification)
        ? axis.transmission
        : {
            ...axis.transmission,
            part: linkOf(transmission),
            name: transmission.name,
            specification: transmission.specification,
          },
      // What was measured on another drive line says nothing of this one.
      setting: null,
    };
    return { ...changed, ...jointsOf(axis, changed) };
  };
  const axis = machine.axes.find((item) => item.id === axisId);
  return {
    ...machine,
    axes: machine.axes.map((item) => (item.id === axisId ? change(item) : item)),
    supplies: machine.supplies.map((item) =>
      item.id === axis?.supply && voltage !== null
        ? { ...item, set: null, specification: { ...item.specification, voltage: quantityOf(`${voltage} V`) } }
        : item,
    ),
    controller: kept(controller, machine.controller.specification)
      ? machine.controller
      : { part: linkOf(controller), name: controller.name, specification: controller.specification },
  };
}

/** What a combination costs beyond what is owned; null prices count as nothing, and are counted. */
export function costOf(
  space: Space,
  combination: Combination,
): { readonly known: number; readonly unknownCount: number } {
  const axis = space.machine.axes.find((item) => item.id === space.axisId);
  const count = axis?.motor.count ?? 1;
  const prices = [
    [at(space.motors, combination.motor).price, count],
    [at(space.drivers, combination.driver).price, count],
    [at(space.reductions, combination.reduction).price, 1],
    [at(space.transmissions, combination.transmission).price, 1],
    [at(space.controllers, combination.controller).price, 1],
  ] as const;
  return {
    known: prices.reduce((sum, [price, times]) => sum + (price ?? 0) * times, 0),
    unknownCount: prices.filter(([price]) => price === null).length,
  };
}
