import {
  checkDeclaration,
  checkPlan,
  evaluateCheck,
  placesOf,
  type CheckEvaluation,
  type CheckKind,
  type CheckPlace,
  type CheckPlan,
  type EvaluationOf,
  type PlaceOf,
  type PlanOf,
} from '../checks/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { preferredUnit, inUnit } from '../quantity/index.js';
import { seeded } from '../statistics/index.js';
import { sayPlain } from './example-machine.js';

/** The plan that a form begins with, with some of it changed. @throws Error for one that is none */
export function planFor<K extends CheckKind>(
  kind: K,
  context: AxisContext,
  change: Partial<PlanOf<K>> = {},
): PlanOf<K> {
  const begun = checkDeclaration(kind).form?.first(context, seeded(70)) ?? {};
  const checked = checkPlan({ ...begun, ...change, kind });
  if (!checked.ok) throw new Error(JSON.stringify(checked.error));
  return checked.value as unknown as PlanOf<K>;
}

/** A whole check whose readings follow from its places. @param read what is shown at a place [SI], to so many digits */
export function readBy<K extends CheckKind>(
  kind: K,
  context: AxisContext,
  plan: PlanOf<K>,
  read: (place: PlaceOf<K>, index: number) => number,
  digits = 9,
): EvaluationOf<K> {
  const entered = (placesOf(plan as CheckPlan) as readonly PlaceOf<K>[]).map((place, index) => {
    const { dimension } = place as CheckPlace;
    const unit = preferredUnit(dimension, 'metric');
    const text = `${inUnit(read(place, index), unit).toFixed(digits)} ${unit.symbol}`;
    return { index, text, excluded: null };
  });
  const evaluation: EvaluationOf<K> | null = evaluateCheck(context, plan, entered, sayPlain);
  if (!evaluation) throw new Error('this axis can be checked by this plan');
  return evaluation;
}

/** A figure of an evaluation by its symbol. @throws Error where it has none */
export function figureNamed(evaluation: CheckEvaluation, symbol: string): CheckEvaluation['figures'][number] {
  const found = evaluation.figures.find((figure) => figure.symbol === symbol);
  if (!found) throw new Error(`no ${symbol} among ${evaluation.figures.map((figure) => figure.symbol).join()}`);
  return found;
}
