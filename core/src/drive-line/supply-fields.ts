import { quantityField } from './field-kinds.js';

export const supplyVoltage = quantityField({
  id: 'supply.voltage',
  name: 'Supply voltage',
  symbol: 'V',
  dimension: 'voltage',
  read: ({ supply }) => supply?.set ?? supply?.specification.voltage,
});
