import { type Json, quantityOf, type Quantity, type Shape } from '../shape/index.js';
import type { Column, Cells } from './columns.js';

/** What of an axis a part has to suit when it is put into one of its stations. */
export interface AxisBeside {
  readonly motor: { readonly wiring: 'coil' | 'half' | 'series' | 'parallel' | 'unipolar' };
  readonly driver: {
    readonly microsteps: number;
    readonly specification: { readonly type: 'chopper' | 'bridge' | 'unipolar' };
  };
}

/** Where in a machine a part of a kind goes; what it fills keeps the part's specification as its own. */
export type Place<S> =
  | {
      readonly at: 'axis';
      readonly station: 'motor' | 'driver' | 'transmission' | 'coupling' | 'mount';
      /** Settings of the station that the part does not allow as they are, put right. */
      readonly settled?: (axis: AxisBeside, specification: S) => Json;
      /** Whether it can do what the axis is asked for; null: any. */
      readonly fits?: (specification: S, job: 'linear' | 'rotary') => boolean;
    }
  | { readonly at: 'machine'; readonly station: 'controller' }
  /** In place of the supply that feeds the axis. */
  | { readonly at: 'supply' }
  /** One more in a list of the machine. */
  | { readonly at: 'list'; readonly list: 'converters' | 'auxiliaries' };

/** What of a machine parts belong to, in the order in which a list of parts to get shows them. */
export const PART_GROUPS = [
  'Motors and drivers',
  'Mechanics',
  'Supply and wires',
  'Control',
  'Auxiliaries',
  'Other',
] as const;
export type PartGroup = (typeof PART_GROUPS)[number];

/** Everything that is asked of a kind of part, said once. */
export interface PartKindDeclaration<S, H extends Shape<S> = Shape<S>> {
  /** What many of them are called. */
  readonly plural: string;
  /** Among what it stands in a list of parts to get. */
  readonly group: PartGroup;
  readonly shape: H;
  /** Of which nothing is known yet, with what is usual as guesses. */
  readonly blank: S;
  /** A specification that an older version wrote, with what has been added since as it was when first asked for. */
  readonly completed: (older: Json) => Json;
  /** Its columns in a table of parts. */
  readonly columns: readonly Column[];
  /** What of it a table holds in several cells, or in a text of its own. */
  readonly composed?: (cells: Cells) => Json;
  /** Keys that a specification of its sort has; for a kind of several sorts, whose table holds the cells of all. */
  readonly has?: (specification: Json) => readonly string[];
  /** What a sheet should say of it for its figures: keys of the specification, and their names in words. */
  readonly wanted: (specification: S) => Readonly<Record<string, string>>;
  /** What matters of it, in one line. */
  readonly summary: (specification: S) => string;
  /** Null: it is bought and kept, and fills no place. */
  readonly place: Place<S> | null;
}

/** Declares a kind of part; the compiler checks that its pieces speak of one specification. */
export const partKind = <S, H extends Shape<S>>(declaration: PartKindDeclaration<S, H>): PartKindDeclaration<S, H> =>
  declaration;

/** Values for what is usual, marked as guesses. */
export const guess = (text: string): Quantity => quantityOf(text, 'assumed');

/** What is known of it, one beside the other. */
export const join = (...parts: readonly (string | null | undefined)[]): string =>
  parts.filter((part) => part).join(' · ');
export const shown = (item: Quantity | null): string => item?.text ?? '';
