import {
  divideExact,
  exactToText,
  handyUnit,
  preferredUnit,
  showQuantity,
  type Dimension,
  type UnitSystem,
} from '../quantity/index.js';
import { dimensionOf, nameOf, symbolOf, type Field, type Figure, type Reading } from './figure.js';
import type { Outcome, Reckoner } from './reckoner.js';

/** One input of a figure as the working lists it. */
export interface WorkingInput<C> {
  readonly item: Field<C> | Figure<C>;
  readonly name: string;
  readonly symbol: string;
  readonly shown: string;
  /** For a design field: where its number came from; null for a figure or a field not yet said. */
  readonly reading: Reading | null;
}

/** How much a figure moves with one field: percent of change a percent of change. */
export interface Sensitivity<C> {
  readonly field: Field<C>;
  readonly elasticity: number;
}

/** A figure explained. */
export interface Working<C> {
  readonly figure: Figure<C>;
  /** `S = z · m` in symbols. */
  readonly formula: string;
  /** The same with this design's numbers. */
  readonly withNumbers: string;
  readonly result: string;
  /** The exact result, e.g. `80000/127 steps/mm`; null where it is not rational or the same as shown. */
  readonly exactResult: string | null;
  readonly source: string;
  readonly inputs: readonly WorkingInput<C>[];
  /** Strongest first; fields without effect are left out. */
  readonly sensitivities: readonly Sensitivity<C>[];
  /** Extent of the figure when every stated tolerance acts against it at once; null if none is stated. */
  readonly range: string | null;
  readonly outcome: Outcome<C>;
}

/** Longer exact results tell a reader nothing. */
const EXACT_TEXT_LIMIT = 40;

function show(value: number, dimension: Dimension, system: UnitSystem, significant: number): string {
  return showQuantity(value, handyUnit(value, dimension, system), { significant });
}

function showOutcome<C>(outcome: Outcome<C>, dimension: Dimension, system: UnitSystem, significant: number): string {
  return outcome.kind === 'value' ? show(outcome.value, dimension, system, significant) : '?';
}

/** Explains a figure in a system of units. */
export function working<C>(reckoner: Reckoner<C>, figure: Figure<C>, system: UnitSystem): Working<C> {
  const { context } = reckoner;
  const law = figure.law(context);
  const dimension = dimensionOf(figure, context);
  const outcome = reckoner.get(figure);
  const inputs = Object.entries(law.inputs).map(([key, item]) => ({ key, ...workingInput(reckoner, item, system) }));
  const substitute = (value: (input: (typeof inputs)[number]) => string): string =>
    law.formula.replace(/\{(\w+)\}/g, (whole, key: string) => {
      const input = inputs.find((candidate) => candidate.key === key);
      return input ? value(input) : whole;
    });
  return {
    figure,
    formula: `${symbolOf(figure, context)} = ${substitute((input) => input.symbol)}`,
    withNumbers: substitute((input) => input.shown),
    result: showOutcome(outcome, dimension, system, figure.significant),
    exactResult: exactResult(outcome, dimension, system),
    source: law.source,
    inputs,
    sensitivities: outcome.kind === 'value' ? sensitivities(reckoner, figure) : [],
    range: outcome.kind === 'value' ? showRange(reckoner, figure, system) : null,
    outcome,
  };
}

function workingInput<C>(reckoner: Reckoner<C>, item: Field<C> | Figure<C>, system: UnitSystem): WorkingInput<C> {
  const { context } = reckoner;
  const reading = item.kind === 'field' ? reckoner.reading(item) : null;
  const significant = item.kind === 'figure' ? item.significant : 6;
  // A field is shown as it was written: the builder knows "20 tpi", not its reciprocal.
  const shown = reading
    ? reading.text
    : showOutcome(reckoner.outcomeOf(item), dimensionOf(item, context), system, significant);
  return { item, name: nameOf(item, context), symbol: symbolOf(item, context), shown, reading };
}

