import type { Ranking } from '../../diagnosis/index.js';
import { axisField, stepsPerMotorTurn, stepsPerUnit, travelPerTurn, type AxisContext } from '../../drive-line/index.js';
import { formatNumber } from '../../quantity/index.js';
import { instrumentType, type TransmissionKind } from '../../parts/index.js';
import type { Reckoner } from '../../reckoner/index.js';
import { GUARD_FACTOR } from '../conformity.js';
import { readingDoubt, tiltDoubt, type InstrumentDoubt } from '../instrument.js';
import { worstOf } from './figures.js';
import type { StepCheckPlan } from './plan.js';
import type { ReturnJudgement } from './return-to-zero.js';
import { reversalTrend, type FittedScale, type ScaleFit } from './scale-fit.js';
import type { VerdictWord } from '../verdict.js';
import type { ReadPoint, StepCheckEvaluation, Suggestion, Tell } from './evaluation.js';

/** All that the sentences of a step check speak of. */
export interface Told {
  readonly plan: StepCheckPlan;
  readonly tell: Tell;
  /** Readings that count, and those that are left out. */
  readonly points: readonly ReadPoint[];
  readonly leftOut: readonly ReadPoint[];
  readonly plannedCount: number;
  readonly remainingCount: number;
  readonly fit: ScaleFit;
  readonly returns: ReturnJudgement;
  readonly ranking: Ranking | null;
  readonly wild: StepCheckEvaluation['wild'];
  readonly motion: StepCheckEvaluation['motion'];
  readonly verdict: VerdictWord;
  readonly tolerance: number;
  readonly doubt: InstrumentDoubt;
  readonly reckoner: Reckoner<AxisContext>;
}

const percent = (value: number): string => `${formatNumber(value * 100, { significant: 2 })}\u00a0%`;
const intervalOf = ({ scale }: FittedScale): string =>
  `scale ${formatNumber(scale.value, { uncertainty: scale.expanded })} ± ${percent(scale.expanded)} (95 %)`;
/** What the width of the interval comes from. */
const RULED_BY = {
  scatter: 'The scatter of the readings decides how wide that is: more runs narrow it.',
  digit: 'The digit of the instrument decides how wide that is.',
  instrument: 'The instrument’s own error and how square it was set decide how wide that is.',
} as const;

/** The scale with its interval and what decides that, or why there is none yet. */
export function resultOf(fit: ScaleFit): string {
  if (fit.kind !== 'fitted') return fit.reason;
  const { value, expanded } = fit.scale;
  return `Scale ${formatNumber(value, { uncertainty: expanded })} ± ${percent(expanded)} at 95 %. ${RULED_BY[fit.ruledBy]}`;
}

/** The verdict in one sentence with its numbers. */
export function sentenceOf(told: Told): string {
  const { tell, points, leftOut, tolerance, verdict, motion } = told;
  const worstPoint = worstOf(points);
  if (!worstPoint) return leftOut.length === 0 ? 'No reading yet.' : leftOutWords(told);
  const guard = GUARD_FACTOR * worstPoint.standardUncertainty;
  const size = tell(Math.abs(worstPoint.deviation), guard);
  const asked = `±${tell(tolerance)} asked for`;
  switch (verdict) {
    case 'incomplete':
      return `${told.remainingCount} of ${told.plannedCount} readings to take. So far the largest deviation is ${size}.${leftOut.length === 0 ? '' : ` ${leftOutWords(told)}`}`;
    case 'true':
      return `Every reading lies within ${asked}, by more than the measurement’s own ±${tell(guard, guard)}. Largest deviation ${size}.${travelWords(told)}`;
    case 'not-true': {
      if (motion === 'still')
        return `The carriage did not move: every reading is zero where ${tell(worstPoint.commanded)} was asked for.`;
      if (motion === 'reversed')
        return `The carriage ran the wrong way: ${tell(Math.abs(worstPoint.measured), guard)} backward where ${tell(worstPoint.commanded)} was asked for.`;
      if (worstPoint.isReturn)
        return `It does not come back to zero: off by ${size} after run ${worstPoint.run}; ${asked}.`;
      return `Off by ${size} at ${tell(worstPoint.commanded)}: ${worstPoint.deviation > 0 ? 'too long' : 'too short'}; ${asked}.`;
    }
    case 'undecided':
      return guard >= tolerance
        ? `The measurement is only good to ±${tell(guard, guard)}, so it cannot show ${asked}. ${betterWords(told, worstPoint)}`
        : `The largest deviation, ${size}, is within the measurement’s ±${tell(guard, guard)} of the limit, ${asked}. ${betterWords(told, worstPoint)}`;
  }
}

