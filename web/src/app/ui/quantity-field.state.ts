import { toleranceValue, type Bounds, type Quantity } from '@crisp-notch/core/shape';
import {
  parseQuantity,
  plausibleMost,
  preferredUnit,
  showQuantity,
  type Dimension,
  type Reading,
  type Unit,
  type UnitSystem,
} from '@crisp-notch/core/quantity';
import { typedReading } from './decimal-mark';

/** What a field shows for a quantity: the number to edit, and its unit beside it. */
export interface FieldText {
  readonly number: string;
  readonly unit: string;
}

/** Splits the unit off the kept text, so that it can stand smaller beside the number. */
export function fieldText(item: Quantity | null, dimension: Dimension, system: UnitSystem): FieldText {
  const preferred = preferredUnit(dimension, system);
  if (!item) return { number: '', unit: preferred.symbol };
  const parsed = parseQuantity(item.text, dimension, preferred, 'kept');
  const symbol = parsed.ok && parsed.value.hasUnit ? parsed.value.unit.symbol : '';
  const suffix = item.plusMinus === null ? '' : ` ± ${item.plusMinus}`;
  const isSimple =
    symbol !== '' &&
    item.text.endsWith(` ${symbol}`) &&
    !/[a-zµ°′″]/i.test(item.text.slice(0, -symbol.length - 1).replace(/e[+-]?\d/i, ''));
  return isSimple
    ? { number: `${item.text.slice(0, -symbol.length - 1)}${suffix}`, unit: symbol }
    : { number: `${item.text}${suffix}`, unit: '' };
}

export type Understood =
  | { readonly ok: true; readonly quantity: Quantity; readonly hint: string }
  | { readonly ok: false; readonly message: string };

/**
 * Reads what was typed into a quantity field. A tolerance may follow after ± or +/-.
 * @param unit unit of a bare number: the one shown beside the field
 */
export function understand(
  typed: string,
  dimension: Dimension,
  unit: Unit,
  bounds: Bounds,
  system: UnitSystem,
  reading: Reading = typedReading(),
): Understood {
  const [main = '', ...rest] = typed.split(/±|\+\/-/);
  const parsed = parseQuantity(main, dimension, unit, reading);
  if (!parsed.ok) return { ok: false, message: parsed.error };
  const { value, text } = parsed.value;
  if (!Number.isFinite(value)) return { ok: false, message: 'That is too large.' };
  if (!parsed.value.hasUnit) {
    const question = percentDoubt(value, unit);
    if (question) return { ok: false, message: question };
  }
  if (bounds.isPositive && value <= 0) return { ok: false, message: 'It must be greater than zero.' };
  if (bounds.least !== undefined && value < bounds.least)
    return {
      ok: false,
      message: `It must be at least ${showQuantity(bounds.least, preferredUnit(dimension, system))}.`,
    };
  if (bounds.most !== undefined && value > bounds.most)
    return { ok: false, message: `It must be at most ${showQuantity(bounds.most, preferredUnit(dimension, system))}.` };
  // Where the field knows no limit of its own, a slip of the unit still shows.
  if (bounds.most === undefined && Math.abs(value) > plausibleMost(dimension)) {
    return {
      ok: false,
      message: `No machine of a workshop has that much: at most ${showQuantity(plausibleMost(dimension), preferredUnit(dimension, system))}.`,
    };
  }
  const tolerance = toleranceText(rest.join('±').trim(), dimension, value, parsed.value.unit);
  if (rest.length > 0 && tolerance === null) return { ok: false, message: 'The tolerance after ± is not understood.' };
  return {
    ok: true,
    quantity: { text, from: 'typed', on: null, plusMinus: tolerance },
    hint: hintFor(value, parsed.value.unit, dimension, system),
  };
}

/** In a field that shows percent a bare 0.9 may be a share. */
function percentDoubt(value: number, unit: Unit): string | null {
  const number = Number((value * 100).toPrecision(12));
  return unit.symbol === '%' && value > 0 && number <= 1
    ? `“${number}” could be ${number} % or ${Number((number * 100).toPrecision(12))} %: write the one that is meant.`
    : null;
}

/** Says which unit a number typed without one is taken in, where that is not the usual one. */
export function bareUnitHint(typed: string, dimension: Dimension, unit: Unit, system: UnitSystem): string {
  const parsed = parseQuantity(typed.split(/±|\+\/-/)[0] ?? '', dimension, unit, typedReading());
  if (!parsed.ok || parsed.value.hasUnit || preferredUnit(dimension, system).symbol === unit.symbol) return '';
  return `Taken as ${parsed.value.text}.`;
}

function toleranceText(typed: string, dimension: Dimension, value: number, unit: Unit): string | null {
  if (typed === '') return null;
  const withUnit = /[%a-zµ°′″Ω"']/i.test(typed) || unit.symbol === '' ? typed : `${typed} ${unit.symbol}`;
  return toleranceValue(withUnit, dimension, value) === null ? null : withUnit;
}

/** `= 1.27 mm` where what was typed is in another unit than is shown elsewhere. */
export function hintFor(value: number, unit: Unit, dimension: Dimension, system: UnitSystem): string {
  const preferred = preferredUnit(dimension, system);
  // A percentage says itself what it is.
  return preferred.symbol === unit.symbol || unit.symbol === '' || unit.symbol === '%'
    ? ''
    : `= ${showQuantity(value, preferred, { significant: 6 })}`;
}
