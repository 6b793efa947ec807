import {
  checkPlanOf,
  spreadTargets,
  takeUpFor,
  usualMeasuring,
  type Measuring,
  type PlanOf,
} from '@crisp-notch/core/checks';
import { axisField, backlashTotal, stepsPerMotorTurn, stepsPerUnit } from '@crisp-notch/core/drive-line';
import { quantityOf, type Quantity } from '@crisp-notch/core/shape';
import { parseWhole, type UnitSystem } from '@crisp-notch/core/quantity';
import type { AxisView } from '../../data/design-store';

/** What the plan form holds while it is filled in; targets as typed. */
export interface PlanDraft {
  readonly targets: string;
  readonly runs: number;
  readonly approach: 'one-way' | 'both-ways';
  readonly returnToZero: boolean;
  readonly measured: Measuring;
  readonly tolerance: Quantity;
}

const TARGET_COUNT = 4;
const TARGET_MOST = 2_000_000_000;
/** Travel that is read where nobody has said how far the axis goes: that of a usual dial indicator. */
const INDICATOR_REACH = 0.02;

/** Microsteps that lost motion takes up, from what is known of it. */
function takeUpOf({ reckoner }: AxisView): number {
  return takeUpFor(
    reckoner.value(backlashTotal),
    reckoner.value(stepsPerUnit) ?? 0,
    reckoner.value(stepsPerMotorTurn) ?? 4,
  );
}

/** What such an axis is usually measured with, in divisions as its builder reads them; how far it reads is not guessed. */
function firstInstrument(isLinear: boolean, units: UnitSystem): Measuring {
  const usual = { ...usualMeasuring(isLinear ? 'plunger-indicator' : 'angle-ring'), range: null };
  return usual.kind === 'length' && units === 'inch'
    ? { ...usual, digit: quantityOf('0.0005 in', 'assumed'), error: quantityOf('0.001 in', 'assumed') }
    : usual;
}

/**
 * A first plan: a few targets over the whole travel at random phases of the motor turn, and a return to zero. What is
 * guessed of the instrument is the usual: an indicator set by a square.
 */
export function firstDraft(view: AxisView, units: UnitSystem, random: () => number): PlanDraft {
  const { reckoner, axis } = view;
  const isLinear = axis.job.kind === 'linear';
  const steps = reckoner.value(stepsPerUnit) ?? 0;
  const travel = reckoner.reading(axisField.travel)?.value ?? (isLinear ? INDICATOR_REACH : 2 * Math.PI);
  // The take-up needs its room at both ends.
  const room = isLinear ? 2 * takeUpOf(view) : 0;
  const turn = reckoner.value(stepsPerMotorTurn) ?? 1;
  return {
    targets: spreadTargets(Math.max(1, travel * steps - room), turn, TARGET_COUNT, random).join(', '),
    runs: 1,
    approach: 'one-way',
    returnToZero: true,
    measured: firstInstrument(isLinear, units),
    tolerance: axis.job.tolerance ?? quantityOf(isLinear ? '0.05 mm' : '0.1 °', 'assumed'),
  };
}

export interface TargetList {
  readonly targets: readonly number[];
  /** What is wrong with the list; empty if nothing. */
  readonly message: string;
}

/** Reads `200, 600` as microsteps from zero. */
export function readTargets(text: string): TargetList {
  // Without a space after it a comma could be decimal, or set off thousands.
  const close = /\d+,\d+/.exec(text);
  if (close) return { targets: [], message: `“${close[0]}” could be one number or two: put a space after the comma.` };
  const words = text.split(/[\s,;]+/).filter((word) => word !== '');
  if (words.length === 0) return { targets: [], message: 'Enter at least one number of microsteps.' };
  const targets: number[] = [];
  for (const word of words) {
    const parsed = parseWhole(word, 1, TARGET_MOST);
    if (!parsed.ok) return { targets: [], message: `“${word}”: ${parsed.error}` };
    if (targets.includes(parsed.value)) return { targets: [], message: `${parsed.value} stands twice.` };
    targets.push(parsed.value);
  }
  return { targets, message: '' };
}

/** The plan of a draft, or what is wrong with it. */
export function planOf(
  draft: PlanDraft,
  view: AxisView,
): { readonly plan: PlanOf<'step-check'> } | { readonly message: string } {
  const { targets, message } = readTargets(draft.targets);
  if (message !== '') return { message };
  const { kind } = view.axis.job;
  const plan = {
    targets,
    runs: draft.runs,
    approach: draft.approach,
    returnToZero: draft.returnToZero,
    takeUp: takeUpOf(view),
    measured: draft.measured,
    tolerance: { kind, value: draft.tolerance },
  };
  const checked = checkPlanOf('step-check', plan);
  if (checked.ok) return { plan: checked.value };
  const [problem] = checked.error;
  return { message: `${problem?.path ?? 'plan'} ${problem?.message ?? 'is not complete'}` };
}
