import { choice, nullable, quantity, record, type Of, type Json } from '../shape/index.js';
import { positive } from './bounds.js';
import { fact, word } from './columns.js';
import { join, partKind, shown } from './kind.js';

const shape = record({
  use: choice('spindle', 'coolant', 'fan', 'relay', 'lights', 'electronics', 'other'),
  /** Whether a rail of the machine feeds it or the mains; what the mains feed hangs on no supply. */
  fedBy: choice('rail', 'mains'),
  /** Of one that is sold by its watts. */
  power: nullable(quantity('power', positive, 'Power')),
  /** What its plate says, while it is on. */
  voltage: nullable(quantity('voltage', positive, 'Needs voltage')),
  current: nullable(quantity('current', positive, 'Draws')),
});
export type AuxiliarySpecification = Of<typeof shape>;

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = { use: 'other', fedBy: 'rail', power: null, voltage: null, current: null };

export const auxiliary = partKind<AuxiliarySpecification, typeof shape>({
  plural: 'auxiliaries',
  group: 'Auxiliaries',
  shape,
  blank: { use: 'other', fedBy: 'rail', power: null, voltage: null, current: null },
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: [
    fact('voltage', 'voltage'),
    fact('current', 'current'),
    fact('power', 'power'),
    word('use', 'use'),
    word('fed_by', 'fedBy'),
  ],
  // Watts say what a load draws as well as amperes do.
  wanted: ({ power }) => ({ voltage: 'voltage', [power === null ? 'current' : 'power']: 'current' }),
  summary: ({ use, voltage, current, power, fedBy }) =>
    join(use, shown(voltage), shown(current ?? power), fedBy === 'mains' ? 'on the mains' : ''),
  place: { at: 'list', list: 'auxiliaries' },
});
