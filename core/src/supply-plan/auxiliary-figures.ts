import type { Auxiliary, Machine } from '../machine/index.js';
import { figure, law, readingOf, type Field, type Law } from '../reckoner/index.js';
import type { Quantity } from '../shape/index.js';
import { railQuantity } from './rails.js';

/** An auxiliary and the voltage that it is given. */
export interface AuxiliaryContext {
  readonly item: Auxiliary;
  /** Of its rail, or of its plate where the mains feed it; null while not known. */
  readonly volts: Quantity | null;
}

type C = AuxiliaryContext;

export function auxiliaryContext(machine: Machine, item: Auxiliary): AuxiliaryContext {
  const { fedBy, voltage: plate } = item.specification;
  return { item, volts: fedBy === 'mains' ? plate : item.rail === null ? null : railQuantity(machine, item.rail) };
}

/** Run below its own voltage on purpose it draws what was read from its sheet for that; else what its plate says. */
const amperesOf = ({ item }: C): Quantity | null =>
  (item.specification.fedBy === 'rail' ? item.drawn : null) ?? item.specification.current;

const field = (
  id: string,
  name: string,
  symbol: string,
  dimension: 'voltage' | 'current' | 'power' | 'ratio',
  read: (context: C) => Quantity | null,
): Field<C> => ({
  kind: 'field',
  id: `auxiliary.${id}`,
  name,
  symbol,
  dimension,
  station: null,
  read: (context) => readingOf(read(context), dimension),
});
const volts = field('voltage', 'Voltage that it is given', 'V', 'voltage', (context) => context.volts);
const amperes = field('current', 'Current that it draws there', 'I', 'current', amperesOf);
const watts = field('power', 'Power of its plate', 'P_n', 'power', ({ item }) => item.specification.power);
const duty = field('duty', 'Part of the time that it is on', 'd', 'ratio', ({ item }) => item.duty);

const byAmperes: Law<C> = law({
  formula: '{V} · {I}',
  source: 'Definition of power',
  inputs: { V: volts, I: amperes },
  compute: ({ V, I }) => V * I,
});
const byPlate: Law<C> = law({
  formula: '{P}',
  source: 'Its plate',
  inputs: { P: watts },
  compute: ({ P }) => P,
});

/** While it is on, from its rail or from the mains. */
export const auxiliaryDraw = figure<C>({
  id: 'auxiliary-draw',
  name: 'Power while it is on',
  symbol: 'P',
  dimension: 'power',
  significant: 3,
  law: (context) => (context.volts === null || amperesOf(context) === null ? byPlate : byAmperes),
});

export const auxiliaryMean = figure<C>({
  id: 'auxiliary-mean',
  name: 'Power on average',
  symbol: 'P_m',
  dimension: 'power',
  significant: 3,
  law: law({
    formula: '{duty} · {P}',
    source: 'Share of the time that it is on',
    inputs: { duty, P: auxiliaryDraw },
    compute: ({ duty: share, P }) => share * P,
  }),
});
