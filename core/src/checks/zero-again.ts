import type { Say } from '../drive-line/index.js';
import { inUnit, preferredUnit } from '../quantity/index.js';
import { quantityOf, readQuantity, type Fields, type RecordOf } from '../shape/index.js';
import { conformity } from './conformity.js';
import type { Look } from './course.js';
import type { CheckEvaluation, CheckKindDeclaration, CheckPlace, CheckPoint } from './kind.js';
import { doubtAt, type Measuring } from './measuring.js';
import { taken } from './taken.js';

/** The instrument of a plan at whose end its zero is read once more; null where it is not. */
function zeroedAgain(plan: object): Measuring | null {
  const { measured } = plan as { readonly measured?: Measuring };
  return measured?.zeroAgain === true ? measured : null;
}

/** The same instrument with a zero that wandered at least so far, either way [SI]. */
function wandering(measured: Measuring, by: number): Measuring {
  const said = measured.drift ? readQuantity(measured.drift, measured.kind).value : 0;
  if (by <= said) return measured;
  const unit = preferredUnit(measured.kind, 'metric');
  return { ...measured, drift: quantityOf(`${inUnit(by, unit).toFixed(9)} ${unit.symbol}`, 'measured') };
}

/** A drift beyond such a share of what is asked is worth measuring anew (common practice, no source). */
const TOO_FAR = 0.5;

/**
 * A kind of check whose plans may end with the instrument's zero, read once more: how far it wandered is what every
 * reading may be wrong by, and the kind itself need not know.
 */
export function withZeroAgain<F extends Fields, L extends CheckPlace, E extends CheckEvaluation>(
  kind: CheckKindDeclaration<F, L, E>,
): CheckKindDeclaration<F, L, E> {
  type Plan = RecordOf<F>;
  const zeroOf = (plan: Plan, { kind: dimension }: Measuring): CheckPlace => ({
    index: kind.places(plan).length,
    dimension,
  });
  const isZero = (plan: Plan, place: CheckPlace): boolean =>
    zeroedAgain(plan) !== null && place.index === kind.places(plan).length;
  return {
    ...kind,
    places: (plan) => {
      const measured = zeroedAgain(plan);
      // Whoever asks a place for more than every place has, asks the sheet or the columns below.
      return measured ? [...kind.places(plan), zeroOf(plan, measured) as L] : kind.places(plan);
    },
    course: kind.course
      ? (context, plan) => {
          const measured = zeroedAgain(plan);
          const course = kind.course?.(context, plan) ?? null;
          if (!measured || !course) return course;
          const last = course.legs.find(({ read }) => read !== null && read !== 'zero')?.read as Look | undefined;
          const { index } = zeroOf(plan, measured);
          // Zero is reached as it was at first.
          const back = course.from < 0 ? [{ to: course.from, read: null }] : [];
          return last ? { ...course, legs: [...course.legs, ...back, { to: 0, read: { ...last, index } }] } : course;
        }
      : null,
    sheet: (context, plan, units) => {
      const sheet = kind.sheet(context, plan, units);
      return {
        ...sheet,
        cells: (place) =>
          isZero(plan, place) ? sheet.heads.map((_, at) => (at === 0 ? 'zero' : '')) : sheet.cells(place),
        named: (place) => (isZero(plan, place) ? 'zero once more' : sheet.named(place)),
      };
    },
    columns: (context, plan, units) => {
      const columns = kind.columns(context, plan, units);
      return {
        ...columns,
        cells: (place) =>
          isZero(plan, place) ? columns.header.map((_, at) => (at === 0 ? 'zero' : '')) : columns.cells(place),
      };
    },
    evaluate: (context, plan, entered, say) => {
      const measured = zeroedAgain(plan);
      if (!measured) return kind.evaluate(context, plan, entered, say);
      const [zero] = taken([zeroOf(plan, measured)], entered);
      const wandered = zero?.excluded === null ? Math.abs(zero.shown) : null;
      const known = wandered === null ? plan : { ...plan, measured: wandering(measured, wandered) };
      const found = kind.evaluate(context, known, entered, say);
      return found && withZero(found, measured, zero, wandered, say);
    },
  };
}

/** What a check comes to, its zero counted. @param wandered how far it did; null while it is still to be read */
function withZero<E extends CheckEvaluation>(
  found: E,
  measured: Measuring,
  zero: { readonly place: CheckPlace; readonly shown: number; readonly excluded: string | null } | undefined,
  wandered: number | null,
  say: Say,
): E {
  const standardUncertainty = doubtAt(measured, 0);
  const point = zero && {
    index: zero.place.index,
    deviation: zero.shown,
    standardUncertainty,
    excluded: zero.excluded,
    conformity: conformity(zero.shown, TOO_FAR * found.tolerance, standardUncertainty),
  };
  const points: readonly CheckPoint[] = [...found.points, ...(point ? [point] : [])];
  if (wandered === null) {
    const isLast = found.remainingCount === 0;
    return {
      ...found,
      points,
      remainingCount: found.remainingCount + 1,
      verdict: found.verdict === 'not-true' ? found.verdict : 'incomplete',
      sentence: isLast
        ? `Zero is to be read once more.${found.verdict === 'not-true' ? ` ${found.sentence}` : ''}`
        : `${found.sentence} Then zero once more.`,
      proposals: [],
      next: isLast ? 'Read zero once more: how far it wandered is what every reading may be wrong by.' : found.next,
    };
  }
  const off = say(wandered, measured.kind, standardUncertainty);
  const words =
    wandered > TOO_FAR * found.tolerance
      ? `Zero wandered by ${off}, much of what is asked: hold the instrument more firmly, let all settle, and measure again.`
      : `Zero wandered by ${off} while it was measured; every reading is held to be good to that only.`;
  return { ...found, points, notes: wandered > standardUncertainty ? [...found.notes, words] : found.notes };
}
