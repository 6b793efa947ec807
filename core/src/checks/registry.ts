import type { Fields, RecordOf } from '../shape/index.js';
import type { CheckEvaluation, CheckKindDeclaration, CheckPlace, CheckPoint } from './kind.js';
import { armPlay } from './arm-play/arm-play.js';
import { crossedStrings } from './crossed-strings/crossed-strings.js';
import { diagonals } from './diagonals/diagonals.js';
import { division } from './division/division.js';
import { feedLength } from './feed-length/feed-length.js';
import { periodic } from './periodic/periodic.js';
import { planarity } from './planarity/planarity.js';
import { positioning } from './positioning/positioning.js';
import { pushPlay } from './push-play/push-play.js';
import { racking } from './racking/racking.js';
import { railsParallel } from './rails-parallel/rails-parallel.js';
import { returnCheck } from './return-check/return-check.js';
import { runout } from './runout/runout.js';
import { shaftMark } from './shaft-mark/shaft-mark.js';
import { speed } from './speed/speed.js';
import { thread } from './thread/thread.js';
import { torque } from './torque/torque.js';
import { turning } from './turning/turning.js';
import { warmUp } from './warm-up/warm-up.js';
import { stepCheck } from './step-check/step-check.js';
import { nextByBudget } from './decide.js';
import { withZeroAgain } from './zero-again.js';

/** Every kind of check, in the order in which they are offered. Nothing else lists them. */
export const CHECKS = {
  'step-check': stepCheck,
  positioning,
  'return-check': returnCheck,
  periodic,
  division,
  'arm-play': armPlay,
  'push-play': pushPlay,
  'shaft-mark': shaftMark,
  turning,
  thread,
  'feed-length': feedLength,
  speed,
  torque,
  diagonals,
  racking,
  'rails-parallel': railsParallel,
  planarity,
  'crossed-strings': crossedStrings,
  runout,
  'warm-up': warmUp,
} as const;

type Declarations = typeof CHECKS;
export type CheckKind = keyof Declarations;
export const CHECK_KINDS = Object.keys(CHECKS) as readonly CheckKind[];

/** Kind by kind, so that what is said of several is one or the other. */
type Declared<K extends CheckKind> = K extends CheckKind
  ? Declarations[K] extends CheckKindDeclaration<infer F, infer L, infer E>
    ? { readonly plan: RecordOf<F>; readonly place: L; readonly evaluation: E }
    : never
  : never;

/** What is planned to be measured, by its kind. */
export type PlanOf<K extends CheckKind> = {
  readonly [Kind in K]: { readonly kind: Kind } & Declared<Kind>['plan'];
}[K];
export type CheckPlan = PlanOf<CheckKind>;
export type EvaluationOf<K extends CheckKind> = Declared<K>['evaluation'];
export type PlaceOf<K extends CheckKind> = Declared<K>['place'];

type AnyDeclaration = CheckKindDeclaration<Fields, CheckPlace, CheckEvaluation>;

/** What was left out, and why; empty where nothing was. */
function leftOutWords(points: readonly CheckPoint[]): readonly string[] {
  const reasons = points.flatMap(({ excluded }) => (excluded === null ? [] : [excluded]));
  return reasons.length === 0
    ? []
    : [`${reasons.length} of ${points.length} readings left out: ${[...new Set(reasons)].join('; ')}.`];
}

/**
 * A kind whose figure is left open by its readings says how many more would decide it, and what it was judged without.
 */
const withNext = (declaration: AnyDeclaration): AnyDeclaration => ({
  ...declaration,
  evaluate: (context, plan, entered, say) => {
    const found = declaration.evaluate(context, plan, entered, say);
    if (!found || found.remainingCount > 0) return found;
    const countedCount = found.points.filter(({ excluded }) => excluded === null).length;
    return {
      ...found,
      notes: [...leftOutWords(found.points), ...found.notes],
      next: found.next === '' ? nextByBudget(found.figures, found.budget, countedCount) : found.next,
    };
  },
});

const DECLARATIONS = Object.fromEntries(
  (Object.entries(CHECKS) as unknown as readonly (readonly [CheckKind, AnyDeclaration])[]).map(
    // A kind that plans by a view of its own reads zero, and says what is next, as it sees fit.
    ([kind, declaration]) => [kind, declaration.form ? withZeroAgain(withNext(declaration)) : declaration],
  ),
) as Readonly<Record<CheckKind, AnyDeclaration>>;

/** The declaration of a kind for those who do not know its plan, only that it belongs to the kind. */
export const checkDeclaration = (kind: CheckKind): AnyDeclaration => DECLARATIONS[kind];
