import { axisContext, type AxisContext } from '@crisp-notch/core/drive-line';
import type { Machine } from '@crisp-notch/core/machine';
import type { Reckoner, Subject } from '@crisp-notch/core/reckoner';
import {
  auxiliarySubject,
  converterSubject,
  machineSubject,
  supplySubject,
  type AuxiliaryContext,
  type ConverterContext,
  type MachineContext,
  type SupplyContext,
} from '@crisp-notch/core/supply-plan';

/** Everything of the open machine that has figures, as it is now. */
export interface Subjects {
  readonly axis: (id: string) => Subject<AxisContext> | null;
  readonly supply: (id: string) => Subject<SupplyContext> | null;
  readonly converter: (id: string) => Subject<ConverterContext> | null;
  readonly auxiliary: (id: string) => Subject<AuxiliaryContext> | null;
  readonly machine: () => Subject<MachineContext>;
}

/** Something with figures as a page shows it, and how its subject is found again after the design was changed. */
export interface Reckoned<C> {
  readonly context: C;
  readonly reckoner: Reckoner<C>;
  readonly subject: (now: Subjects) => Subject<C> | null;
}

/** A subject as a page shows it, found again by the same question. */
export function reckoned<C>(now: Subjects, subject: (at: Subjects) => Subject<C> | null): Reckoned<C> | null {
  const found = subject(now);
  return found && { context: found.reckoner.context, reckoner: found.reckoner, subject };
}

type Edit = (key: string, change: (machine: Machine) => Machine) => void;

/** An axis of the design; a changed one is put in its place. */
export function axisSubject(reckoner: Reckoner<AxisContext>, edit: Edit | null): Subject<AxisContext> {
  const { id, letter } = reckoner.context.axis;
  return {
    id,
    place: letter,
    reckoner,
    edit:
      edit &&
      ((key, change): void => {
        edit(`${id}.${key}`, (machine) => {
          const context = axisContext(machine, id);
          if (!context) return machine;
          const { axis } = change(context);
          return { ...machine, axes: machine.axes.map((item) => (item.id === id ? axis : item)) };
        });
      }),
  };
}

/** @param axes reckoned already */
export function subjectsOf(machine: Machine, axes: readonly Reckoner<AxisContext>[], edit: Edit): Subjects {
  const around = { axes: axes.map((reckoner) => axisSubject(reckoner, edit)), edit };
  return {
    axis: (id) => around.axes.find((item) => item.id === id) ?? null,
    supply: (id) => {
      const supply = machine.supplies.find((item) => item.id === id);
      return supply ? supplySubject(machine, supply, around) : null;
    },
    converter: (id) => {
      const converter = machine.converters.find((item) => item.id === id);
      return converter ? converterSubject(machine, converter, around) : null;
    },
    auxiliary: (id) => {
      const item = machine.auxiliaries.find((auxiliary) => auxiliary.id === id);
      return item ? auxiliarySubject(machine, item) : null;
    },
    machine: () => machineSubject(machine, around),
  };
}