function leftOutWords({ leftOut }: Told): string {
  const reasons = [...new Set(leftOut.map((point) => point.excluded ?? ''))].join('; ');
  return `${leftOut.length} left out, because: ${reasons}. Read ${leftOut.length === 1 ? 'that place' : 'those places'} again.`;
}

/** What would make the measurement better: whatever has the largest part in its doubt. */
function betterWords({ doubt, tell, plan }: Told, { measured }: ReadPoint): string {
  const { digit, own, tilt, drift, expansion } = readingDoubt(doubt, measured);
  if (drift >= Math.max(digit, own, tilt, expansion))
    return 'How far its zero wanders decides: hold the instrument more firmly, let it settle, and read faster.';
  if (expansion >= Math.max(digit, own, tilt)) return 'The temperature decides: measure nearer to 20 °C.';
  if (tilt >= digit && tilt >= own)
    return `How square the ${instrumentType(plan.measured.type).name} was set decides: set it by a square or along an indicated edge, and say so.`;
  return own > digit
    ? 'The instrument’s own error decides: use one that is calibrated closer.'
    : `Read with a finer digit than ${tell(doubt.digit)}.`;
}

/** How much of the travel was read, and what the interval of the scale still allows at its end. */
function travelWords({ reckoner, points, fit, tell }: Told): string {
  const travel = reckoner.reading(axisField.travel)?.value ?? null;
  const reach = points.reduce((most, point) => Math.max(most, point.commanded), 0);
  if (travel === null || reach >= READ_ENOUGH * travel) return '';
  const read = ` Read over ${tell(reach)} of ${tell(travel)} of travel`;
  if (fit.kind !== 'fitted') return `${read}; the rest is not shown.`;
  const allowed = (Math.abs(fit.scale.value - 1) + fit.scale.expanded) * travel;
  return `${read}: at its end the scale may still be out by ${tell(allowed, allowed)}.`;
}

/** Share of the travel from which it counts as read. */
const READ_ENOUGH = 0.8;
/**
 * Relative error that trimming a number should not hide: something is not what it was said to be (common practice, no
 * source).
 */
const TRIM_MOST = 0.03;
/** Chance from which one cause, or one factor, is put forward. */
const NAMED_CHANCE = 0.5;

export function suggestionOf(told: Told): Suggestion {
  const { fit, ranking, motion, wild, tell } = told;
  if (motion === 'still')
    return {
      kind: 'measure-more',
      reason:
        'The carriage did not move. Look whether the driver is enabled, the pulses arrive, the motor holds and the coupling is tight, then measure again.',
    };
  if (motion === 'reversed')
    return {
      kind: 'measure-more',
      reason:
        'The carriage ran the wrong way. Swap the two leads of one coil, or reverse the direction in the controller, and measure again.',
    };
  if (fit.kind === 'refused') {
    const cause = ranking ? causeWords(ranking) : null;
    return cause
      ? { kind: 'fault', reason: `${cause} This rests on one distance: take a second one to be sure.` }
      : { kind: 'measure-more', reason: fit.reason };
  }
  const interval = intervalOf(fit);
  if (wild)
    return {
      kind: 'measure-more',
      reason: `The reading at ${tell(wild.point.commanded)} stands alone: it is ${tell(Math.abs(wild.off), doubtOf(told))} from where the others put it. With it: ${interval}. Without it: ${intervalOf(wild.without)}. Read that place again; if it was misread, leave it out with a reason.`,
    };
  if (!ranking) return withoutCause(told, fit, interval);
  const cause = causeWords(ranking);
  if (cause) return { kind: 'fault', reason: `${cause} Measured ${interval}.${tiltWords(told)}` };
  const off = Math.abs(fit.scale.value - 1);
  if (off > TRIM_MOST)
    return {
      kind: 'set',
      reason: `${atStart(interval)}: no single usual mistake explains ${percent(off)}. Look for a part that is not what was entered before trimming the number.${tiltWords(told)}`,
    };
  const pending = told.remainingCount > 0 ? `, with ${told.remainingCount} readings to come` : '';
  return {
    kind: 'set',
    reason: `${atStart(interval)}${pending}: a size differs a little from what was entered. The corrected setting makes it 1.${tiltWords(told)}`,
  };
}

