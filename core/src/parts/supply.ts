import { choice, nullable, quantity, record, type Of, type Json } from '../shape/index.js';
import { positive, share } from './bounds.js';
import { fact, word } from './columns.js';
import { guess, join, partKind, shown } from './kind.js';

const shape = record({
  type: choice('mains', 'battery', 'other'),
  voltage: nullable(quantity('voltage', positive, 'Voltage')),
  current: nullable(quantity('current', positive, 'Greatest current')),
  /** Of a supply that is sold by its watts. */
  power: nullable(quantity('power', positive, 'Greatest power')),
  /** Where its output can be set, between these. */
  adjustLeast: nullable(quantity('voltage', positive, 'Adjusts from')),
  adjustMost: nullable(quantity('voltage', positive, 'Adjusts to')),
  /** The most that its output bears when a braking mass feeds back. */
  voltageBorne: nullable(quantity('voltage', positive, 'Withstands at its output')),
  /** Across its output. */
  capacitance: nullable(quantity('capacitance', positive, 'Capacitance')),
  /** Of a battery: its charge, and the share of it that may be used. */
  charge: nullable(quantity('charge', positive, 'Charge')),
  depth: quantity('ratio', share, 'Of it usable'),
});
export type SupplySpecification = Of<typeof shape>;

const blank: SupplySpecification = {
  type: 'mains',
  voltage: null,
  current: null,
  power: null,
  adjustLeast: null,
  adjustMost: null,
  voltageBorne: null,
  capacitance: null,
  charge: null,
  // Deeper ages most batteries fast (common practice, no source).
  depth: guess('80 %'),
};

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = {
  type: 'mains',
  voltage: null,
  current: null,
  power: null,
  adjustLeast: null,
  adjustMost: null,
  voltageBorne: null,
  capacitance: null,
  charge: null,
  depth: { text: '80 %', from: 'assumed', on: null, plusMinus: null },
};

export const supply = partKind<SupplySpecification, typeof shape>({
  plural: 'supplies',
  group: 'Supply and wires',
  shape,
  blank,
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: [
    fact('voltage', 'voltage'),
    fact('current', 'current'),
    word('supply_type', 'type'),
    fact('power', 'power'),
    fact('adjust_least', 'adjustLeast'),
    fact('adjust_most', 'adjustMost'),
    fact('voltage_borne', 'voltageBorne'),
    fact('capacitance', 'capacitance'),
    fact('charge', 'charge'),
    fact('depth', 'depth'),
  ],
  wanted: () => ({ voltage: 'voltage', current: 'current', voltageBorne: 'voltage borne', capacitance: 'capacitance' }),
  summary: ({ type, voltage, current, charge }) =>
    join(type === 'battery' ? 'battery' : '', shown(voltage), shown(current), shown(charge)),
  place: { at: 'supply' },
});
