import type { Say } from '../drive-line/index.js';
import type { Fence, MoveFacts, Stands } from '../first-moves/index.js';
import type { Instrument } from '../line-port/index.js';
import { plannedMoves, type CommandedPlan, type PlannedReading } from './commanded.js';
import type { Measuring } from './measuring.js';

/** One move of a check that runs itself, and what is read when it stands. */
export interface RunStep {
  /** Pulses to go, from where it stands. */
  readonly by: number;
  /** The instrument's zero, a place of the plan, or nothing. */
  readonly read: PlannedReading | 'zero' | null;
}

/** The moves of a check from where the axis stands, or why it cannot run there. */
export type RunPlan =
  { readonly ok: true; readonly steps: readonly RunStep[] } | { readonly ok: false; readonly says: string };

/** Half a pulse of rounding is no trespass. */
const ROUNDING = 0.5;

/**
 * The moves of a plan on an axis that stands somewhere: first to where the check begins, a take-up before its zero at
 * the low end of the fence, then as planned. None is sent unless all lie within the fence.
 * @param at where the axis is by its controller, at a known place where it has ends
 */
export function runPlan(plan: CommandedPlan, facts: MoveFacts, fence: Fence | null, at: Stands, say: Say): RunPlan {
  const { letter, hasEnds, perUnit, dimensions } = facts;
  if (hasEnds && fence === null) return { ok: false, says: `${letter} has no fence yet: first moves come first.` };
  const moves = plannedMoves(plan);
  const begin = hasEnds && fence ? Math.ceil(fence.low * perUnit - ROUNDING) : at.pulses;
  const zero = begin + plan.takeUp;
  const farthest = zero + Math.max(0, ...moves.map(({ to }) => to));
  if (hasEnds && fence && farthest > fence.high * perUnit + ROUNDING)
    return {
      ok: false,
      says: `The check goes on to ${say(farthest / perUnit, dimensions.travel)}, beyond the fence at ${say(fence.high, dimensions.travel)}: plan it with shorter targets.`,
    };
  const steps: RunStep[] = [];
  const push = (by: number, read: RunStep['read']): void => {
    if (by !== 0 || read !== null) steps.push({ by, read });
  };
  push(begin - at.pulses, null);
  let [position, isZeroed] = [-plan.takeUp, false];
  if (position === 0) {
    push(0, 'zero');
    isZeroed = true;
  }
  for (const { to, reading } of moves) {
    const isFirstZero = !isZeroed && to === 0 && reading === null;
    push(to - position, isFirstZero ? 'zero' : reading);
    isZeroed ||= isFirstZero;
    position = to;
  }
  return { ok: true, steps };
}

/** Off by more than so much of where it was sent, or so much of a motor turn, is no measurement but an accident. */
const SLIP_SHARE = 0.05;
const SLIP_TURN = 0.25;

/**
 * Whether a reading is so far off that something has slipped, stalled or was set wrong: it is asked about before it is
 * taken (common practice, no source).
 * @param shown from the instrument's zero [SI] @param sent microsteps from the check's zero
 */
export function isGross({ perUnit, perTurn }: MoveFacts, shown: number, sent: number): boolean {
  const meant = sent / perUnit;
  return Math.abs(shown - meant) > Math.max(SLIP_SHARE * Math.abs(meant), SLIP_TURN * Math.abs(perTurn));
}

/** What of the bench is nearest to what a plan is measured with. */
export function benchInstrument({ type }: Measuring): Instrument {
  return type === 'plunger-indicator' || type === 'lever-indicator' ? 'indicator' : 'rule';
}

/** Decimals of a millimetre or a degree that no instrument of the bench exceeds. */
const DECIMALS = 4;

/**
 * What an instrument of the bench shows, as it is typed into a check.
 * @param shown from its zero [m] or [rad], growing with the axis
 */
export function shownText(shown: number, { kind, counts }: Measuring): string {
  const [value, unit] = kind === 'angle' ? [(shown * 180) / Math.PI, '°'] : [shown * 1000, 'mm'];
  return `${Number(((counts === 'against' ? -1 : 1) * value).toFixed(DECIMALS))} ${unit}`;
}
