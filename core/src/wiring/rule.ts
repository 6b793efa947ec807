import type { Say } from '../drive-line/index.js';
import { placeOn, type Finding, type Place, type Remedy, type Severity } from '../finding/index.js';
import type { Axis, Hookup, Machine } from '../machine/index.js';
import { hookupOf } from './levels.js';
import type { WiringPlan } from './plan.js';

/** What rules of wiring look at. */
export interface WiringContext {
  readonly machine: Machine;
  readonly plan: WiringPlan;
  readonly say: Say;
  /** Most that the bus of a supply comes to after braking [V]; null while it is not known. */
  readonly busAfter: (supplyId: string) => number | null;
}

/** One thing that goes wrong with wires. */
export interface WiringRule {
  readonly id: string;
  readonly find: (context: WiringContext) => readonly Finding[];
}

/** What a rule says of one axis. */
export interface Said {
  readonly severity: Severity;
  readonly sentence: string;
  readonly remedies: readonly Remedy[];
  /** Label of the field to put right. */
  readonly field?: string;
  /** Where that is, if it is not among the wires. */
  readonly at?: Partial<Place>;
}

/** A rule that is asked of each axis. */
export const axisRule = (
  id: string,
  judge: (axis: Axis, hookup: Hookup, context: WiringContext) => Said | null,
): WiringRule => ({
  id,
  find: (context) =>
    context.machine.axes.flatMap((axis) => {
      const said = judge(axis, hookupOf(axis), context);
      if (!said) return [];
      const { severity, sentence, remedies, field = null, at } = said;
      const place = { ...placeOn('wiring', { axisId: axis.id, field }), ...at };
      return [{ id, severity, sentence: `${axis.letter}: ${sentence}`, remedies, place }];
    }),
});

/** Something to try: the axis wired otherwise. */
export const rewired = (axis: Axis, change: Partial<Hookup>, words: string): Remedy => ({
  words,
  change: (machine) => ({
    ...machine,
    axes: machine.axes.map((item) =>
      item.id === axis.id ? { ...item, hookup: { ...hookupOf(item), ...change } } : item,
    ),
  }),
});
