/** A number as a program has it: no more decimals than it needs, and no zero with a sign. */
export function numberWord(value: number, decimals: number): string {
  const text = value
    .toFixed(decimals)
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '');
  return text === '-0' ? '0' : text;
}

/** A comment of a program, which may hold neither brackets nor characters outside ASCII. */
export function commentWords(text: string): string {
  const plain = text
    .normalize('NFKD')
    .replace(/[()]/g, ' ')
    .replace(/−/g, '-')
    .replace(/[^\x20-\x7e]/g, '')
    .trim();
  return `(${plain})`;
}

const AXIS_LETTERS = /^[XYZABCUVW]$/;

/** Whether a program can name an axis so (NISTIR 6556:2000, the RS274/NGC interpreter, from memory). */
export const isAxisWord = (letter: string): boolean => AXIS_LETTERS.test(letter);
