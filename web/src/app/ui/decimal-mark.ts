/** The decimal mark of the reader's language: what lies on the number keys of a phone. */
export function decimalMark(language = navigator.language): '.' | ',' {
  const mark = new Intl.NumberFormat(language).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value;
  return mark === ',' ? ',' : '.';
}
