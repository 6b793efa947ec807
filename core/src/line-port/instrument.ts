import { parseQuantity, unitsOf, type Dimension, type Unit } from '../quantity/index.js';

/**
 * Reads a line of an instrument that sends plain numbers: `+001.234 mm`, `-0,05`, `12.5`. Words around the number, a
 * decimal comma and a lone sign with spaces behind are taken; two numbers in one line are not, since nobody can say
 * which was meant.
 * @param unit of a number that stands alone
 * @returns the value in SI; null where the line holds no single number or a unit of another dimension
 */
export function readInstrumentLine(line: string, dimension: Dimension, unit: Unit): number | null {
  if (line.length > 200) return null;
  const numbers = [...line.matchAll(/([+-]\s*)?(\d+(?:[.,]\d+)?|[.,]\d+)(?:[eE]([+-]?\d+))?/g)];
  const [found] = numbers;
  if (!found || numbers.length !== 1) return null;
  const [whole, sign = '', digits = '', exponent] = found;
  const behind = line.slice(found.index + whole.length).trim();
  const symbol = /^[^\s,;]*/.exec(behind)?.[0] ?? '';
  const known = unitsOf(dimension).find((item) => item.symbol !== '' && item.symbol === symbol);
  if (symbol !== '' && !known) return null;
  const text = `${sign.trim() === '-' ? '-' : ''}${digits.replace(',', '.')}${exponent ? `e${exponent}` : ''}`;
  const value = parseQuantity(known ? `${text} ${known.symbol}` : text, dimension, unit, 'kept');
  return value.ok && Number.isFinite(value.value.value) ? value.value.value : null;
}
