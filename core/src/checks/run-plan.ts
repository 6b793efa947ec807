import type { Say } from '../drive-line/index.js';
import type { Fence, MoveFacts, Stands } from '../first-moves/index.js';
import type { Course, Leg, Look } from './course.js';
import type { Measuring } from './measuring.js';
import { CHECK_PACE } from './sights.js';

/** One thing to do of a check that runs itself, and what is read when it stands. */
export interface RunStep {
  /** Pulses to go, from where it stands. */
  readonly by: number;
  /** Share of the job's speed. */
  readonly pace: number;
  /** Before that it stands so long [s]. */
  readonly wait: number;
  /** The instrument's zero, a place of the plan, or nothing. */
  readonly read: Look | 'zero' | null;
  /** One of many moves away and back. */
  readonly isShuttle: boolean;
  /** Where it is then, in microsteps from the check's zero. */
  readonly at: number;
}

/** The moves of a check from where the axis stands, or why it cannot run there. */
export type RunPlan =
  { readonly ok: true; readonly steps: readonly RunStep[] } | { readonly ok: false; readonly says: string };

/** Half a pulse of rounding is no trespass. */
const ROUNDING = 0.5;

/** Where a leg goes besides its end. */
const reachOf = ({ to, shuttles }: Leg): number => Math.max(to, to + (shuttles?.by ?? 0));

/**
 * The moves of a course on an axis that stands somewhere: first to where the check begins, at the low end of the fence,
 * then as it goes. None is sent unless all lie within the fence.
 * @param at where the axis is by its controller, at a known place where it has ends
 */
export function runPlan(course: Course, facts: MoveFacts, fence: Fence | null, at: Stands, say: Say): RunPlan {
  const { letter, hasEnds, perUnit, dimensions } = facts;
  if (hasEnds && fence === null) return { ok: false, says: `${letter} has no fence yet: first moves come first.` };
  const lowest = Math.min(course.from, ...course.legs.map(({ to }) => to));
  const zero =
    (hasEnds && fence ? Math.ceil(fence.low * perUnit - ROUNDING) : at.pulses) - (hasEnds ? lowest : course.from);
  const farthest = zero + Math.max(0, ...course.legs.map(reachOf));
  if (hasEnds && fence && farthest > fence.high * perUnit + ROUNDING)
    return {
      ok: false,
      says: `The check goes on to ${say(farthest / perUnit, dimensions.travel)}, beyond the fence at ${say(fence.high, dimensions.travel)}: plan it with shorter targets.`,
    };
  const steps: RunStep[] = [];
  let position = course.from;
  const push = (to: number, read: RunStep['read'], { pace = CHECK_PACE, wait = 0, isShuttle = false } = {}): void => {
    if (to !== position || read !== null || wait > 0)
      steps.push({ by: to - position, pace, wait, read, at: to, isShuttle });
    position = to;
  };
  if (zero + course.from !== at.pulses)
    steps.push({
      by: zero + course.from - at.pulses,
      pace: CHECK_PACE,
      wait: 0,
      read: null,
      at: course.from,
      isShuttle: false,
    });
  for (const { to, shuttles, wait = 0, read } of course.legs) {
    const start = position;
    for (let time = 0; shuttles && time < shuttles.times; time += 1) {
      push(start + shuttles.by, null, { pace: shuttles.pace, isShuttle: true });
      push(start, null, { pace: shuttles.pace, isShuttle: true });
    }
    push(to, read, { wait });
  }
  return { ok: true, steps };
}

/** Off by more than so much of where it was sent, or so much of a motor turn, is no measurement but an accident. */
const SLIP_SHARE = 0.05;
const SLIP_TURN = 0.25;

/**
 * Whether a reading of the carriage is so far off that something has slipped, stalled or was set wrong: it is asked
 * about before it is taken (common practice, no source).
 * @param shown from the instrument's zero [SI] @param sent microsteps from the check's zero
 */
export function isGross({ perUnit, perTurn }: MoveFacts, shown: number, sent: number): boolean {
  const meant = sent / perUnit;
  return Math.abs(shown - meant) > Math.max(SLIP_SHARE * Math.abs(meant), SLIP_TURN * Math.abs(perTurn));
}

/** Decimals of a millimetre or a degree that no instrument of the bench exceeds. */
const DECIMALS = 4;

/**
 * What an instrument of the bench shows, as it is typed into a check.
 * @param shown from its zero [m] or [rad], growing with the axis
 */
export function shownText(shown: number, { kind, counts }: Pick<Measuring, 'kind' | 'counts'>): string {
  const [value, unit] = kind === 'angle' ? [(shown * 180) / Math.PI, '°'] : [shown * 1000, 'mm'];
  return `${Number(((counts === 'against' ? -1 : 1) * value).toFixed(DECIMALS))} ${unit}`;
}