/** A clause at the start of its sentence. */
const atStart = (clause: string): string => `${clause.charAt(0).toUpperCase()}${clause.slice(1)}`;

const doubtOf = ({ wild }: Told): number => GUARD_FACTOR * (wild?.point.standardUncertainty ?? 0);

/** The leading cause with what rivals it; null where no factor is likelier than all else together. */
function causeWords(ranking: Ranking): string | null {
  const [first] = ranking.faults;
  if (!first) return null;
  const group = ranking.rivals.reduce((sum, item) => sum + item.chance, first.chance);
  if (group <= NAMED_CHANCE) return null;
  const [rival] = ranking.rivals.length > 0 ? ranking.rivals : ranking.faults.slice(1);
  if (!rival) return first.fault.sentence;
  const other = `${rival.fault.sentence.charAt(0).toLowerCase()}${rival.fault.sentence.slice(1)}`;
  // By distance alone, causes of one factor stay apart only by how common they are.
  return first.chance > NAMED_CHANCE
    ? `${first.fault.sentence} It could also be that ${other}`
    : `Either ${first.fault.sentence.charAt(0).toLowerCase()}${first.fault.sentence.slice(1, -1)}, or ${other}`;
}

/** What an instrument that was set by eye may show by itself. */
function tiltWords({ plan, fit }: Told): string {
  if (
    plan.measured.square !== 'by-eye' ||
    plan.measured.kind !== 'length' ||
    plan.measured.tilt !== null ||
    fit.kind !== 'fitted'
  )
    return '';
  return ` Set by eye, the ${instrumentType(plan.measured.type).name} alone may be out by ${percent(tiltDoubt('by-eye'))}: set it by a square before trusting a smaller error.`;
}

function withoutCause(told: Told, fit: FittedScale, interval: string): Suggestion {
  const { points, tolerance, verdict, reckoner } = told;
  const reach = points.reduce((most, point) => Math.max(most, point.commanded), 0);
  if (verdict === 'not-true') {
    return fit.scale.expanded * reach <= tolerance
      ? {
          kind: 'measure-more',
          reason: `The error does not grow with distance (${interval}), so no setting mends it. Read the worst place again: it may be misread, and is then left out with a reason; else look at reversal, return and coupling.`,
        }
      : {
          kind: 'measure-more',
          reason: `Whether the error grows with distance is not shown yet: ${interval}. Take more readings, longer distances or a better instrument.${tiltWords(told)}`,
        };
  }
  const travel = reckoner.reading(axisField.travel)?.value ?? reach;
  const loose =
    fit.scale.expanded * travel > tolerance
      ? ` Over the whole travel that is still ±${told.tell(fit.scale.expanded * travel, fit.scale.expanded * travel)}.`
      : '';
  return {
    kind: 'keep',
    reason: `Not significant, leave it: ${interval} holds 1, so the setting stays exactly as it is.${loose}`,
  };
}

/** Things the builder should know that do not change the verdict. */
export function notesOf(told: Told): string[] {
  const { fit, plan, reckoner, tell, points, returns } = told;
  const notes: string[] = [];
  if (fit.kind === 'fitted' && fit.reversal) notes.push(reversalWords(told, fit.reversal.value, fit.reversal.expanded));
  else if (plan.approach === 'one-way') notes.push('Read from one side only, so backlash does not show here.');
  if (fit.kind === 'fitted' && fit.offset && Math.abs(fit.offset.value) > fit.offset.expanded)
    notes.push(
      `The zero is off by ${tell(fit.offset.value, fit.offset.expanded)} ± ${tell(fit.offset.expanded, fit.offset.expanded)} at every distance.`,
    );
  notes.push(...returnNotes(returns, tell));
  if (!plan.returnToZero && points.length > 0)
    notes.push('Lost steps were not tested, because no return to zero was planned.');
  const turn = reckoner.value(stepsPerMotorTurn);
  if (turn !== null && plan.targets.every((target) => Math.abs(target / turn - Math.round(target / turn)) < 1e-3))
    notes.push(
      'Every target is a whole number of motor turns, so an error that repeats each turn cannot show. Add targets in between.',
    );
  const diameter = effectiveDiameter(told);
  if (diameter !== null) notes.push(diameter);
  return notes;
}

