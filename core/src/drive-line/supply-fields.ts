import { MACHINE_ASKED } from '../machine/index.js';
import { PARTS } from '../parts/index.js';
import { wireArea } from '../power/index.js';
import { askedOf } from '../shape/index.js';
import { derivedField, quantityField } from './field-kinds.js';

const SUPPLY = askedOf(PARTS.supply.shape);

export const supplyVoltage = quantityField({
  id: 'supply.voltage',
  name: 'Supply voltage',
  symbol: 'V',
  dimension: 'voltage',
  asked: SUPPLY.voltage,
  read: ({ supply }) => supply?.set ?? supply?.specification.voltage,
});

export const feedLength = quantityField({
  id: 'feed.length',
  name: 'Length of the wires to the driver',
  symbol: 'l_w',
  dimension: 'length',
  asked: MACHINE_ASKED.feed.length,
  read: ({ axis }) => axis.feed.length,
});

export const feedArea = derivedField(
  'feed.area',
  'Cross-section of the wires to the driver',
  'A_w',
  'area',
  ({ axis }) => {
    const { wire } = axis.feed;
    if (!wire) return null;
    return {
      value: wireArea(wire),
      text: wire.kind === 'gauge' ? `AWG ${wire.number}` : wire.area.text,
      isAssumed: wire.kind === 'area' && wire.area.from === 'assumed',
    };
  },
);
