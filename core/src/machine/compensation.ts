import { date, kinds, list, nullable, quantity, readQuantity, record, text, type Of } from '../shape/index.js';

const positive = { isPositive: true } as const;

/** Most places of a table of errors. */
export const PITCH_PLACES_MOST = 60;

/** A figure of a check that was to be expected once it was put in, from and to. */
const expected = (dimension: 'length' | 'angle') =>
  record({
    /** As the check that found it calls it, e.g. `A`. */
    symbol: text(12, 1),
    value: quantity(dimension),
    low: quantity(dimension),
    high: quantity(dimension),
  });

const fieldsOf = (dimension: 'length' | 'angle') => ({
  /** Lost motion that is made up for at each change of direction. */
  reversal: nullable(quantity(dimension, positive, 'Reversal taken out')),
  /** What is added to a commanded place, by place; between places in proportion, beyond the ends as at the end. */
  pitch: list(record({ at: quantity(dimension), by: quantity(dimension) }), PITCH_PLACES_MOST),
  /** What the check that led to it reckons to be left; held against the next one. */
  expects: list(expected(dimension), 6),
  reason: text(200),
  on: nullable(date()),
});

/** What the controller takes out of an axis besides its scale. */
export const compensationShape = kinds({ linear: fieldsOf('length'), rotary: fieldsOf('angle') });
export type Compensation = Of<typeof compensationShape>;

/**
 * What a table of errors adds to a commanded place [SI]: in proportion between its places, beyond its ends as at the
 * end (common practice, no source).
 */
export function pitchAt({ kind, pitch }: Compensation, place: number): number {
  const dimension = kind === 'linear' ? 'length' : 'angle';
  const nodes = pitch
    .map(({ at, by }) => ({ at: readQuantity(at, dimension).value, by: readQuantity(by, dimension).value }))
    .sort((a, b) => a.at - b.at);
  const next = nodes.findIndex(({ at }) => at >= place);
  const [after, before] = [nodes[next], nodes[next - 1]];
  if (!after) return nodes.at(-1)?.by ?? 0;
  if (!before) return after.by;
  return before.by + ((after.by - before.by) * (place - before.at)) / (after.at - before.at);
}
