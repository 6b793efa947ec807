import type { ReadDimension } from '../parts/index.js';
import type { Quantity, QuantityAsked, WholeAsked } from '../shape/index.js';
import type { Measuring } from './measuring.js';
import type { InstrumentUse, PlanInput } from './plan-form.js';

/** The instrument of a plan. @param use what it reads; motion where nothing else is said */
export const instrumentInput = <P extends { readonly measured: Measuring }>(
  plan: P,
  reads: ReadDimension,
  use: InstrumentUse = 'motion',
): PlanInput<P> => ({
  kind: 'instrument',
  reads,
  use,
  value: plan.measured,
  put: (measured) => ({ ...plan, measured }),
});

type Keys<P, V> = { [K in keyof P]: P[K] extends V ? K : never }[keyof P] & string;

/** A whole number of a plan. */
export const wholeInput = <P>(plan: P, key: Keys<P, number>, asked: WholeAsked, remark = ''): PlanInput<P> => ({
  kind: 'whole',
  asked,
  value: plan[key] as number,
  put: (value) => ({ ...plan, [key]: value }),
  remark,
});

/** A quantity of a plan. */
export const quantityInput = <P>(
  plan: P,
  key: Keys<P, Quantity | null>,
  asked: QuantityAsked,
  remark = '',
): PlanInput<P> => ({
  kind: 'quantity',
  asked,
  value: plan[key] as Quantity | null,
  put: (value) => ({ ...plan, [key]: value }),
  remark,
});

/** One of a few words of a plan. */
export const choiceInput = <P, K extends Keys<P, string>>(
  plan: P,
  key: K,
  label: string,
  options: Readonly<Record<P[K] & string, string>>,
): PlanInput<P> => ({
  kind: 'choice',
  label,
  options: Object.entries<string>(options).map(([value, words]) => ({ value, label: words })),
  value: plan[key] as string,
  put: (value) => (Object.hasOwn(options, value) ? { ...plan, [key]: value } : plan),
});
