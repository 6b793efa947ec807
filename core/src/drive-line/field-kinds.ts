import type { Quantity } from '../shape/index.js';
import { exactToNumber, type Dimension, type Rational } from '../quantity/index.js';
import { exactReading, plainReading, readingOf, type Field, type In } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import type { Page, Station } from '../finding/index.js';

export type AxisField = Field<AxisContext>;

/** The first word of a field's identity: the station where it is said, or what of a station it belongs to. */
const STATIONS = {
  supply: 'supply',
  driver: 'driver',
  motor: 'motor',
  reduction: 'reduction',
  transmission: 'transmission',
  screw: 'transmission',
  belt: 'transmission',
  rack: 'transmission',
  roller: 'transmission',
  drum: 'transmission',
  coupling: 'transmission',
  mount: 'motor',
  carriage: 'carriage',
  job: 'carriage',
  faults: 'transmission',
  setting: 'transmission',
  controller: 'controller',
  feed: 'supply',
  train: null,
} as const satisfies Readonly<Record<string, Station | null>>;

/** Where fields are asked for that are not asked for in the drive line, by the beginning of their identity. */
const PAGES: readonly (readonly [string, Page])[] = [
  ['job.', 'job'],
  ['feed.', 'supply'],
  ['driver.current-limit', 'current'],
];

/** `motor.step-angle`: the compiler knows the places, so that no field is declared without its station. */
export type FieldId = `${keyof typeof STATIONS}.${string}`;

const stationOfField = (id: FieldId): Station | null => STATIONS[id.split('.')[0] as keyof typeof STATIONS];

/** What a form calls a field, by the shape of the document. */
type Asked = In<AxisContext, { readonly label: string }>;

function formOf(id: FieldId, asked: Asked | undefined): NonNullable<AxisField['form']> {
  if (asked === undefined) return () => null;
  const page = PAGES.find(([start]) => id.startsWith(start))?.[1] ?? 'drive-lines';
  return (context) => ({ page, label: (typeof asked === 'function' ? asked(context) : asked).label });
}

export interface QuantityField {
  readonly id: FieldId;
  readonly name: string;
  readonly symbol: string;
  readonly dimension: In<AxisContext, Dimension>;
  /** As forms ask for it. */
  readonly asked?: Asked;
  readonly read: (context: AxisContext) => Quantity | null | undefined;
}

/** A field that the document holds as text with its unit. */
export function quantityField({ id, name, symbol, dimension, asked, read }: QuantityField): AxisField {
  return {
    kind: 'field',
    id,
    station: stationOfField(id),
    form: formOf(id, asked),
    name,
    symbol,
    dimension,
    read: (context) => readingOf(read(context), typeof dimension === 'function' ? dimension(context) : dimension),
  };
}

/** A count or a train of teeth: exact and without a unit. */
export function exactField(
  id: FieldId,
  name: string,
  symbol: string,
  read: (
    context: AxisContext,
  ) => { readonly ratio: Rational; readonly text: string; readonly isAssumed?: boolean } | null,
  asked?: Asked,
): AxisField {
  return {
    kind: 'field',
    id,
    station: stationOfField(id),
    form: formOf(id, asked),
    name,
    symbol,
    dimension: 'ratio',
    read: (context) => {
      const item = read(context);
      return item && exactReading(item);
    },
  };
}

export const count = (value: number, isAssumed = false): { ratio: Rational; text: string; isAssumed: boolean } => ({
  ratio: { numerator: BigInt(value), denominator: 1n },
  text: String(value),
  isAssumed,
});

/** A value that the document gives rise to without a quantity of its own, such as the efficiency of a whole train. */
export function derivedField(
  id: FieldId,
  name: string,
  symbol: string,
  dimension: In<AxisContext, Dimension>,
  read: (context: AxisContext) => { readonly value: number; readonly text: string; readonly isAssumed: boolean } | null,
  asked?: Asked,
): AxisField {
  return {
    kind: 'field',
    id,
    station: stationOfField(id),
    form: formOf(id, asked),
    name,
    symbol,
    dimension,
    read: (context) => {
      const item = read(context);
      return item && plainReading(item.value, item.text, item.isAssumed);
    },
  };
}

/** Lengths and forces for a sliding axis, angles and torques for a turning one. */
export const byJob =
  (linear: Dimension, rotary: Dimension) =>
  ({ axis }: AxisContext): Dimension =>
    axis.job.kind === 'linear' ? linear : rotary;

/** A whole turn in radians, exact. */
export const FULL_TURN = { ratio: { numerator: 2n, denominator: 1n }, piPower: 1 } as const;

export const FULL_TURN_VALUE = exactToNumber(FULL_TURN);
