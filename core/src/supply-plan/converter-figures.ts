import type { Converter } from '../machine/index.js';
import { figure, law, readingOf, type Field, type Figure } from '../reckoner/index.js';
import { chainInput } from '../power/index.js';
import type { Column } from './load.js';
import { added, lawsOver, loadField, type Loaded } from './sums.js';

/** A converter and what hangs on it. */
export interface ConverterContext extends Loaded {
  readonly converter: Converter;
}

type C = ConverterContext;

const efficiency: Field<C> = {
  kind: 'field',
  id: 'converter.efficiency',
  name: 'Efficiency of the converter',
  symbol: 'η',
  dimension: 'ratio',
  station: null,
  read: ({ converter }) => readingOf(converter.specification.efficiency, 'ratio'),
};

const sumOfLoads = lawsOver<C>(added('Everything on the rail at once'));
/** On average an axis of which that is not known is counted with its most. */
const sumOf = ({ loads }: C, column: Column): ReturnType<typeof sumOfLoads> =>
  sumOfLoads(loads.map(({ id, numbers }) => loadField(numbers[column].value === null ? 'computed' : column, id)));

/** What its loads take; not known while one of them is not. */
export const railDraw = figure<C>({
  id: 'rail-draw',
  name: 'What its loads take at most',
  symbol: 'P_out',
  dimension: 'power',
  significant: 3,
  law: (context) => sumOf(context, 'computed'),
});
const railMean = figure<C>({
  id: 'rail-mean',
  name: 'What its loads take on average',
  symbol: 'P_m',
  dimension: 'power',
  significant: 3,
  law: (context) => sumOf(context, 'mean'),
});

const input = (id: string, name: string, symbol: string, output: Figure<C>): Figure<C> =>
  figure<C>({
    id,
    name,
    symbol,
    dimension: 'power',
    significant: 3,
    law: law({
      formula: '{P} / {efficiency}',
      source: 'Definition of efficiency',
      inputs: { P: output, efficiency },
      compute: ({ P, efficiency: share }) => chainInput(P, [share]),
    }),
  });
export const converterDraw = input('converter-draw', 'What it takes in at most', 'P_in', railDraw);
export const converterMean = input('converter-mean', 'What it takes in on average', 'P_in,m', railMean);
