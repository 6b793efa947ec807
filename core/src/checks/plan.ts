import { choice, flag, kinds, list, nullable, quantity, record, text, whole, type Of } from '../machine/index.js';

const positive = { isPositive: true } as const;

/** Most microsteps in one target; beyond a thousand kilometres of any axis. */
const STEP_LIMIT = 2_000_000_000;

export const TARGET_LIMIT = 60;
export const RUN_LIMIT = 30;

const instrument = kinds({
  linear: {
    name: text(120),
    form: choice('indicator', 'scale'),
    resolution: quantity('length', positive),
    tilt: nullable(quantity('angle', { least: -1.4, most: 1.4 })),
    scaleUncertainty: nullable(quantity('ratio', { least: 0, most: 1 })),
  },
  rotary: {
    name: text(120),
    form: choice('indicator', 'scale'),
    resolution: quantity('angle', positive),
    tilt: nullable(quantity('angle', { least: -1.4, most: 1.4 })),
    scaleUncertainty: nullable(quantity('ratio', { least: 0, most: 1 })),
  },
});

/** A plan to command known counts of microsteps and measure what comes. */
export const stepCheckPlan = record({
  /** Positions from zero, in microsteps, in the order of the first run. */
  targets: list(whole(1, STEP_LIMIT), TARGET_LIMIT, 1),
  runs: whole(1, RUN_LIMIT),
  approach: choice('one-way', 'both-ways'),
  returnToZero: flag(),
  /** Microsteps that the carriage goes too far before it comes to a target from the other side, so that lost motion is taken up. */
  takeUp: whole(0, STEP_LIMIT),
  instrument,
  tolerance: kinds({ linear: { value: quantity('length', positive) }, rotary: { value: quantity('angle', positive) } }),
});

export type StepCheckPlan = Of<typeof stepCheckPlan>;
export type Instrument = StepCheckPlan['instrument'];

/** From below or from above. */
export type Approach = 'up' | 'down';

/** One thing to measure, in the order of the plan. */
export interface PlannedReading {
  /** Place in the plan, from 0; readings are kept under it. */
  readonly index: number;
  readonly run: number;
  /** Microsteps from zero. */
  readonly target: number;
  readonly approach: Approach;
  /** A reading of the zero after a run, kept out of the scale. */
  readonly isReturn: boolean;
}

/** Every reading that a plan asks for: each run goes out, in plans both ways comes back, and may end at zero from below. */
export function plannedReadings(plan: StepCheckPlan): readonly PlannedReading[] {
  const outward = [...plan.targets].sort((a, b) => a - b);
  const readings: PlannedReading[] = [];
  const add = (run: number, target: number, approach: Approach, isReturn: boolean): void => {
    readings.push({ index: readings.length, run, target, approach, isReturn });
  };
  for (let run = 1; run <= plan.runs; run += 1) {
    for (const target of outward) add(run, target, 'up', false);
    if (plan.approach === 'both-ways') for (const target of [...outward].reverse()) add(run, target, 'down', false);
    if (plan.returnToZero) add(run, 0, 'up', true);
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
 * The moves of a plan in order. A target is always reached from the side its reading names: the carriage first goes
 * past it by the take-up when it would come from the wrong side.
 */
export function plannedMoves(plan: StepCheckPlan): readonly PlannedMove[] {
  const moves: PlannedMove[] = [];
  let position = 0;
  const go = (to: number, reading: PlannedReading | null): void => {
    if (to === position && reading === null) return;
    moves.push({ to, reading });
    position = to;
  };
  if (plan.takeUp > 0) {
    go(-plan.takeUp, null);
    go(0, null);
  }
  for (const reading of plannedReadings(plan)) {
    if (reading.approach === 'up' && position >= reading.target) go(reading.target - plan.takeUp, null);
    if (reading.approach === 'down' && position <= reading.target) go(reading.target + plan.takeUp, null);
    go(reading.target, reading);
  }
  return moves;
}

/**
 * Targets spread over a travel so that none repeats a phase of the screw: multiples of travel/count, each nudged by an
 * irrational share of one motor turn. Deterministic, so that a plan can be repeated.
 * @param travelSteps usable travel in microsteps @param turnSteps microsteps of one motor turn
 */
export function spreadTargets(travelSteps: number, turnSteps: number, count: number): readonly number[] {
  const golden = (Math.sqrt(5) - 1) / 2;
  const spacing = travelSteps / count;
  const nudge = Math.min(turnSteps, spacing / 2);
  const targets = Array.from({ length: count }, (_, index) => Math.max(1, Math.round((index + 1) * spacing - nudge * ((index * golden) % 1))));
  return [...new Set(targets)];
}
