import { parseRational, type Rational } from './rational.js';

/** A number at the head of a text, with what stands behind it. */
export interface NumberHead {
  readonly number: Rational;
  /** As it was written, without the sign's spaces. */
  readonly text: string;
  readonly rest: string;
  /** Two values that it could have; null where it can only mean one. */
  readonly couldBe: readonly [string, string] | null;
}

const FRACTION = String.raw`\d+(?:\s+|\s*-\s*)\d+\s*[/⁄]\s*\d+|\d+\s*[/⁄]\s*\d+`;
const GROUP_SPACE = "[\\u0020\\u00a0\\u2009\\u202f']";
/**
 * Thousands set off by spaces; by points before a decimal comma; by commas before a decimal point; or twice by the same
 * mark.
 */
const GROUPED = [
  String.raw`\d{1,3}(?:${GROUP_SPACE}\d{3})+(?:[.,]\d+)?(?![\d/⁄])`,
  String.raw`\d{1,3}(?:\.\d{3})+,\d+`,
  String.raw`\d{1,3}(?:,\d{3})+\.\d+`,
  String.raw`\d{1,3}(?:,\d{3}){2,}`,
  String.raw`\d{1,3}(?:\.\d{3}){2,}`,
].join('|');
const PLAIN = String.raw`(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?`;
const HEAD = new RegExp(`^[+-]?(?:(${FRACTION})|(${GROUPED})|(${PLAIN}))`, 'i');

/** `½` as the fraction it is, `1½` as one and a half. */
const VULGAR = /(\d?)\s*([\u00bc-\u00be\u2150-\u215e])/g;

/**
 * One way of writing for the ways in which numbers are typed: full-width digits, signs set apart, fractions of one
 * character.
 */
function plainText(text: string): string {
  const spelled = text.replace(
    VULGAR,
    (_whole, before: string, mark: string) => `${before}${before === '' ? '' : ' '}${mark.normalize('NFKC')}`,
  );
  // Only digits and signs of the full width: to fold the rest would turn µ and Ω into other letters.
  const folded = spelled.replace(/[\uff0b-\uff0f\uff10-\uff19\uff05]/g, (mark) => mark.normalize('NFKC'));
  return folded.replace(/[−–—]/g, '-').replace(/^([+-])\s+/, '$1');
}

/** A decimal with its groups closed up and its decimal sign as a point. */
function closedUp(text: string): string {
  const last = Math.max(text.lastIndexOf('.'), text.lastIndexOf(','));
  const mark = text[last];
  // The same mark twice sets off thousands; the last of two different ones, or the only one behind spaces, is the
  // decimal sign.
  const isDecimal = last >= 0 && text.indexOf(mark as string) === last;
  const [whole, part] = isDecimal ? [text.slice(0, last), text.slice(last + 1)] : [text, ''];
  return `${whole.replace(/[^\d+-]/g, '')}${part === '' ? '' : `.${part}`}`;
}

/**
 * Reads the number that a text begins with: decimals with point or comma, fractions, mixed numbers, thousands set off
 * by spaces, points or commas.
 * @returns null if it begins with none
 */
export function numberHead(text: string): NumberHead | null {
  const plain = plainText(text.trim());
  const match = HEAD.exec(plain);
  if (!match) return null;
  const [whole, fraction, grouped] = match;
  const number = parseRational(fraction === undefined && grouped !== undefined ? closedUp(whole) : whole);
  if (!number) return null;
  const comma = /^([+-]?[1-9]\d{0,2}),(\d{3})$/.exec(whole);
  return {
    number,
    text: whole.trim(),
    rest: plain.slice(whole.length).trim(),
    couldBe: comma ? [`${comma[1]}${comma[2]}`, `${comma[1]}.${comma[2]?.replace(/0+$/, '') || '0'}`] : null,
  };
}
