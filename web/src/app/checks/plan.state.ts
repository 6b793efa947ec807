import { spreadTargets, stepCheckPlan, type StepCheckPlan } from '@crisp-notch/core/checks';
import { axisField, stepsPerMotorTurn, stepsPerUnit } from '@crisp-notch/core/drive-line';
import { checkShape, quantityOf, type Quantity } from '@crisp-notch/core/machine';
import { parseWhole, type UnitSystem } from '@crisp-notch/core/quantity';
import type { AxisView } from '../data/design-store';

/** What the plan form holds while it is filled in; targets as typed. */
export interface PlanDraft {
  readonly targets: string;
  readonly runs: number;
  readonly approach: 'one-way' | 'both-ways';
  readonly returnToZero: boolean;
  readonly instrument: string;
  readonly form: 'indicator' | 'scale';
  readonly resolution: Quantity;
  readonly tilt: Quantity | null;
  readonly tolerance: Quantity;
}

const TARGET_COUNT = 4;
const TARGET_MOST = 2_000_000_000;
/** Reach of a usual dial indicator, so that the first plan can be measured with one. */
const INDICATOR_REACH = 0.02;

/** A first plan: a few targets within an indicator's reach that are no whole motor turns. */
export function firstDraft(view: AxisView, units: UnitSystem): PlanDraft {
  const { reckoner, axis } = view;
  const isLinear = axis.job.kind === 'linear';
  const steps = reckoner.value(stepsPerUnit) ?? 0;
  const travel = reckoner.reading(axisField.travel)?.value ?? (isLinear ? INDICATOR_REACH : 2 * Math.PI);
  const reach = isLinear ? Math.min(travel, INDICATOR_REACH) : travel;
  const turn = reckoner.value(stepsPerMotorTurn) ?? 1;
  return {
    targets: spreadTargets(reach * steps, turn, TARGET_COUNT).join(', '),
    runs: 1,
    approach: 'one-way',
    returnToZero: false,
    instrument: isLinear ? 'dial indicator' : 'graduated ring',
    form: isLinear ? 'indicator' : 'scale',
    resolution: quantityOf(isLinear ? (units === 'metric' ? '0.01 mm' : '0.0005 in') : '0.05 °', 'assumed'),
    tilt: null,
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
  const words = text.split(/[\s,;]+/).filter((word) => word !== '');
  if (words.length === 0) return { targets: [], message: 'Say at least one number of microsteps.' };
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
export function planOf(draft: PlanDraft, view: AxisView): { readonly plan: StepCheckPlan } | { readonly message: string } {
  const { targets, message } = readTargets(draft.targets);
  if (message !== '') return { message };
  const { kind } = view.axis.job;
  const plan = {
    targets,
    runs: draft.runs,
    approach: draft.approach,
    returnToZero: draft.returnToZero,
    takeUp: Math.max(1, Math.round((view.reckoner.value(stepsPerMotorTurn) ?? 4) / 4)),
    instrument: { kind, name: draft.instrument, form: draft.form, resolution: draft.resolution, tilt: draft.tilt, scaleUncertainty: null },
    tolerance: { kind, value: draft.tolerance },
  };
  const checked = checkShape(stepCheckPlan, plan);
  if (checked.ok) return { plan: checked.value };
  const [problem] = checked.error;
  return { message: `${problem?.path ?? 'plan'} ${problem?.message ?? 'is not complete'}` };
}
