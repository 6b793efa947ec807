import type { Dimension, Exact } from '../quantity/index.js';
import type { Provenance } from '../shape/index.js';
import type { Explainer } from './explanation.js';

/** A value read from the design: the leaf of every figure. */
export interface Reading {
  readonly value: number;
  /** Exact value, where the world is exact; null where only a double is known. */
  readonly exact: Exact | null;
  /** As written in the design. */
  readonly text: string;
  readonly from: Provenance;
  readonly on: string | null;
  /** Half-width of the tolerance in SI; null if none is stated. */
  readonly tolerance: number | null;
}

/** The same for every design, or after what the design is. */
export type In<C, T> = T | ((context: C) => T);

/** A design field that figures may use. `C` is what it is read from, e.g. one axis within its machine. */
export interface Field<C> {
  readonly kind: 'field';
  readonly id: string;
  readonly name: string;
  /** What it is called in this design, where that says more: whose power it is. */
  readonly nameIn?: (context: C) => string;
  readonly symbol: In<C, string>;
  readonly dimension: In<C, Dimension>;
  /** Where in the design it is said, by the name of that place; null: it follows from several. */
  readonly station: string | null;
  /** The field of a form that asks for it, by its page and label; without it, or null, no single field does. */
  readonly form?: (context: C) => { readonly page: string; readonly label: string } | null;
  /** Null while the builder has not said it. */
  readonly read: (context: C) => Reading | null;
  /** For a number that is itself worked out elsewhere, as of an axis that hangs on a supply: the way there. */
  readonly workedOut?: (context: C) => Explainer | null;
}

/** Inputs by the key under which the law's formula and compute know them. */
export type Inputs<C> = Readonly<Record<string, Field<C> | Figure<C>>>;
type Values<I> = { readonly [K in keyof I]: number };
type Exacts<I> = { readonly [K in keyof I]: Exact };

/** One way of working out a figure. */
export interface Law<C> {
  /**
   * Right-hand side with inputs in braces: `{lead} · {starts}`. The working puts symbols and then numbers in their
   * place.
   */
  readonly formula: string;
  /** Published source, or the words "definition" or "common practice, no source". */
  readonly source: string;
  readonly inputs: Inputs<C>;
  /** Why these numbers have no result, in plain words; null if they have. */
  readonly refuse: ((values: Readonly<Record<string, number>>) => string | null) | null;
  readonly compute: (values: Readonly<Record<string, number>>) => number;
  /** Whether the result may be without end, such as a speed that nothing stops. */
  readonly isUnbounded: boolean;
  readonly exact: ((values: Readonly<Record<string, Exact>>) => Exact) | null;
}

interface LawDeclaration<I> {
  readonly formula: string;
  readonly source: string;
  readonly inputs: I;
  readonly refuse?: (values: Values<I>) => string | null;
  readonly compute: (values: Values<I>) => number;
  readonly isUnbounded?: boolean;
  /** The same with exact numbers; must agree with `compute`. */
  readonly exact?: (values: Exacts<I>) => Exact;
}

/** Declares a law; the compiler checks that compute uses only declared inputs. */
export function law<C, const I extends Inputs<C>>(declaration: LawDeclaration<I>): Law<C> {
  return {
    formula: declaration.formula,
    source: declaration.source,
    inputs: declaration.inputs,
    refuse: (declaration.refuse as Law<C>['refuse'] | undefined) ?? null,
    compute: declaration.compute as Law<C>['compute'],
    isUnbounded: declaration.isUnbounded ?? false,
    exact: (declaration.exact as Law<C>['exact'] | undefined) ?? null,
  };
}

/** Two or more accepted ways to reckon the same thing. */
export interface Schools<C> {
  /** Key of the design under which the school in force is kept. */
  readonly id: string;
  readonly question: string;
  readonly options: readonly { readonly id: string; readonly label: string }[];
  readonly inForce: (context: C) => string;
  /** The same design with another of the options in force. */
  readonly choose: (context: C, option: string) => C;
  /** Where the question makes no sense for a design, it is not asked. */
  readonly applies?: (context: C) => boolean;
}

/** A number that a user sees, declared once. */
export interface Figure<C> {
  readonly kind: 'figure';
  readonly id: string;
  readonly name: string;
  /** What it is called for this design, where that differs: a brushed motor has counts and no steps. */
  readonly nameIn: (context: C) => string;
  readonly symbol: In<C, string>;
  readonly dimension: In<C, Dimension>;
  /** Which law holds for this design. */
  readonly law: (context: C) => Law<C>;
  readonly schools: Schools<C> | null;
  /** Significant digits when shown without an uncertainty. */
  readonly significant: number;
  /** Whether it means anything for this design; where not, it is not shown and has no value. */
  readonly applies: (context: C) => boolean;
  /** Among which figures it is listed; null: only where it is asked for. */
  readonly group: string | null;
  /** Its place among what designs are compared by, the weightiest first; null: not compared. */
  readonly compared: number | null;
  /** Its place among all that were declared, so that lists keep the order of the files. */
  readonly declared: number;
}

interface FigureDeclaration<C> {
  readonly id: string;
  readonly name: string;
  /** Another name for some designs; null for the usual one. */
  readonly nameIn?: (context: C) => string | null;
  readonly symbol: In<C, string>;
  readonly dimension: In<C, Dimension>;
  readonly law: Law<C> | ((context: C) => Law<C>);
  readonly schools?: Schools<C>;
  readonly significant?: number;
  readonly applies?: (context: C) => boolean;
  readonly group?: string;
  readonly compared?: number;
}

/** Counted while modules are read, and never again: it tells declarations apart, and holds nothing of a design. */
let declarations = 0;

export function figure<C>(declaration: FigureDeclaration<C>): Figure<C> {
  const { law: given, name, nameIn } = declaration;
  return {
    kind: 'figure',
    id: declaration.id,
    name,
    nameIn: (context) => nameIn?.(context) ?? name,
    symbol: declaration.symbol,
    dimension: declaration.dimension,
    law: typeof given === 'function' ? given : () => given,
    schools: declaration.schools ?? null,
    significant: declaration.significant ?? 4,
    applies: declaration.applies ?? ((): boolean => true),
    group: declaration.group ?? null,
    compared: declaration.compared ?? null,
    declared: (declarations += 1),
  };
}

export function dimensionOf<C>({ dimension }: Field<C> | Figure<C>, context: C): Dimension {
  return typeof dimension === 'function' ? dimension(context) : dimension;
}

export function nameOf<C>(item: Field<C> | Figure<C>, context: C): string {
  return item.nameIn?.(context) ?? item.name;
}

export function symbolOf<C>({ symbol }: Field<C> | Figure<C>, context: C): string {
  return typeof symbol === 'function' ? symbol(context) : symbol;
}

/** A name within a sentence: small, but for what is a letter of an axis or short for something. */
export function inSentence(name: string): string {
  return /^\p{Lu}\p{Ll}/u.test(name) ? `${name.charAt(0).toLowerCase()}${name.slice(1)}` : name;
}
