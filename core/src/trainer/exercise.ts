import { withFaults, type Repair } from '../bench/index.js';
import {
  diagnose,
  firstMeasurement,
  MEASUREMENTS,
  reachOf,
  rowsOf,
  type MadeCheck,
  type NextMeasurement,
} from '../causes/index.js';
import {
  checkDeclaration,
  evaluateCheck,
  placesOf,
  type CheckChart,
  type CheckFigure,
  type VerdictWord,
} from '../checks/index.js';
import type { Say } from '../drive-line/index.js';
import { bestPath, type BestPath } from './best-path.js';
import { Lab } from './lab.js';
import { drawnOf, LEVELS, thereOn, trainedFaults, type Drawn, type Level, type TrainedFault } from './levels.js';
import { readyRig, TRAINING_RIGS, type ReadyRig } from './rigs.js';
import { scoreOf, type Score } from './score.js';

/** How many numbers an exercise is drawn from: its rig, its faults, and the scatter of the rig. */
export const DRAWN_COUNT = 4;

/** Everything that may be known before an exercise is ended: it is the same whatever is hidden. */
export interface Brief {
  readonly level: string;
  readonly machine: string;
  readonly letter: string;
  readonly complaint: string;
  /** The axis turns: what is read of it are angles. */
  readonly isTurning: boolean;
  readonly measurements: readonly { readonly id: string; readonly sentence: string; readonly minutes: number }[];
  readonly repairs: readonly (Repair & { readonly id: string; readonly name: string })[];
}

/** A reading as it is shown: where it was meant to be, and how far off it is. SI. */
export interface Reading {
  readonly of: 'travel' | 'shaft' | 'push';
  readonly expected: number;
  readonly off: number;
  readonly side: 'up' | 'down';
  /** Moves since the zero. */
  readonly moves: number;
  /** What pushes [N] or [N·m]. */
  readonly push: number;
}

/** What came of a measurement, as its check says it. */
export interface Measured {
  readonly id: string;
  /** Of the check. */
  readonly name: string;
  readonly readings: readonly Reading[];
  /** Readings that were to be taken; there are fewer where the instrument came to its end. */
  readonly asked: number;
  readonly verdict: VerdictWord;
  readonly sentence: string;
  readonly figures: readonly CheckFigure[];
  readonly chart: CheckChart | null;
}

/** What came of an exercise, once it is ended. */
export interface Ended {
  /** Everything that was drawn, as digits to the base of sixteen: the exercise can be played again by it. */
  readonly key: string;
  readonly hidden: readonly { readonly id: string; readonly name: string }[];
  /** Of what was hidden, what is still there. */
  readonly left: readonly string[];
  readonly isRight: boolean;
  readonly measurements: number;
  readonly hints: number;
  readonly minutes: number;
  /** Names of what was repaired and was not wrong. */
  readonly inVain: readonly string[];
  readonly best: BestPath & { readonly measurements: number; readonly minutes: number };
  readonly score: Score;
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0);

/**
 * A rig with hidden faults and somebody who looks for them. What is hidden is drawn here and stays here until the
 * exercise is ended: everything that it gives away before is what instruments show.
 */
export class Exercise {
  readonly brief: Brief;
  private readonly rig: ReadyRig;
  private readonly faults: readonly TrainedFault[];
  private readonly hidden: readonly TrainedFault[];
  private left: readonly TrainedFault[];
  private lab: Lab;
  /** Since something was last repaired. */
  private checks: MadeCheck[] = [];
  private readonly measured: number[] = [];
  private readonly repaired: TrainedFault[] = [];
  private hints = 0;
  private labs = 0;

  /**
   * @param drawn numbers of 32 bits, {@link DRAWN_COUNT} of them, that nobody else knows
   * @throws RangeError for another level or too few numbers
   */
  constructor(
    level: string,
    private readonly drawn: readonly Drawn[],
  ) {
    const found: Level | undefined = LEVELS.find(({ id }) => id === level);
    if (!found || drawn.length < DRAWN_COUNT) throw new RangeError(`no exercise of level ${level}`);
    this.rig = readyRig(drawnOf(TRAINING_RIGS, drawn[0] ?? 0));
    this.faults = trainedFaults(this.rig);
    this.hidden = drawnOf(found.sets(this.faults), drawn[1] ?? 0);
    this.left = this.hidden;
    this.lab = this.newLab();
    const { rig, context, bearings } = this.rig;
    this.brief = {
      level,
      machine: rig.machine.name,
      letter: rig.letter,
      complaint: rig.complaint,
      isTurning: bearings.isTurning,
      measurements: MEASUREMENTS.filter(({ plan }) => plan(context, bearings, 1) !== null).map(
        ({ id, sentence, minutes }) => ({ id, sentence, minutes }),
      ),
      repairs: this.faults.map(({ id, name, trained: { repair } }) => ({ id, name, ...repair })),
    };
  }

