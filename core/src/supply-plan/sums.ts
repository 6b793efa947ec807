import { law, plainReading, type Field, type Figure, type Inputs, type Law } from '../reckoner/index.js';
import { showQuantity, preferredUnit } from '../quantity/index.js';
import { COLUMNS, type Column, type Load, type LoadNumber } from './load.js';

/** What has loads: a supply, a converter, the machine. */
export interface Loaded {
  readonly loads: readonly Load[];
}

/** Fields and figures of loads are made once each: a reckoner knows them by their identity. */
export function madeOnce<T>(make: (column: Column, loadId: string) => T): (column: Column, loadId: string) => T {
  const made = new Map<string, T>();
  return (column, loadId) => {
    const key = `${column} ${loadId}`;
    const known = made.get(key);
    if (known !== undefined) return known;
    const item = make(column, loadId);
    made.set(key, item);
    return item;
  };
}

const numberIn = ({ loads }: Loaded, column: Column, loadId: string): LoadNumber | null =>
  loads.find(({ id }) => id === loadId)?.numbers[column] ?? null;

/** Name of a load, or its identity once it is gone. */
export const loadName = ({ loads }: Loaded, loadId: string): string =>
  loads.find(({ id }) => id === loadId)?.name ?? loadId;
export const loadSymbol = ({ loads }: Loaded, loadId: string): string =>
  loads.find(({ id }) => id === loadId)?.symbol ?? loadId;

/** What a load takes, worked out where the load is at home. */
export const loadField = madeOnce((column, loadId): Field<Loaded> => {
  const isCurrent = (context: Loaded): boolean => numberIn(context, column, loadId)?.isCurrent ?? false;
  return {
    kind: 'field',
    id: `load.${loadId}.${column}`,
    name: 'What it takes',
    nameIn: (context) => `${loadName(context, loadId)}, ${COLUMNS[column].words}`,
    symbol: (context) => `${isCurrent(context) ? 'I' : 'P'}(${loadSymbol(context, loadId)})`,
    dimension: (context) => (isCurrent(context) ? 'current' : 'power'),
    station: null,
    read: (context) => {
      const number = numberIn(context, column, loadId);
      if (number?.value == null) return null;
      const unit = preferredUnit(number.isCurrent ? 'current' : 'power', 'metric');
      return plainReading(number.value, showQuantity(number.value, unit, { significant: 4 }), number.isAssumed);
    },
    workedOut: (context) => numberIn(context, column, loadId)?.explain() ?? null,
  };
});

/** How a list of numbers becomes one. */
export interface Together {
  readonly source: string;
  readonly formula: (parts: readonly string[]) => string;
  readonly compute: (values: readonly number[]) => number;
}

export const added = (source: string): Together => ({
  source,
  formula: (parts) => (parts.length === 0 ? '0' : parts.join(' + ')),
  compute: (values) => values.reduce((total, value) => total + value, 0),
});
export const leastOf = (source: string): Together => ({
  source,
  formula: (parts) => `min(${parts.join(', ')})`,
  compute: (values) => Math.min(...values),
});
export const mostOf = (source: string): Together => ({
  source,
  formula: (parts) => `max(${parts.join(', ')})`,
  compute: (values) => Math.max(...values),
});

/**
 * Laws over lists of inputs, the same one for the same inputs: a reckoner works out anew what has another law. One maker
 * serves lists of one kind of context, told apart by their inputs' identities.
 */
export function lawsOver<C>({
  source,
  formula,
  compute,
}: Together): (items: readonly (Field<C> | Figure<C>)[]) => Law<C> {
  const made = new Map<string, Law<C>>();
  return (items) => {
    const key = items.map(({ id }) => id).join(' ');
    const known = made.get(key);
    if (known) return known;
    const inputs: Inputs<C> = Object.fromEntries(items.map((item, index) => [`part${index}`, item]));
    const one: Law<C> = law({
      formula: formula(Object.keys(inputs).map((name) => `{${name}}`)),
      source,
      inputs,
      compute: (values: Readonly<Record<string, number>>) => compute(Object.values(values)),
    });
    made.set(key, one);
    return one;
  };
}
