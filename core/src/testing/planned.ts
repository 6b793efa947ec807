import { sayIn } from '../drive-line/index.js';
import { newMachine, type Axis, type Machine } from '../machine/index.js';
import type { MachineKind } from '../machine-kinds/index.js';
import { blankStage } from '../parts/index.js';
import { plannerOf, type Planned } from '../planners/index.js';
import { quantityOf, withCount } from '../shape/index.js';
import type { WorkKind, WorkOf } from '../work/index.js';

/** A machine of a kind as it is begun, each axis with a stepper of 200 steps at sixteenths that can do its job. */
export function steppedMachine(kind: MachineKind, change: (axis: Axis) => Axis = (axis) => axis): Machine {
  const machine = newMachine('Planned', kind);
  const q = (text: string) => quantityOf(text);
  return {
    ...machine,
    axes: machine.axes.map((axis) =>
      change({
        ...axis,
        driver: { ...withCount(axis.driver, 'microsteps', 16), currentLimit: q('1.5 A') },
        motor: {
          ...axis.motor,
          specification: {
            ...axis.motor.specification,
            stepAngle: q('1.8 °'),
            holdingTorque: q('0.45 N·m'),
            ratedCurrent: q('1.5 A'),
            resistance: q('1.6 Ω'),
            inductance: q('3 mH'),
            rotorInertia: q('60 g·cm²'),
          },
        },
      }),
    ),
  };
}

/** The same with pairs of wheels between motor and what turns. */
export const geared =
  (...teeth: readonly (readonly [driven: number, driver: number])[]) =>
  (axis: Axis): Axis => ({ ...axis, reduction: teeth.map(([driven, driver]) => blankStage('gear', driver, driven)) });

/** What a planner comes to on a machine, with some of what it begins with said otherwise. */
export const plannedOn = <K extends WorkKind>(kind: K, machine: Machine, change: Partial<WorkOf<K>> = {}): Planned =>
  plannerOf(kind).plan(machine, { ...plannerOf(kind).first(machine), ...change }, sayIn('metric'));

/** A figure of a plan whose name begins so. @throws RangeError where there is none */
export function figureOf({ figures }: Planned, name: string): number | null {
  const found = figures.find((item) => item.name.startsWith(name));
  if (!found) throw new RangeError(`no figure “${name}” among ${figures.map((item) => item.name).join('; ')}`);
  return found.value;
}

/** What a plan is stopped by, and what it is careful about. */
export const stopsOf = ({ warnings }: Planned): readonly string[] =>
  warnings.filter(({ severity }) => severity === 'stop').map(({ sentence }) => sentence);
export const cautionsOf = ({ warnings }: Planned): readonly string[] =>
  warnings.filter(({ severity }) => severity === 'caution').map(({ sentence }) => sentence);
