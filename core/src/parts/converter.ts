import { nullable, quantity, record, type Of, type Json } from '../shape/index.js';
import { positive, share } from './bounds.js';
import { fact } from './columns.js';
import { guess, join, partKind, shown } from './kind.js';

/** Makes another rail from a supply. */
const shape = record({
  voltage: nullable(quantity('voltage', positive, 'Output voltage')),
  current: nullable(quantity('current', positive, 'Greatest current')),
  efficiency: quantity('ratio', share, 'Efficiency'),
});
export type ConverterSpecification = Of<typeof shape>;

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = {
  voltage: null,
  current: null,
  efficiency: { text: '85 %', from: 'assumed', on: null, plusMinus: null },
};

export const converter = partKind<ConverterSpecification, typeof shape>({
  plural: 'converters',
  group: 'Supply and wires',
  shape,
  // A switching step-down converter (common practice, no source).
  blank: { voltage: null, current: null, efficiency: guess('85 %') },
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: [fact('voltage', 'voltage'), fact('current', 'current'), fact('efficiency', 'efficiency')],
  wanted: () => ({ voltage: 'voltage', current: 'current' }),
  summary: ({ voltage, current, efficiency }) => join(shown(voltage), shown(current), `η ${efficiency.text}`),
  place: { at: 'list', list: 'converters' },
});