function reversalWords({ plan, points, tell, doubt, reckoner }: Told, value: number, expanded: number): string {
  const said = `${tell(Math.abs(value), expanded)} ± ${tell(expanded, expanded)}`;
  if (Math.abs(value) <= expanded)
    return `No lost motion shown at reversal (${tell(value, expanded)} ± ${tell(expanded, expanded)}).`;
  if (value > 0)
    return `Coming back it stands ${said} short of where going out leaves it. That is the wrong sign for backlash: look whether readings changed places, or something springs back.`;
  const takeUp = plan.takeUp / (reckoner.value(stepsPerUnit) ?? Infinity);
  if (takeUp < Math.abs(value) + expanded)
    return `Lost motion at reversal: at least ${said}. The take-up of ${tell(takeUp)} is smaller than the play, so it is not all taken up: plan the check again with more.`;
  const trend = reversalTrend(
    points.filter((point) => !point.isReturn),
    doubt.digit,
  );
  if (trend && Math.abs(trend.value) > trend.expanded)
    return `Lost motion at reversal: ${said} on average, but it changes by ${tell(Math.abs(trend.value), trend.expanded)} along the travel: more than backlash, something winds up or is worn in places.`;
  return `Lost motion at reversal: ${said}. ${trend ? 'It is the same along the travel, so it is backlash, not scale.' : 'More distances from both sides show whether it is the same along the travel, as backlash is.'}`;
}

/** What feeds by its size across, and what its diameter is of. */
const ROUND: Readonly<Partial<Record<TransmissionKind, { readonly name: string; readonly by: string }>>> = {
  roller: { name: 'roller', by: '' },
  drum: { name: 'drum', by: '' },
  belt: { name: 'pulley', by: ' its pitch line' },
};

/** What a roller, drum or pulley really measures across, as its travel says. */
function effectiveDiameter({ reckoner, fit, tell, ranking }: Told): string | null {
  const { kind } = reckoner.context.axis.transmission.specification;
  const travel = reckoner.value(travelPerTurn);
  const round = ROUND[kind];
  if (!round || fit.kind !== 'fitted' || !ranking || travel === null) return null;
  const thick = kind === 'drum' ? axisField.ropeThickness : axisField.stockThickness;
  const [across, stock] = [travel / Math.PI, reckoner.reading(thick)?.value ?? 0];
  const [effective, expanded] = [across * fit.scale.value - stock, across * fit.scale.expanded];
  return `The ${round.name} feeds as if it measured ${tell(effective, expanded)} ± ${tell(expanded, expanded)} across${round.by}.`;
}

const cyclesWords = (count: number): string =>
  `${Math.abs(count)} whole electrical ${Math.abs(count) === 1 ? 'cycle' : 'cycles'}`;

function returnNotes(returns: ReturnJudgement, tell: Tell): string[] {
  switch (returns.kind) {
    case 'none':
      return [];
    case 'returns':
      return [
        `Returns to zero: the largest is ${tell(returns.largest, returns.expanded)}, within what the readings can tell, ±${tell(returns.expanded, returns.expanded)}.`,
      ];
    case 'lost-cycles': {
      const runs = returns.byRun.map(({ run, cycles }) => `${cyclesWords(cycles)} in run ${run}`).join(', ');
      return [
        `Zero is off by up to ${tell(returns.largest, returns.expanded)}: ${runs}, of four full steps each. Steps were lost: too fast, too heavy, too little current, or a resonance.`,
      ];
    }
    case 'off': {
      const off = `${tell(returns.largest, returns.expanded)} ± ${tell(returns.expanded, returns.expanded)}`;
      if (!returns.matters)
        return [
          `Zero comes back within ${tell(Math.abs(returns.largest), returns.expanded)}: more than the readings scatter, but inside what is asked for.`,
        ];
      return [
        returns.canTestCycles
          ? `Zero is off by up to ${off}, not by whole electrical cycles: a coupling, pulley or belt slips, or the indicator moved.`
          : `Zero is off by up to ${off}. Cannot tell yet whether steps were lost or something slipped: use a finer indicator, or a witness mark across the coupling.`,
      ];
    }
  }
}
