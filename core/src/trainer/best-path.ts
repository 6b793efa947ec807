import { withFaults, type FaultThere } from '../bench/index.js';
import { diagnose, firstMeasurement, type Diagnosis, type MadeCheck } from '../causes/index.js';
import { Lab } from './lab.js';
import type { ReadyRig } from './rigs.js';

/** One measurement of the best path, and what it left. */
export interface BestStep {
  readonly id: string;
  readonly sentence: string;
  readonly minutes: number;
  /** Share of the doubt between the likeliest that it was expected to take. */
  readonly worth: number;
  /** What was likeliest after it, with its chance; at most three. */
  readonly suspects: readonly { readonly id: string; readonly sentence: string; readonly chance: number }[];
  /** Chance that nothing is wrong. */
  readonly nothing: number;
}

/** What somebody measures who always takes what is expected to tell most. */
export interface BestPath {
  readonly steps: readonly BestStep[];
  /** By all of it, what is wrong can be said. */
  readonly isTold: boolean;
}

/** It goes on for so many measurements at most. */
const BEST_MOST = 5;
const SUSPECTS_SHOWN = 3;

const isOver = ({ told, isOpen }: Diagnosis): boolean => told.length > 0 && !isOpen;

/**
 * The best path to what is wrong: on a rig of its own with the same faults, each measurement is the one that the
 * diagnosis expects to tell most by all that was read before. It knows no more than a learner.
 */
export function* bestPath(
  { context, truth }: Pick<ReadyRig, 'context' | 'truth'>,
  faults: readonly FaultThere[],
  seed: number,
): Generator<number, BestPath> {
  const lab = new Lab(context, withFaults(truth, faults), seed);
  const checks: MadeCheck[] = [];
  const steps: BestStep[] = [];
  let next = firstMeasurement(context);
  while (next !== null && steps.length < BEST_MOST) {
    const asked = next;
    const work = lab.measuring(asked.plan);
    let done = work.next();
    for (; !done.done; done = work.next()) yield (steps.length + done.value) / BEST_MOST;
    checks.push({ id: String(steps.length), context, plan: asked.plan, readings: done.value });
    const found = diagnose(context, checks);
    steps.push({
      id: asked.id,
      sentence: asked.sentence,
      minutes: asked.minutes,
      worth: asked.worth,
      suspects: (found?.suspects ?? [])
        .slice(0, SUSPECTS_SHOWN)
        .map(({ id, sentence, chance }) => ({ id, sentence, chance })),
      nothing: found?.nothing ?? 0,
    });
    yield steps.length / BEST_MOST;
    if (!found || isOver(found)) return { steps, isTold: found !== null };
    next = found.next?.kind === 'check' ? found.next : null;
  }
  return { steps, isTold: false };
}
