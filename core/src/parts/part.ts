import type { Result } from '../quantity/index.js';
import {
  isJson,
  checkShape,
  kinds,
  nullable,
  quantity,
  record,
  text,
  whole,
  type Of,
  type Shape,
} from '../shape/index.js';
import { readCells, type Cells } from './columns.js';
import { declarationOf, PART_KINDS, PARTS, type PartKind, type SpecificationOf } from './registry.js';

/** What it costs, where it comes from, and how many there are. */
export const stockShape = record({
  price: nullable(quantity('price', { least: 0 }, 'Price of one')),
  shipping: nullable(quantity('price', { least: 0 }, 'Shipping')),
  source: text(200),
  leadDays: nullable(whole(0, 1000, 'Lead time, days')),
  owned: whole(0, 100_000, 'Owned'),
  wanted: whole(0, 100_000, 'Wanted'),
});

export type Stock = Of<typeof stockShape>;
/** Nothing known of getting a part, and none of it here. */
export const NO_STOCK: Stock = { price: null, shipping: null, source: '', leadDays: null, owned: 0, wanted: 0 };

const described = { name: text(120, 1), note: text(1000), stock: stockShape };

type PartOf<K extends PartKind> = {
  readonly [Kind in K]: {
    readonly kind: Kind;
    readonly name: string;
    readonly note: string;
    readonly stock: Stock;
    readonly specification: SpecificationOf<Kind>;
  };
}[K];

/** A part on the shelf, described by what it is. Its specification has the shape of the station that it can fill. */
export type Part = PartOf<PartKind>;

export const partShape: Shape<Part> = kinds(
  Object.fromEntries(PART_KINDS.map((kind) => [kind, { ...described, specification: declarationOf(kind).shape }])),
) as unknown as Shape<Part>;

/** A part with the identity that the shelf gave it. */
export interface ShelfPart {
  readonly id: string;
  readonly part: Part;
}

const isKind = (value: unknown): value is PartKind => typeof value === 'string' && Object.hasOwn(PARTS, value);

/**
 * A part's specification as an older version wrote it, with what has been added since left unknown or at its usual
 * value. The result is still to be checked.
 */
export function completedSpecification(kind: string, specification: unknown): unknown {
  return isKind(kind) && isJson(specification) ? declarationOf(kind).completed(specification) : specification;
}

/** Checks a part of this or an earlier version; what has been added to parts since is left unknown. */
export function checkPart(input: unknown): Result<Part> {
  const isPart = isJson(input) && typeof input['kind'] === 'string' && 'specification' in input;
  return checkShape(
    partShape,
    isPart
      ? {
          stock: NO_STOCK,
          ...input,
          specification: completedSpecification(input['kind'] as string, input['specification']),
        }
      : input,
  );
}

/** A new part of a kind with nothing known yet but its name. */
export function newPart<K extends PartKind>(kind: K, name: string): PartOf<K> {
  return { kind, name, note: '', stock: NO_STOCK, specification: PARTS[kind].blank } as unknown as PartOf<K>;
}

/** What matters of a part, in one line. */
export function partSummary(part: Part): string {
  return declarationOf(part.kind).summary(part.specification);
}

/** What a row of a table says of a part of a kind; still to be checked. */
export function specificationOfCells(kind: PartKind, cells: Cells): unknown {
  const { columns, composed, has } = declarationOf(kind);
  const said = { ...readCells(columns, cells), ...composed?.(cells) };
  if (has === undefined) return said;
  const keys = new Set(['kind', ...has(said)]);
  const own = Object.entries(said).filter(([key]) => keys.has(key));
  return Object.fromEntries(
    own.map(([key, value]) => [
      key,
      key === 'guessed' && Array.isArray(value) ? value.filter((name: unknown) => keys.has(String(name))) : value,
    ]),
  );
}
