import type { AxisContext, Say } from '../drive-line/index.js';
import type { Dimension, UnitSystem } from '../quantity/index.js';
import type { Fields, Json, RecordOf } from '../shape/index.js';
import type { Conformity } from './conformity.js';
import type { Course } from './course.js';
import type { CheckFindings } from './findings.js';
import type { PlanForm, Sketch } from './plan-form.js';
import type { EnteredReading } from './reading.js';
import type { VerdictWord } from './verdict.js';

/** One thing to read, in the order of the plan. */
export interface CheckPlace {
  /** Place in the plan, from 0; readings are kept under it. */
  readonly index: number;
  /** What is read there. */
  readonly dimension: Dimension;
}

/** A reading that was taken, beside what it should have been, in SI. */
export interface CheckPoint {
  readonly index: number;
  readonly deviation: number;
  readonly conformity: Conformity;
  /** Standard uncertainty of this reading, by the instrument alone. */
  readonly standardUncertainty: number;
  readonly excluded: string | null;
}

/** What every check comes to, whatever it asks. */
export interface CheckEvaluation extends CheckFindings {
  readonly points: readonly CheckPoint[];
  /** Planned readings still to take, those left out among them. */
  readonly remainingCount: number;
  readonly verdict: VerdictWord;
  /** The verdict in one sentence with its numbers. */
  readonly sentence: string;
  /** What was measured with its interval, and what that rests on; empty where nothing is known yet. */
  readonly result: string;
  /** Things the builder should know that do not change the verdict. */
  readonly notes: readonly string[];
  readonly tolerance: number;
  /** Of the farthest reading, by the instrument alone. */
  readonly standardUncertainty: number;
}

/** The places of a plan as a sheet has them, to be filled in. */
export interface ReadingSheet<L> {
  /** What to do at each place, as the beginning of a sentence. */
  readonly how: string;
  /** Heads of the columns before the reading; numbers stand to the right. */
  readonly heads: readonly { readonly words: string; readonly isNumber: boolean }[];
  readonly cells: (place: L) => readonly string[];
  /** What is read there, said after “Reading 3,”. */
  readonly named: (place: L) => string;
}

/** The places of a plan as columns of a CSV table. */
export interface ReadingColumns<L> {
  readonly header: readonly string[];
  readonly cells: (place: L) => readonly string[];
}

/** Everything that is asked of a kind of check, said once. */
export interface CheckKindDeclaration<F extends Fields, L extends CheckPlace, E extends CheckEvaluation> {
  /** As a heading has it; in a sentence its first letter is small. */
  readonly name: string;
  /** What it answers, as a builder would ask. */
  readonly question: string;
  /** How to go about it, for a list in which nothing stands yet. */
  readonly way: string;
  /** Whether an axis of this machine can be asked it at all: what does not apply is not offered. */
  readonly applies: (context: AxisContext) => boolean;
  /** Whether one that is true says that the axis goes where it is told: the route card waits for such a one. */
  readonly provesAxis: boolean;
  /** Of its plan, the kind itself not counted. */
  readonly fields: F;
  /** How it is set up. */
  readonly sketch: (context: AxisContext, plan: RecordOf<F>) => Sketch;
  /** What its plan asks; null where a view of its own does. */
  readonly form: PlanForm<AxisContext, RecordOf<F>> | null;
  /** A plan that an older version wrote, with what has been added since as it was when first asked for. */
  readonly completed: (older: Json) => Json;
  /** Why this axis cannot be checked by the plan, in words; null where it can. */
  readonly misfit: (context: AxisContext, plan: RecordOf<F>) => string | null;
  readonly places: (plan: RecordOf<F>) => readonly L[];
  /**
   * The way that the axis goes and where it is read, by which it runs itself and what is wrong is looked for; null
   * where no way of the axis is read, or its steps are not known.
   */
  readonly course: ((context: AxisContext, plan: RecordOf<F>) => Course | null) | null;
  readonly sheet: (context: AxisContext, plan: RecordOf<F>, units: UnitSystem) => ReadingSheet<L>;
  readonly columns: (context: AxisContext, plan: RecordOf<F>, units: UnitSystem) => ReadingColumns<L>;
  /**
   * Judges the readings on the revision that they were made on.
   * @param entered in the order of entry; a later one for the same place is a correction
   * @param say writes values in the reader's units, for the sentences
   * @returns null exactly where {@link misfit} says why
   */
  readonly evaluate: (
    context: AxisContext,
    plan: RecordOf<F>,
    entered: readonly EnteredReading[],
    say: Say,
  ) => E | null;
}

/** Declares a kind of check; the compiler checks that its pieces speak of one plan and its places. */
export const checkKind = <F extends Fields, L extends CheckPlace, E extends CheckEvaluation>(
  declaration: CheckKindDeclaration<F, L, E>,
): CheckKindDeclaration<F, L, E> => declaration;
