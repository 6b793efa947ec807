import {
  failure,
  parseQuantity,
  success,
  unitsOf,
  type Dimension,
  type Problem,
  type Result,
} from '../quantity/index.js';
import { isJson } from './json.js';

/** The part of JSON Schema (draft 2020-12) that shapes describe themselves in. */
export type JsonSchema = Readonly<Record<string, unknown>>;

/**
 * One declaration of a piece of an open document, from which come its TypeScript type, its check and its JSON Schema,
 * so that the three cannot drift apart.
 */
export interface Shape<T> {
  /**
   * Adds a problem for everything wrong. The value is a T exactly when none was added.
   * Unknown keys are refused: silently dropped data would be lost data.
   */
  check(value: unknown, path: string, problems: Problem[]): value is T;
  readonly schema: JsonSchema;
}

/** What a form needs to know of a field to ask for it. */
export interface QuantityAsked {
  /** What it is called beside its field. */
  readonly label: string;
  readonly dimension: Dimension;
  /** Without: greater than zero. */
  readonly bounds?: Bounds;
  /** Emptied it is not known; without: it may be. */
  readonly isOptional?: boolean;
}

/** The same of a whole number. */
export interface WholeAsked {
  readonly label: string;
  readonly least: number;
  readonly most: number;
}

/** A shape that a form can ask for. */
export interface AskedShape<T, A> extends Shape<T> {
  readonly asked: A;
}

export type Of<S> = S extends Shape<infer T> ? T : never;

function shape<T>(schema: JsonSchema, find: (value: unknown, path: string, problems: Problem[]) => void): Shape<T> {
  return {
    schema,
    check(value, path, problems): value is T {
      const before = problems.length;
      find(value, path, problems);
      return problems.length === before;
    },
  };
}

/** Problems after which a value is not looked at further: nobody reads more, and a hostile one could have millions. */
export const MOST_PROBLEMS = 50;

const isEnough = (problems: readonly Problem[]): boolean => problems.length >= MOST_PROBLEMS;
const at = (path: string, key: string | number): string => (path === '' ? String(key) : `${path}.${key}`);

/** Control characters other than line breaks and tabs; they cannot be shown and some cannot be stored. */
const CONTROL =
  // eslint-disable-next-line no-control-regex -- these very characters are refused
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** Text of `least` to `most` UTF-16 units, without control characters or broken surrogates. */
export function text(most: number, least = 0): Shape<string> {
  return shape<string>({ type: 'string', minLength: least, maxLength: most }, (value, path, problems) => {
    if (typeof value !== 'string') problems.push({ path, message: 'must be text' });
    else if (value.length > most) problems.push({ path, message: `must have at most ${most} characters` });
    else if (value.trim().length < least) problems.push({ path, message: 'must not be empty' });
    else if (CONTROL.test(value)) problems.push({ path, message: 'must not hold control characters' });
  });
}

/** @param label what a form calls it; empty where no form asks for it */
export function whole(least: number, most: number, label = ''): AskedShape<number, WholeAsked> {
  const whole = shape<number>(
    { ...titled(label), type: 'integer', minimum: least, maximum: most },
    (value, path, problems) => {
      if (typeof value !== 'number' || !Number.isInteger(value))
        problems.push({ path, message: 'must be a whole number' });
      else if (value < least || value > most) problems.push({ path, message: `must be from ${least} to ${most}` });
    },
  );
  return { ...whole, asked: { label, least, most } };
}

/** A number that need not be whole, both bounds included. */
export function real(least: number, most: number): Shape<number> {
  return shape<number>({ type: 'number', minimum: least, maximum: most }, (value, path, problems) => {
    if (typeof value !== 'number' || !Number.isFinite(value)) problems.push({ path, message: 'must be a number' });
    else if (value < least || value > most) problems.push({ path, message: `must be from ${least} to ${most}` });
  });
}

const titled = (label: string): JsonSchema => (label === '' ? {} : { title: label });

export function flag(): Shape<boolean> {
  return shape<boolean>({ type: 'boolean' }, (value, path, problems) => {
    if (typeof value !== 'boolean') problems.push({ path, message: 'must be true or false' });
  });
}

export function choice<const T extends string | number>(...options: readonly T[]): Shape<T> {
  return shape<T>({ enum: options }, (value, path, problems) => {
    if (!options.includes(value as T)) problems.push({ path, message: `must be one of ${options.join(', ')}` });
  });
}

/** Calendar date as ISO 8601-1:2019 writes it, e.g. 2026-11-05. */
export function date(): Shape<string> {
  return shape<string>({ type: 'string', format: 'date' }, (value, path, problems) => {
    const isDate = typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value);
    const parsed = isDate ? new Date(`${value}T00:00:00Z`) : null;
    if (!parsed || Number.isNaN(parsed.getTime()) || parsed.toISOString().slice(0, 10) !== value)
      problems.push({ path, message: 'must be a date such as 2026-11-05' });
  });
}

