import { truthOf, type Truth } from '../bench/index.js';
import { bearingsOf, type Bearings } from '../causes/index.js';
import { axisContext, type AxisContext } from '../drive-line/index.js';
import { KITS, type KitTraining } from '../kits/index.js';
import type { Machine } from '../machine/index.js';

/** A machine of the harbour shed with which it is trained: one of its axes, and what its user complains of. */
export interface TrainingRig extends KitTraining {
  readonly machine: Machine;
}

/** The machines that stand in the shed for training: a kit says itself that it is one. */
export const TRAINING_RIGS: readonly TrainingRig[] = KITS.flatMap(({ machine, training }) =>
  training ? [{ ...training, machine }] : [],
);

/** A rig with everything that is reckoned with of it. */
export interface ReadyRig {
  readonly rig: TrainingRig;
  readonly context: AxisContext;
  readonly bearings: Bearings;
  /** As it is while nothing is wrong. */
  readonly truth: Truth;
}

/** @throws Error for a rig whose axis is not there, or says too little to be moved */
export function readyRig(rig: TrainingRig): ReadyRig {
  const { machine, letter } = rig;
  const axis = machine.axes.find((item) => item.letter === letter);
  const context = axis && axisContext(machine, axis.id);
  const bearings = context && bearingsOf(context);
  if (!context || !bearings) throw new Error(`${machine.name} has no axis ${letter} that can be moved`);
  return { rig, context, bearings, truth: truthOf(machine).truth };
}
