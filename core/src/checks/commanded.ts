import { backlashTotal, stepsPerMotorTurn, stepsPerUnit, type AxisContext } from '../drive-line/index.js';
import type { Reckoner } from '../reckoner/index.js';
import { choice, list, whole, type RecordOf } from '../shape/index.js';
import type { CheckPlace } from './kind.js';

/** Most microsteps in one target; beyond a thousand kilometres of any axis. */
const STEP_LIMIT = 2_000_000_000;

export const TARGET_LIMIT = 60;
export const RUN_LIMIT = 30;

/** What plans ask that send an axis to places and read where it comes. */
export const commandedFields = {
  /** Positions from zero, in microsteps, in the order of the first run. */
  targets: list(whole(1, STEP_LIMIT), TARGET_LIMIT, 1),
  runs: whole(1, RUN_LIMIT, 'Runs'),
  approach: choice('one-way', 'both-ways'),
  /**
   * Microsteps that the carriage goes too far before it comes to a target from the other side, so that lost motion is
   * taken up.
   */
  takeUp: whole(0, STEP_LIMIT, 'Take-up'),
};

/** Places to be sent to, in order. */
export type CommandedPlan = RecordOf<typeof commandedFields> & { readonly returnToZero?: boolean };

/** From below or from above. */
export type Approach = 'up' | 'down';

/** One thing to measure, in the order of the plan. */
export interface PlannedReading extends CheckPlace {
  readonly run: number;
  /** Microsteps from zero. */
  readonly target: number;
  readonly approach: Approach;
  /** A reading of the zero after a run, kept out of the scale. */
  readonly isReturn: boolean;
}

/**
 * Every reading that a plan asks for: each run goes out, in plans both ways comes back, and may end at zero from below.
 */
export function commandedReadings(plan: CommandedPlan, dimension: 'length' | 'angle'): readonly PlannedReading[] {
  const outward = [...plan.targets].sort((a, b) => a - b);
  const readings: PlannedReading[] = [];
  const add = (run: number, target: number, approach: Approach, isReturn: boolean): void => {
    readings.push({ index: readings.length, dimension, run, target, approach, isReturn });
  };
  for (let run = 1; run <= plan.runs; run += 1) {
    for (const target of outward) add(run, target, 'up', false);
    if (plan.approach === 'both-ways') for (const target of [...outward].reverse()) add(run, target, 'down', false);
    if (plan.returnToZero === true) add(run, 0, 'up', true);
  }
  return readings;
}

/** What one move of the list is for. */
export interface PlannedMove {
  /** Position to go to, in microsteps from zero. */
  readonly to: number;
  /** The reading to take there; null for a move that only takes up lost motion. */
  readonly reading: PlannedReading | null;
}

/**
 * The moves of a plan in order. The carriage begins a take-up before zero, so that it never has to go behind its start,
 * and comes to zero from below. A target is always reached from the side its reading names: the carriage first goes
 * past it by the take-up when it would come from the wrong side.
 */
export function plannedMoves(plan: CommandedPlan): readonly PlannedMove[] {
  const moves: PlannedMove[] = [];
  let position = -plan.takeUp;
  const go = (to: number, reading: PlannedReading | null): void => {
    if (to === position && reading === null) return;
    moves.push({ to, reading });
    position = to;
  };
  go(0, null);
  for (const reading of commandedReadings(plan, 'length')) {
    if (reading.approach === 'up' && position >= reading.target) go(reading.target - plan.takeUp, null);
    if (reading.approach === 'down' && position <= reading.target) go(reading.target + plan.takeUp, null);
    go(reading.target, reading);
  }
  return moves;
}

/**
 * Targets spread over a whole travel, the last within a motor turn of its end, each at a random phase of the motor turn
 * that is new at every target, so that nothing periodic is taken for scale (ISO 230-2:2014, target positions, from
 * memory).
 * @param travelSteps usable travel in microsteps @param turnSteps microsteps of one motor turn
 * @param random from 0 to 1, new at every call
 */
export function spreadTargets(
  travelSteps: number,
  turnSteps: number,
  count: number,
  random: () => number,
): readonly number[] {
  const spacing = travelSteps / count;
  const nudge = Math.min(turnSteps, spacing / 2);
  const targets = Array.from({ length: count }, (_, index) =>
    Math.max(1, Math.round((index + 1) * spacing - nudge * random())),
  );
  return [...new Set(targets)];
}

/**
 * Microsteps to go past a target before coming back to it from the other side: more than any play that is known or to
 * be expected, and at least a quarter turn of the motor.
 * @param play lost motion known or expected [SI]; null if nothing is known of it @param stepsPerUnit microsteps a
 *   unit of travel
 */
export function takeUpFor(play: number | null, stepsPerUnit: number, turnSteps: number): number {
  return Math.max(1, Math.ceil(Math.max(turnSteps / 4, (play ?? 0) * TAKE_UP_FACTOR * stepsPerUnit) - 1e-6));
}

/** Times the play that a take-up goes (common practice, no source). */
const TAKE_UP_FACTOR = 3;

/** Microsteps to go too far before coming back, by what is known of the play. */
export function takeUpOf(reckoner: Reckoner<AxisContext>): number {
  return takeUpFor(
    reckoner.value(backlashTotal),
    reckoner.value(stepsPerUnit) ?? 0,
    reckoner.value(stepsPerMotorTurn) ?? 4,
  );
}