/** The same or nothing; what a form knows of it stays known. */
type Nullable<S extends Shape<unknown>> = Shape<Of<S> | null> & Omit<S, keyof Shape<unknown>>;

export function nullable<S extends Shape<unknown>>(inner: S): Nullable<S> {
  const { title, ...schema } = inner.schema;
  const made = shape<Of<S> | null>(
    { ...(title === undefined ? {} : { title }), anyOf: [schema, { type: 'null' }] },
    (value, path, problems) => {
      if (value !== null) inner.check(value, path, problems);
    },
  );
  const { asked } = inner as { readonly asked?: QuantityAsked | WholeAsked };
  return { ...inner, ...made, ...(asked && { asked: { ...asked, isOptional: true } }) };
}

export function list<T>(inner: Shape<T>, most: number, least = 0): Shape<readonly T[]> {
  return shape<readonly T[]>(
    { type: 'array', items: inner.schema, minItems: least, maxItems: most },
    (value, path, problems) => {
      if (!Array.isArray(value)) problems.push({ path, message: 'must be a list' });
      else if (value.length > most || value.length < least)
        problems.push({ path, message: `must have ${least} to ${most} entries` });
      // By index, because forEach passes over the holes of a sparse array.
      else
        for (let index = 0; index < value.length && !isEnough(problems); index += 1)
          inner.check(value[index], at(path, index), problems);
    },
  );
}

/** Pieces of a record by their names. */
export type Fields = Readonly<Record<string, Shape<unknown>>>;
export type RecordOf<F extends Fields> = { readonly [K in keyof F]: Of<F[K]> };

/** A record that knows its pieces. */
export interface RecordShape<F extends Fields> extends Shape<RecordOf<F>> {
  readonly fields: F;
}

/** What a form can ask for of some pieces, by their names. */
export type AskedOf<F> = {
  readonly [K in keyof F as F[K] extends { readonly asked: unknown } ? K : never]: F[K] extends {
    readonly asked: infer A;
  }
    ? A
    : never;
};

/** Label, dimension, bounds and whether it may be left out, of everything that a form can ask for. */
export function askedOf<F extends Fields>({ fields }: { readonly fields: F }): AskedOf<F> {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([key, field]) => ('asked' in field ? [[key, field.asked]] : [])),
  ) as AskedOf<F>;
}

/** An object with exactly these keys. */
export function record<F extends Fields>(fields: F): RecordShape<F> {
  const keys = Object.keys(fields);
  const properties = Object.fromEntries(keys.map((key) => [key, (fields[key] as Shape<unknown>).schema]));
  const made = shape<RecordOf<F>>(
    { type: 'object', properties, required: keys, additionalProperties: false },
    (value, path, problems) => {
      if (!isJson(value)) {
        problems.push({ path, message: 'must be an object' });
        return;
      }
      for (const key of keys) {
        if (isEnough(problems)) return;
        if (Object.hasOwn(value, key)) (fields[key] as Shape<unknown>).check(value[key], at(path, key), problems);
        else problems.push({ path: at(path, key), message: 'is missing' });
      }
      for (const key in value) {
        if (isEnough(problems)) return;
        if (Object.hasOwn(value, key) && !keys.includes(key))
          problems.push({ path: at(path, key.slice(0, 40)), message: 'is not known here' });
      }
    },
  );
  return { ...made, fields };
}

type OneOf<V extends Readonly<Record<string, Fields>>> = {
  [K in keyof V]: { readonly kind: K } & RecordOf<V[K]>;
}[keyof V];

/** Several records that know their pieces. */
export interface KindsShape<V extends Readonly<Record<string, Fields>>> extends Shape<OneOf<V>> {
  readonly variants: { readonly [K in keyof V]: { readonly fields: V[K] } };
}

/** One of several records told apart by their `kind`. */
export function kinds<V extends Readonly<Record<string, Fields>>>(variants: V): KindsShape<V> {
  const shapes = new Map(
    Object.entries(variants).map(([kind, fields]) => [kind, record({ kind: choice(kind), ...fields })]),
  );
  const schema = { oneOf: [...shapes.values()].map((variant) => variant.schema) };
  const made = shape<OneOf<V>>(schema, (value, path, problems) => {
    const variant = isJson(value) && typeof value['kind'] === 'string' ? shapes.get(value['kind']) : undefined;
    if (variant) variant.check(value, path, problems);
    else problems.push({ path: at(path, 'kind'), message: `must be one of ${[...shapes.keys()].join(', ')}` });
  });
  return {
    ...made,
    variants: Object.fromEntries(
      Object.entries(variants).map(([kind, fields]) => [kind, { fields }]),
    ) as KindsShape<V>['variants'],
  };
}

