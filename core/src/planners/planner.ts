import type { Say } from '../drive-line/index.js';
import type { FormInput } from '../form/index.js';
import type { Machine } from '../machine/index.js';
import type { Work, WorkKind, WorkOf } from '../work/index.js';
import type { View } from '../picture/index.js';
import type { Dimension } from '../quantity/index.js';

/** One number that a planner comes to. */
export interface PlanFigure {
  readonly name: string;
  /** As the trade writes it; empty where it has none. */
  readonly symbol: string;
  readonly dimension: Dimension;
  /** SI; null while something that it needs is not known. */
  readonly value: number | null;
  /** The most that it may be, or the least; null where nothing is asked. */
  readonly most: number | null;
  readonly least: number | null;
  /** Of a whole: shown in hundredths. */
  readonly isShare: boolean;
  /** An order of magnitude, no more. */
  readonly isGuess: boolean;
  /** How it is reckoned, with its source, or what is missing. */
  readonly working: string;
}

/** What speaks against a plan, or should be looked after. */
export interface PlanWarning {
  readonly severity: 'stop' | 'caution';
  readonly sentence: string;
}

export interface PlanTable {
  readonly name: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Something to take along: a program, a template, a table. */
export interface PlanFile {
  /** What it is called with the machine's name before it. */
  readonly name: string;
  readonly ending: 'nc' | 'svg';
  /** On its button. */
  readonly label: string;
  readonly text: string;
}

/** What a planner comes to. */
export interface Planned {
  readonly figures: readonly PlanFigure[];
  readonly warnings: readonly PlanWarning[];
  readonly tables: readonly PlanTable[];
  /** To scale, in metres. */
  readonly drawing: View | null;
  readonly files: readonly PlanFile[];
}

/** Everything that is asked of a planner, said once. */
export interface PlannerDeclaration<K extends WorkKind> {
  readonly kind: K;
  readonly name: string;
  /** What it answers. */
  readonly question: string;
  /** The usual caution where a hand or a part can be hurt. */
  readonly caution: string;
  /** Whether the machine has what it is about; everywhere where nothing is said. */
  readonly applies?: (machine: Machine) => boolean;
  /** Why it has nothing to plan on this machine, in words; null where it has. */
  readonly misfit: (machine: Machine) => string | null;
  /** What is filled in to begin with, from what the design says. */
  readonly first: (machine: Machine) => WorkOf<K>;
  readonly inputs: (machine: Machine, work: WorkOf<K>) => readonly FormInput<WorkOf<K>>[];
  readonly plan: (machine: Machine, work: WorkOf<K>, say: Say) => Planned;
}

/** A planner whose kind nobody needs to know. */
export interface AnyPlanner {
  readonly kind: WorkKind;
  readonly name: string;
  readonly question: string;
  readonly caution: string;
  readonly applies: (machine: Machine) => boolean;
  readonly misfit: (machine: Machine) => string | null;
  readonly first: (machine: Machine) => Work;
  readonly inputs: (machine: Machine, work: Work) => readonly FormInput<Work>[];
  readonly plan: (machine: Machine, work: Work, say: Say) => Planned;
}

/**
 * Declares a planner.
 * @throws RangeError where it is given the work of another
 */
export function planner<K extends WorkKind>(declared: PlannerDeclaration<K>): AnyPlanner {
  const own = (work: Work): WorkOf<K> => {
    if (work.kind !== declared.kind) throw new RangeError(`${declared.kind} cannot plan ${work.kind}`);
    return work as WorkOf<K>;
  };
  return {
    ...declared,
    applies: (machine) => declared.applies?.(machine) ?? true,
    inputs: (machine, work) => declared.inputs(machine, own(work)),
    plan: (machine, work, say) => declared.plan(machine, own(work), say),
  };
}

const finite = (value: number | null): number | null => (value !== null && Number.isFinite(value) ? value : null);

/** A figure of which nothing is asked; what comes to no number at all is open. */
export const planFigure = (
  said: Pick<PlanFigure, 'name' | 'symbol' | 'dimension' | 'working'> & Partial<PlanFigure>,
  value: number | null,
): PlanFigure => ({ most: null, least: null, isShare: false, isGuess: false, ...said, value: finite(value) });

/** Whether a figure keeps to what is asked of it; null where nothing is, or nobody knows. */
export function keepsTo({ value, most, least }: PlanFigure): boolean | null {
  if (value === null || (most === null && least === null)) return null;
  // A millionth keeps a value that equals its limit from failing by its last bit.
  return value <= (most ?? Infinity) * (1 + 1e-6) && value >= (least ?? -Infinity) * (1 - 1e-6);
}

export const stop = (sentence: string): PlanWarning => ({ severity: 'stop', sentence });
export const caution = (sentence: string): PlanWarning => ({ severity: 'caution', sentence });

/** What a planner comes to that cannot plan anything yet: why. */
export const unplanned = (sentence: string): Planned => ({
  figures: [],
  warnings: [stop(sentence)],
  tables: [],
  drawing: null,
  files: [],
});
