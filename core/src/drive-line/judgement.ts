import { handyUnit, showQuantity, type Dimension, type UnitSystem } from '../quantity/index.js';
import type { Field, Figure, Reckoner } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import { placeOn, type Finding, type Page, type Place, type Station } from '../finding/index.js';

/** Writes an SI value with its unit in the reader's system, rounded to its uncertainty where one is given. */
export type Say = (value: number, dimension: Dimension, uncertainty?: number) => string;

/** Says in a system of units; four significant digits where no uncertainty rules. */
export function sayIn(system: UnitSystem): Say {
  return (value, dimension, uncertainty) =>
    showQuantity(
      value,
      handyUnit(value, dimension, system),
      uncertainty === undefined ? { significant: 4 } : { uncertainty },
    );
}

/** A finding on an axis, under the identity of its rule. */
export interface AxisFinding extends Finding {
  /** The figures behind it. */
  readonly figures: readonly Figure<AxisContext>[];
}

export type Judged = Pick<Finding, 'severity' | 'sentence' | 'remedies'>;
type RuleInputs = Readonly<Record<string, Field<AxisContext> | Figure<AxisContext>>>;

/** A rule of judgement on an axis: silent while its inputs are not known or all is well. */
export interface Rule {
  readonly id: string;
  readonly station: Station;
  /** The field to change, where it is not the first of its inputs that is asked for at its station. */
  readonly mends: Field<AxisContext> | null;
  /** Someone can be hurt: it comes before whatever else is no stop. */
  readonly isDanger: boolean;
  readonly inputs: RuleInputs;
  readonly judge: (values: Readonly<Record<string, number>>, say: Say, context: AxisContext) => Judged | null;
}

/** Declares a rule; the compiler checks that it judges only its declared inputs. */
export function rule<const I extends RuleInputs>(declaration: {
  readonly id: string;
  readonly station: Station;
  readonly mends?: Field<AxisContext>;
  readonly isDanger?: boolean;
  readonly inputs: I;
  readonly judge: (values: { readonly [K in keyof I]: number }, say: Say, context: AxisContext) => Judged | null;
}): Rule {
  return { isDanger: false, mends: null, ...declaration, judge: declaration.judge as Rule['judge'] };
}

/** Where a finding is put right: the field of its rule, else the first input that is asked for at its station. */
function placeToMend({ mends, inputs, station }: Rule, context: AxisContext): Place {
  const at = { axisId: context.axis.id, station };
  const own = mends?.form?.(context);
  if (own) return placeOn(own.page as Page, { ...at, field: own.label });
  const forms = Object.values(inputs).map((input) =>
    input.kind === 'field' && input.station === station ? input.form?.(context) : null,
  );
  const field = forms.find((form) => form?.page === 'drive-lines')?.label ?? null;
  return placeOn('drive-lines', { ...at, field });
}

/** Every finding on an axis: stops, then what can hurt someone, then the rest, each in the order of the rules. */
export function judgeBy(rules: readonly Rule[], reckoner: Reckoner<AxisContext>, say: Say): readonly AxisFinding[] {
  const found: (AxisFinding & { readonly rank: number })[] = [];
  for (const item of rules) {
    const values: Record<string, number> = {};
    let isKnown = true;
    for (const [key, input] of Object.entries(item.inputs)) {
      const outcome = reckoner.outcomeOf(input);
      if (outcome.kind === 'value') values[key] = outcome.value;
      else isKnown = false;
    }
    const judged = isKnown ? item.judge(values, say, reckoner.context) : null;
    if (!judged) continue;
    const rank = judged.severity === 'stop' ? 0 : item.isDanger ? 1 : 2;
    found.push({
      id: item.id,
      place: placeToMend(item, reckoner.context),
      ...judged,
      figures: Object.values(item.inputs).filter((input) => input.kind === 'figure'),
      rank,
    });
  }
  // Sorting keeps the order of equals.
  return found.sort((a, b) => a.rank - b.rank).map(({ rank: _rank, ...finding }) => finding);
}
