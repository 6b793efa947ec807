import { record } from '../shape/index.js';
import { partKind } from './kind.js';

/** Whatever else is kept and bought: it has a name, a price and a place in the shed. */
const shape = record({});

export const other = partKind({
  plural: 'other things',
  group: 'Other',
  shape,
  blank: {},
  completed: (older) => older,
  columns: [],
  wanted: () => ({}),
  summary: () => '',
  place: null,
});
