import { exactToNumber, exact, multiplyExact, type Exact } from './exact.js';
import { numberHead, type NumberHead } from './number-text.js';
import {
  addRational,
  compareRational,
  divideRational,
  ONE,
  parseRational,
  rationalToNumber,
  subtractRational,
  ZERO,
  type Rational,
} from './rational.js';
import { failure, success, type Result } from './result.js';
import { dimensionsOfUnit, findUnit, milliMeant, unitsOf, type Dimension, type Unit } from './units.js';

/** A typed quantity, understood. */
export interface ParsedQuantity {
  /** Exact value in the coherent SI unit of the dimension. */
  readonly exact: Exact;
  /** The same as the nearest double. */
  readonly value: number;
  /** The unit typed, or the default if none was. */
  readonly unit: Unit;
  /** Whether a unit was written; if not, the default was taken. */
  readonly hasUnit: boolean;
  /** The text with its unit written out, so that it means the same whatever units are shown later. */
  readonly text: string;
}

/** Whether a text is being typed, by somebody who writes decimals with a comma or not, or was kept by a document. */
export type Reading = 'typed' | 'typed with a comma' | 'kept';

/** Longest text that is looked at; anything longer is refused before matching. */
const TEXT_LIMIT = 60;

/**
 * Reads a quantity as builders write it: `0.05in`, `3/16"`, `1-3/16 in`, `20tpi`, `12ozin`, `1.2kgcm`, `1,8°`,
 * `12° 30′`, `5 ft 6 in`, `½ in`, `1 234,5 mm`. A bare number takes the default unit.
 *
 * @param defaultUnit unit of a bare number; must measure `dimension`
 * @param reading what is typed now is asked about where it could mean two things, unless commas are decimal to who
 *   types; what a document keeps was understood once
 * @returns the quantity, or one plain sentence saying what is wrong
 * @example parseQuantity('20tpi', 'length', mm) // value 0.00127, exact 127/100000
 */
export function parseQuantity(
  text: string,
  dimension: Dimension,
  defaultUnit: Unit,
  reading: Reading = 'typed',
): Result<ParsedQuantity, string> {
  const trimmed = text.trim();
  if (trimmed === '') return failure('Enter a value.');
  if (trimmed.length > TEXT_LIMIT) return failure(`Use at most ${TEXT_LIMIT} characters.`);
  const compound = parseCompound(trimmed, dimension);
  if (compound) return success(compound);
  const split = splitNumber(trimmed);
  if (!split) return failure(`“${trimmed}” does not start with a number.`);
  const found = split.spelling === '' ? defaultUnit : findUnit(split.spelling, dimension);
  if (!found) return failure(unknownUnit(split.spelling, dimension));
  if (reading === 'typed' && split.couldBe)
    return failure(
      `“${split.numberText}” could be ${split.couldBe[0]} or ${split.couldBe[1]}: write the one that is meant.`,
    );
  // Kept with a point, as all figures are shown: `1,500 mm` would be read as fifteen hundred by the next one.
  const numberText = split.couldBe ? split.numberText.replace(',', '.') : split.numberText;
  return understand(split.number, reading === 'kept' ? split.numberText : numberText, found, split.spelling !== '');
}

function understand(
  number: Rational,
  numberText: string,
  unit: Unit,
  hasUnit: boolean,
): Result<ParsedQuantity, string> {
  if (unit.isReciprocal && compareRational(number, ZERO) === 0) return failure(`0 ${unit.symbol} has no size.`);
  const inUnits = unit.isReciprocal ? divideRational(ONE, number) : number;
  const value = multiplyExact(exact(inUnits), unit.factor);
  return success({
    exact: value,
    value: exactToNumber(value),
    unit,
    hasUnit,
    text: unit.symbol === '' ? numberText : `${numberText} ${unit.symbol}`,
  });
}

function splitNumber(
  text: string,
): { number: Rational; numberText: string; spelling: string; couldBe: NumberHead['couldBe'] } | null {
  const head = numberHead(text);
  return head && { number: head.number, numberText: head.text, spelling: head.rest, couldBe: head.couldBe };
}

/**
 * Degrees with minutes and seconds, and feet with inches: parts in falling order, each after the first below the one
 * before.
 */
function parseCompound(text: string, dimension: Dimension): ParsedQuantity | null {
  const ladder = dimension === 'angle' ? ['°', '′', '″'] : dimension === 'length' ? ['ft', 'in'] : null;
  if (!ladder) return null;
  const isNegative = /^[-−–—]/.test(text);
  let rest = text.replace(/^[-−–—+]/, '').trim();
  let total: Rational = ZERO;
  let piPower = 0;
  let rung = -1;
  const written: string[] = [];
  while (rest !== '') {
    const split = splitNumber(rest);
    const spelling = split && /^[^\d\s.,]+/.exec(split.spelling)?.[0];
    const found = spelling ? findUnit(angleMark(spelling, dimension), dimension) : null;
    const next = found ? ladder.indexOf(found.symbol) : -1;
    if (!split || !spelling || found === null || next <= rung || compareRational(split.number, ZERO) < 0) return null;
    total = addRational(total, multiplyExact(exact(split.number), found.factor).ratio);
    piPower = found.factor.piPower;
    written.push(`${split.numberText} ${found.symbol}`);
    rest = split.spelling.slice(spelling.length).trim();
    rung = next;
  }
  if (written.length < 2) return null;
  const value = exact(isNegative ? subtractRational(ZERO, total) : total, piPower);
  const lowest = findUnit(ladder[rung] as string, dimension) as Unit;
  return {
    exact: value,
    value: exactToNumber(value),
    unit: lowest,
    hasUnit: true,
    text: `${isNegative ? '-' : ''}${written.join(' ')}`,
  };
}

/** In an angle the single and double marks mean minutes and seconds; in a length, feet and inches. */
function angleMark(spelling: string, dimension: Dimension): string {
  if (dimension !== 'angle') return spelling;
  if (spelling === "'" || spelling === '’' || spelling === 'm') return '′';
  if (spelling === '"' || spelling === '”' || spelling === 's') return '″';
  return spelling === 'd' ? '°' : spelling;
}

function unknownUnit(spelling: string, dimension: Dimension): string {
  const milli = milliMeant(spelling, dimension);
  if (milli) return `A capital M means a million: write ${milli.symbol} for a thousandth.`;
  const others = dimensionsOfUnit(spelling);
  const offered = unitsOf(dimension)
    .map((item) => item.symbol)
    .filter((symbol) => symbol !== '')
    .slice(0, 8)
    .join(', ');
  const wanted = offered === '' ? 'a plain number is wanted' : `use ${offered}`;
  if (others.length > 0) return `“${spelling}” is a unit of ${others[0]?.replace(/-/g, ' ')}; here ${wanted}.`;
  return `The unit “${spelling}” is not known; ${wanted}.`;
}

/** Whole number within limits, e.g. a tooth count. */
export function parseWhole(text: string, lowest: number, highest: number): Result<number, string> {
  const number = parseRational(text);
  if (number?.denominator !== 1n) return failure('Enter a whole number.');
  const value = rationalToNumber(number);
  if (value < lowest || value > highest) return failure(`Use a whole number from ${lowest} to ${highest}.`);
  return success(value);
}
