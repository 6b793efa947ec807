import type { Machine } from '../machine/index.js';
import { figure, Reckoner, type Field, type Figure, type Subject } from '../reckoner/index.js';
import { auxiliaryLoad, supplySubject, type Around } from './subjects.js';
import { numberOf, steadyLoad, type Column, type Load } from './load.js';
import { added, lawsOver, loadField, type Loaded } from './sums.js';
import { powerMean, powerMost } from './supply-figures.js';

/** A machine as what its supplies and its mains sockets have to give. */
export type MachineContext = Loaded;

/** Every supply with all that hangs on it, and every auxiliary that the mains feed. */
function loadsOf(machine: Machine, around: Around): readonly Load[] {
  return [
    ...machine.supplies.map((supply) => {
      const subject = supplySubject(machine, supply, around);
      const about = { id: supply.id, name: subject.place, symbol: subject.place, kind: 'supply' } as const;
      return steadyLoad(about, numberOf(subject, powerMost), numberOf(subject, powerMean));
    }),
    ...machine.auxiliaries
      .filter(({ specification }) => specification.fedBy === 'mains')
      .map((item) => auxiliaryLoad(machine, item)),
  ];
}

export function machineSubject(machine: Machine, around: Around): Subject<MachineContext> {
  return {
    id: 'machine',
    place: 'the machine',
    reckoner: new Reckoner({ loads: loadsOf(machine, around) }),
    edit: null,
  };
}

const all = lawsOver<Loaded>(
  added('Everything at once, without what the supplies themselves lose; what is not known is left out'),
);
const total = (id: string, name: string, symbol: string, column: Column): Figure<MachineContext> =>
  figure<MachineContext>({
    id,
    name,
    symbol,
    dimension: 'power',
    significant: 3,
    law: ({ loads }) =>
      all(
        loads
          .filter(({ numbers }) => numbers[column].value !== null)
          .map(({ id: loadId }): Field<Loaded> => loadField(column, loadId)),
      ),
  });

export const machinePowerMost = total('machine-power-most', 'Power of the whole machine at most', 'P', 'computed');
export const machinePowerMean = total('machine-power-mean', 'Power of the whole machine on average', 'P_m', 'mean');
