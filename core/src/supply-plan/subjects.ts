import { axisContext, type AxisContext } from '../drive-line/index.js';
import type { Auxiliary, Converter, Machine, Supply } from '../machine/index.js';
import { Reckoner, type Subject } from '../reckoner/index.js';
import { auxiliaryContext, auxiliaryDraw, auxiliaryMean, type AuxiliaryContext } from './auxiliary-figures.js';
import { converterDraw, converterMean, type ConverterContext } from './converter-figures.js';
import { axisLoad, numberOf, steadyLoad, type Load } from './load.js';
import { hangsOn, railQuantity } from './rails.js';
import type { SupplyContext } from './supply-figures.js';

/** Where subjects get their axes from, and how a change of a supply comes into the design; null: it does not. */
export interface Around {
  readonly axes: readonly Subject<AxisContext>[];
  readonly edit: ((key: string, change: (machine: Machine) => Machine) => void) | null;
}

/** Every axis of a machine, reckoned from scratch and not to be changed. */
export function bareAxes(machine: Machine): readonly Subject<AxisContext>[] {
  return machine.axes.flatMap((axis) => {
    const context = axisContext(machine, axis.id);
    return context ? [{ id: axis.id, place: axis.letter, reckoner: new Reckoner(context), edit: null }] : [];
  });
}

const subject = <C>(id: string, place: string, context: C): Subject<C> => ({
  id,
  place,
  reckoner: new Reckoner(context),
  edit: null,
});

export function auxiliarySubject(machine: Machine, item: Auxiliary): Subject<AuxiliaryContext> {
  return subject(item.id, item.name || item.specification.use, auxiliaryContext(machine, item));
}

export function auxiliaryLoad(machine: Machine, item: Auxiliary): Load {
  const about = auxiliarySubject(machine, item);
  return steadyLoad(
    { id: item.id, name: about.place, symbol: about.place, kind: 'auxiliary' },
    numberOf(about, auxiliaryDraw),
    numberOf(about, auxiliaryMean),
  );
}

export function converterSubject(machine: Machine, converter: Converter, around: Around): Subject<ConverterContext> {
  const place = converter.name || 'Converter';
  return subject(converter.id, place, { converter, loads: loadsOn(machine, converter.id, around) });
}

function converterLoad(machine: Machine, converter: Converter, around: Around): Load {
  const about = converterSubject(machine, converter, around);
  return steadyLoad(
    { id: converter.id, name: about.place, symbol: about.place, kind: 'converter' },
    numberOf(about, converterDraw),
    numberOf(about, converterMean),
  );
}

/** Axes, auxiliaries and converters that draw from a rail. */
function loadsOn(machine: Machine, rail: string, around: Around): readonly Load[] {
  return [
    ...around.axes.filter(({ reckoner }) => reckoner.context.axis.supply === rail).map(axisLoad),
    ...machine.auxiliaries.filter((item) => hangsOn(item, rail)).map((item) => auxiliaryLoad(machine, item)),
    ...machine.converters.filter((item) => item.from === rail).map((item) => converterLoad(machine, item, around)),
  ];
}

export function supplySubject(machine: Machine, supply: Supply, around: Around): Subject<SupplyContext> {
  const { edit } = around;
  const number = machine.supplies.indexOf(supply) + 1;
  const context = {
    supply,
    voltage: railQuantity(machine, supply.id),
    loads: loadsOn(machine, supply.id, around),
    axes: around.axes.filter(({ reckoner }) => reckoner.context.axis.supply === supply.id),
  };
  return {
    ...subject<SupplyContext>(supply.id, supply.name || `supply ${number}`, context),
    edit:
      edit &&
      ((key, change): void => {
        edit(`supply.${supply.id}.${key}`, (design) => ({
          ...design,
          supplies: design.supplies.map((item) =>
            item.id === supply.id ? change({ ...context, supply: item }).supply : item,
          ),
        }));
      }),
  };
}
