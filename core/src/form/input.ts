import type { Quantity, QuantityAsked, WholeAsked } from '../shape/index.js';

/** One thing that a form asks, and what is filled in with another answer. */
export type FormInput<P> =
  | {
      readonly kind: 'quantity';
      readonly asked: QuantityAsked;
      readonly value: Quantity | null;
      readonly put: (value: Quantity | null) => P;
      readonly remark?: string;
    }
  | {
      readonly kind: 'whole';
      readonly asked: WholeAsked;
      readonly value: number | null;
      readonly put: (value: number) => P;
      readonly remark?: string;
    }
  | {
      readonly kind: 'choice';
      readonly label: string;
      readonly options: readonly { readonly value: string; readonly label: string }[];
      readonly value: string;
      readonly put: (value: string) => P;
    }
  | { readonly kind: 'tick'; readonly label: string; readonly value: boolean; readonly put: (value: boolean) => P }
  | {
      readonly kind: 'rows';
      readonly label: string;
      readonly columns: readonly RowColumn[];
      readonly rows: readonly FormRow[];
      /** What one more row begins with. */
      readonly blank: FormRow;
      readonly most: number;
      readonly put: (rows: readonly FormRow[]) => P;
      readonly remark?: string;
    };

/** What a column of a list of rows takes. */
export type RowColumn = { readonly key: string; readonly label: string } & (
  | { readonly kind: 'quantity'; readonly asked: QuantityAsked }
  | { readonly kind: 'whole'; readonly asked: WholeAsked }
  | { readonly kind: 'text'; readonly most: number }
);
/** One row of a list, by the keys of its columns. */
export type FormRow = Readonly<Record<string, Quantity | number | string | null>>;

type Keys<P, V> = { [K in keyof P]: P[K] extends V ? K : never }[keyof P] & string;

/** A whole number of what is filled in. */
export const wholeInput = <P>(plan: P, key: Keys<P, number>, asked: WholeAsked, remark = ''): FormInput<P> => ({
  kind: 'whole',
  asked,
  value: plan[key] as number,
  put: (value) => ({ ...plan, [key]: value }),
  remark,
});

/** A quantity of what is filled in. */
export const quantityInput = <P>(
  plan: P,
  key: Keys<P, Quantity | null>,
  asked: QuantityAsked,
  remark = '',
): FormInput<P> => ({
  kind: 'quantity',
  asked,
  value: plan[key] as Quantity | null,
  put: (value) => ({ ...plan, [key]: value }),
  remark,
});

/** One of a few words of what is filled in. */
export const choiceInput = <P, K extends Keys<P, string>>(
  plan: P,
  key: K,
  label: string,
  options: Readonly<Record<P[K] & string, string>>,
): FormInput<P> => ({
  kind: 'choice',
  label,
  options: Object.entries<string>(options).map(([value, words]) => ({ value, label: words })),
  value: plan[key] as string,
  put: (value) => (Object.hasOwn(options, value) ? { ...plan, [key]: value } : plan),
});

/** A list of rows of what is filled in, such as lengths that were measured. */
export const rowsInput = <P, K extends Keys<P, readonly object[]>, R extends P[K] & readonly object[]>(
  plan: P,
  key: K,
  label: string,
  said: {
    readonly columns: readonly RowColumn[];
    readonly blank: R[number];
    readonly most: number;
    readonly remark?: string;
  },
): FormInput<P> => ({
  kind: 'rows',
  label,
  columns: said.columns,
  rows: plan[key] as unknown as readonly FormRow[],
  blank: said.blank as unknown as FormRow,
  most: said.most,
  put: (rows) => ({ ...plan, [key]: rows }),
  remark: said.remark ?? '',
});

/** Columns for whatever a form can ask of a row, in the order of its pieces. */
export const columnsOf = (asked: Readonly<Record<string, QuantityAsked | WholeAsked>>): readonly RowColumn[] =>
  Object.entries(asked).map(([key, item]) =>
    'dimension' in item
      ? { key, label: item.label, kind: 'quantity', asked: item }
      : { key, label: item.label, kind: 'whole', asked: item },
  );
