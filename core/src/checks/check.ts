import type { AxisContext, Say } from '../drive-line/index.js';
import type { Result, UnitSystem } from '../quantity/index.js';
import { checkShape, isJson, kinds, type Shape } from '../shape/index.js';
import type { CheckPlace, ReadingColumns, ReadingSheet } from './kind.js';
import { completedMeasuring } from './measuring.js';
import type { EnteredReading } from './reading.js';
import {
  CHECK_KINDS,
  checkDeclaration,
  CHECKS,
  type CheckKind,
  type CheckPlan,
  type EvaluationOf,
  type PlanOf,
} from './registry.js';

/** What plans were of before they said it. */
const FIRST_KIND: CheckKind = 'step-check';

const planShape = kinds(
  Object.fromEntries(CHECK_KINDS.map((kind) => [kind, checkDeclaration(kind).fields])),
) as unknown as Shape<CheckPlan>;

/** Its JSON Schema. */
export const checkPlanSchema = planShape.schema;

const isKind = (value: unknown): value is CheckKind => typeof value === 'string' && Object.hasOwn(CHECKS, value);

/** Checks a plan of this or an earlier version; what has been added to its kind since is left unsaid. */
export function checkPlan(input: unknown): Result<CheckPlan> {
  if (!isJson(input)) return checkShape(planShape, input);
  const { kind = FIRST_KIND, ...plan } = input;
  const { measured, ...completed } = isKind(kind) ? checkDeclaration(kind).completed(plan) : plan;
  return checkShape(planShape, {
    ...completed,
    ...(measured === undefined ? {} : { measured: isJson(measured) ? completedMeasuring(measured) : measured }),
    kind,
  });
}

/** Checks a plan of one kind, without its kind or with it; see {@link checkPlan}. */
export function checkPlanOf<K extends CheckKind>(kind: K, input: object): Result<PlanOf<K>> {
  return checkPlan({ ...input, kind }) as Result<PlanOf<K>>;
}

/** Why an axis cannot be checked by a plan, in words; null where it can. */
export function misfitOf(context: AxisContext, plan: CheckPlan): string | null {
  return checkDeclaration(plan.kind).misfit(context, plan);
}

/** Everything that a plan asks to be read, in order. */
export function placesOf(plan: CheckPlan): readonly CheckPlace[] {
  return checkDeclaration(plan.kind).places(plan);
}

/** The sheet to enter readings in. */
export function sheetOf(context: AxisContext, plan: CheckPlan, units: UnitSystem): ReadingSheet<CheckPlace> {
  return checkDeclaration(plan.kind).sheet(context, plan, units);
}

/** The columns by which a table tells the places apart. */
export function columnsOf(context: AxisContext, plan: CheckPlan, units: UnitSystem): ReadingColumns<CheckPlace> {
  return checkDeclaration(plan.kind).columns(context, plan, units);
}

/**
 * Judges a check on the revision it was made on.
 * @param say writes values in the reader's units, for the sentences
 * @returns null where {@link misfitOf} says why it cannot be judged
 */
export function evaluateCheck<K extends CheckKind>(
  context: AxisContext,
  plan: PlanOf<K>,
  entered: readonly EnteredReading[],
  say: Say,
): EvaluationOf<K> | null {
  const evaluation = checkDeclaration(plan.kind).evaluate(context, plan, entered, say);
  const told =
    evaluation && isPractice(plan as unknown as CheckPlan)
      ? { ...evaluation, sentence: `Practice on the rig, which says nothing of the machine. ${evaluation.sentence}` }
      : evaluation;
  return told;
}

/** Whether a check was read on the simulated rig: then it proves nothing of the machine. */
export const isPractice = (plan: CheckPlan): boolean => 'measured' in plan && plan.measured.isRig;
