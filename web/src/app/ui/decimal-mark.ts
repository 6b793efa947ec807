import type { Reading } from '@crisp-notch/core/quantity';

/** The decimal mark of the reader's language: what lies on the number keys of a phone. */
export function decimalMark(language?: string): '.' | ',' {
  const mark = new Intl.NumberFormat(language).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value;
  return mark === ',' ? ',' : '.';
}

/** How a number that is typed here is read: a comma is decimal where the reader's language writes it so. */
export function typedReading(mark = decimalMark()): Reading {
  return mark === ',' ? 'typed with a comma' : 'typed';
}