/** Where a number came from; shown with every figure that uses it. */
export type Provenance = 'typed' | 'assumed' | 'part' | 'measured' | 'estimated';

/**
 * A quantity in a document. The text is the truth ("0.05 in" stays an exact twentieth of an inch and means the same in
 * every unit setting); its value is found by parsing.
 */
export interface Quantity {
  readonly text: string;
  readonly from: Provenance;
  /** Date of measurement, if measured. */
  readonly on: string | null;
  /** Half-width of the tolerance, in units of the dimension or in percent; null if none is stated. */
  readonly plusMinus: string | null;
}

/** Bounds of a quantity in SI, both included unless said otherwise. */
export interface Bounds {
  readonly least?: number;
  readonly most?: number;
  /** The value must be greater than zero. */
  readonly isPositive?: boolean;
}

/** What is wrong with a quantity's text for a dimension and bounds; null if nothing. */
export function quantityProblem(textValue: string, dimension: Dimension, bounds: Bounds): string | null {
  const parsed = parseQuantity(textValue, dimension, bareUnit(dimension), 'kept');
  if (!parsed.ok) return parsed.error;
  const { value, hasUnit } = parsed.value;
  if (!hasUnit && bareUnit(dimension).symbol !== '') {
    const examples = unitsOf(dimension).slice(0, 3);
    return `needs a unit, e.g. ${examples.map((item) => item.symbol).join(', ')}`;
  }
  if (!Number.isFinite(value)) return 'is too large';
  if (bounds.isPositive && value <= 0) return 'must be greater than zero';
  if (bounds.least !== undefined && value < bounds.least) return 'is too small';
  if (bounds.most !== undefined && value > bounds.most) return 'is too large';
  return null;
}

/** The unit a document's bare number would have: only plain numbers may stand without one. */
export function bareUnit(dimension: Dimension): ReturnType<typeof unitsOf>[number] {
  const units = unitsOf(dimension);
  const unit = units.find((item) => item.symbol === '') ?? units[0];
  if (!unit) throw new RangeError(`no unit for ${dimension}`);
  return unit;
}

const quantityRecord = record({
  text: text(60, 1),
  from: choice('typed', 'assumed', 'part', 'measured', 'estimated'),
  on: nullable(date()),
  plusMinus: nullable(text(40, 1)),
});

/** What a percent tolerance, such as `0.5 %`, or a tolerance in the quantity's own unit is worth in SI. */
export function toleranceValue(plusMinus: string, dimension: Dimension, value: number): number | null {
  const percent = /^(.*)%\s*$/.exec(plusMinus);
  const parsed = percent
    ? parseQuantity(`${percent[1]} %`, 'ratio', bareUnit('ratio'), 'kept')
    : parseQuantity(plusMinus, dimension, bareUnit(dimension), 'kept');
  if (!parsed.ok || parsed.value.value < 0) return null;
  return percent ? Math.abs(value) * parsed.value.value : parsed.value.value;
}

/** @param label what a form calls it; empty where no form asks for it */
export function quantity(dimension: Dimension, bounds: Bounds = {}, label = ''): AskedShape<Quantity, QuantityAsked> {
  const description = `${dimension}, as written with its unit: ${unitsOf(dimension)
    .map((item) => item.symbol || 'a plain number')
    .join(', ')}`;
  const schema = { ...titled(label), ...quantityRecord.schema, description };
  const made = shape<Quantity>(schema, (value, path, problems) => {
    if (!quantityRecord.check(value, path, problems)) return;
    const problem = quantityProblem(value.text, dimension, bounds);
    if (problem) problems.push({ path: at(path, 'text'), message: problem });
    if (value.plusMinus !== null && toleranceValue(value.plusMinus, dimension, 1) === null)
      problems.push({ path: at(path, 'plusMinus'), message: 'is not a tolerance' });
  });
  return { ...made, asked: { label, dimension, bounds, isOptional: false } };
}

/** Depth and size are bounded before anything walks the value. */
const JSON_DEPTH_LIMIT = 24;

function depthOf(value: unknown, limit: number): number {
  if (typeof value !== 'object' || value === null || limit <= 0) return 0;
  let deepest = 0;
  for (const inner of Object.values(value)) deepest = Math.max(deepest, depthOf(inner, limit - 1));
  return deepest + 1;
}

/** Checks any value against a shape, and lists every problem with its path. */
export function checkShape<T>(shape: Shape<T>, input: unknown): Result<T> {
  if (depthOf(input, JSON_DEPTH_LIMIT) >= JSON_DEPTH_LIMIT)
    return failure([{ path: '', message: 'is nested too deeply' }]);
  const problems: Problem[] = [];
  return shape.check(input, '', problems) ? success(input) : failure(problems);
}