  private newLab(): Lab {
    const { rig, drawn } = this;
    this.labs += 1;
    const there = this.left.map((fault) => thereOn(rig, fault));
    return new Lab(rig.context, withFaults(rig.truth, there), ((drawn[2] ?? 0) ^ (this.labs * 0x9e3779b9)) >>> 0);
  }

  /**
   * Measures on the rig; how far it is comes meanwhile.
   * @param say writes values in the reader's units
   * @throws RangeError for what is not offered on this axis
   */
  *measure(id: string, say: Say): Generator<number, Measured> {
    const { context, bearings } = this.rig;
    const rows = this.checks.flatMap((check, place) => rowsOf(check, place));
    const asked = MEASUREMENTS.find((item) => item.id === id);
    const plan = asked?.plan(context, bearings, reachOf(rows)) ?? null;
    if (!asked || !plan) throw new RangeError(`${id} cannot be measured here`);
    const readings = yield* this.lab.measuring(plan);
    this.measured.push(asked.minutes);
    const check: MadeCheck = { id: String(this.measured.length), context, plan, readings };
    this.checks.push(check);
    const evaluation = evaluateCheck(context, plan, readings, say);
    if (!evaluation) throw new RangeError(`${id} cannot be judged here`);
    const { verdict, sentence, figures, chart } = evaluation;
    return {
      id,
      name: checkDeclaration(plan.kind).name,
      readings: rowsOf(check, 0).map(({ of, expected, off, side, moves, push }) => ({
        of,
        expected,
        off,
        side,
        moves,
        push,
      })),
      asked: placesOf(plan).length,
      verdict,
      sentence,
      figures,
      chart,
    };
  }

  /** What to measure next by all that was read since the last repair; it counts as a measurement. */
  hint(): { readonly id: string | null; readonly sentence: string } {
    this.hints += 1;
    const next: NextMeasurement | null =
      this.checks.length === 0
        ? firstMeasurement(this.rig.context)
        : (diagnose(this.rig.context, this.checks)?.next ?? null);
    if (next === null) return { id: null, sentence: 'Nothing that can be measured would tell more.' };
    return { id: next.kind === 'check' ? next.id : null, sentence: next.sentence };
  }

  /**
   * Repairs something, wrong or not: only another measurement tells whether it helped.
   * @throws RangeError for what is not offered
   */
  repair(id: string): void {
    const fault = this.faults.find((item) => item.id === id);
    if (!fault) throw new RangeError(`${id} cannot be repaired here`);
    this.repaired.push(fault);
    this.left = this.left.filter((item) => item !== fault);
    this.checks = [];
    this.lab = this.newLab();
  }

  /** Ends it: what was hidden is told, and what the best path would have been is worked out. */
  *end(): Generator<number, Ended> {
    const { rig, hidden, drawn } = this;
    const path = yield* bestPath(
      rig,
      hidden.map((fault) => thereOn(rig, fault)),
      drawn[3] ?? 1,
    );
    const repairMinutes = (faults: readonly TrainedFault[]): number =>
      sum(faults.map(({ trained: { repair } }) => repair.minutes));
    const [first] = path.steps;
    const best = {
      ...path,
      // Whether the repair helped is looked at once, as it was measured at first.
      measurements: path.steps.length + 1,
      minutes: sum(path.steps.map(({ minutes }) => minutes)) + (first?.minutes ?? 0) + repairMinutes(hidden),
    };
    const inVain = this.repaired.filter(
      (fault, place) => !hidden.includes(fault) || this.repaired.indexOf(fault) < place,
    );
    const measurements = this.measured.length + this.hints;
    const minutes = sum(this.measured) + repairMinutes(this.repaired);
    const isRight = this.left.length === 0;
    return {
      key: drawn.map((number) => (number >>> 0).toString(16).padStart(8, '0')).join(''),
      hidden: hidden.map(({ id, name }) => ({ id, name })),
      left: this.left.map(({ name }) => name),
      isRight,
      measurements,
      hints: this.hints,
      minutes,
      inVain: inVain.map(({ name }) => name),
      best,
      score: scoreOf({ measurements, minutes, inVain: inVain.length }, best, isRight),
    };
  }
}