function exactResult<C>(outcome: Outcome<C>, dimension: Dimension, system: UnitSystem): string | null {
  if (outcome.kind !== 'value' || outcome.exact === null) return null;
  const unit = preferredUnit(dimension, system);
  if (unit.isReciprocal) return null;
  const inUnits = divideExact(outcome.exact, unit.factor);
  const isShortDecimal = inUnits.piPower === 0 && 10_000n % inUnits.ratio.denominator === 0n;
  if (isShortDecimal) return null;
  const text = exactToText(inUnits);
  return text.length > EXACT_TEXT_LIMIT ? null : `${text}${unit.symbol === '' ? '' : ` ${unit.symbol}`}`;
}

/** Every field that a figure rests on in this design. */
export function leafFields<C>(reckoner: Reckoner<C>, figure: Figure<C>): readonly Field<C>[] {
  const found = new Set<Field<C>>();
  const visit = (item: Field<C> | Figure<C>): void => {
    if (item.kind === 'field') found.add(item);
    else Object.values(item.law(reckoner.context).inputs).forEach(visit);
  };
  visit(figure);
  return [...found];
}

/** Relative step of the central difference: near the cube root of the double's epsilon, where its error is least. */
const DIFFERENCE_STEP = 1e-5;

/** Elasticity (x/f)·∂f/∂x by central difference, for every field the figure rests on. */
export function sensitivities<C>(reckoner: Reckoner<C>, figure: Figure<C>): readonly Sensitivity<C>[] {
  const base = reckoner.value(figure);
  if (base === null || base === 0) return [];
  const found: Sensitivity<C>[] = [];
  for (const field of leafFields(reckoner, figure)) {
    const reading = reckoner.reading(field);
    if (!reading || reading.value === 0) continue;
    const step = reading.value * DIFFERENCE_STEP;
    const above = reckoner.valueWith(figure, new Map([[field, reading.value + step]]));
    const below = reckoner.valueWith(figure, new Map([[field, reading.value - step]]));
    if (above === null || below === null) continue;
    const elasticity = (above - below) / (2 * DIFFERENCE_STEP) / base;
    if (Math.abs(elasticity) > 1e-4) found.push({ field, elasticity });
  }
  return found.sort((a, b) => Math.abs(b.elasticity) - Math.abs(a.elasticity));
}

/**
 * Least and greatest value when each field with a stated tolerance goes to the end that moves the figure further that
 * way. Exact for figures that are monotonic in each field within its tolerance, which all products and quotients are.
 */
export function toleranceRange<C>(
  reckoner: Reckoner<C>,
  figure: Figure<C>,
): { readonly least: number; readonly most: number } | null {
  const lower = new Map<Field<C>, number>();
  const upper = new Map<Field<C>, number>();
  for (const field of leafFields(reckoner, figure)) {
    const reading = reckoner.reading(field);
    if (!reading?.tolerance) continue;
    const high = reckoner.valueWith(figure, new Map([[field, reading.value + reading.tolerance]]));
    const low = reckoner.valueWith(figure, new Map([[field, reading.value - reading.tolerance]]));
    if (high === null || low === null) return null;
    const sign = high >= low ? 1 : -1;
    upper.set(field, reading.value + sign * reading.tolerance);
    lower.set(field, reading.value - sign * reading.tolerance);
  }
  if (upper.size === 0) return null;
  const least = reckoner.valueWith(figure, lower);
  const most = reckoner.valueWith(figure, upper);
  return least === null || most === null ? null : { least, most };
}

function showRange<C>(reckoner: Reckoner<C>, figure: Figure<C>, system: UnitSystem): string | null {
  const range = toleranceRange(reckoner, figure);
  if (!range) return null;
  const dimension = dimensionOf(figure, reckoner.context);
  return `${show(range.least, dimension, system, figure.significant)} to ${show(range.most, dimension, system, figure.significant)}`;
}
