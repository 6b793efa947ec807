import { FAULTS, type Fault, type FaultThere, type Trained } from '../bench/index.js';
import type { ReadyRig } from './rigs.js';

/** A fault that is met in training, on a rig that can have it. */
export type TrainedFault = Fault & { readonly trained: Trained };

/** A number of 32 bits, drawn by chance. */
export type Drawn = number;

/** How hard an exercise is. */
export interface Level {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** Every set of faults that it may hide. */
  readonly sets: (faults: readonly TrainedFault[]) => readonly (readonly TrainedFault[])[];
}

const lookOf = ({ trained }: TrainedFault): Trained['look'] => trained.look;
/** Whether another fault looks the same when places are read from both sides. */
const hasTwin = (fault: TrainedFault, faults: readonly TrainedFault[]): boolean =>
  faults.some((other) => other !== fault && lookOf(other) === lookOf(fault));

/** The levels, easiest first. Nothing else lists them. */
export const LEVELS: readonly Level[] = [
  {
    id: 'plain',
    name: 'One plain fault',
    about: 'One thing is wrong, and a few places read from both sides show what it is.',
    sets: (faults) => faults.filter((fault) => !hasTwin(fault, faults)).map((fault) => [fault]),
  },
  {
    id: 'alike',
    name: 'Two that look alike',
    about: 'One thing is wrong, and another would look the same at first: only the right measurement tells them apart.',
    sets: (faults) => faults.filter((fault) => hasTwin(fault, faults)).map((fault) => [fault]),
  },
  {
    id: 'two',
    name: 'Two at once',
    about: 'Two things are wrong together; fixing one is not enough.',
    sets: (faults) =>
      faults.flatMap((one, place) =>
        faults
          .slice(place + 1)
          .filter((other) => one.trained.isSeenBeside && other.trained.isSeenBeside && lookOf(one) !== lookOf(other))
          .map((other) => [one, other]),
      ),
  },
];

/** Faults that a rig can have and that are met in training. */
export function trainedFaults({
  rig,
  truth,
  context,
}: Pick<ReadyRig, 'rig' | 'truth' | 'context'>): readonly TrainedFault[] {
  const axis = truth.axes.find(({ id }) => id === context.axis.id);
  return FAULTS.filter(
    (fault): fault is TrainedFault =>
      fault.trained !== undefined &&
      !rig.hides.includes(fault.id) &&
      (fault.of === 'machine' || (axis !== undefined && fault.fits(axis))),
  );
}

/** A fault where it is on the axis that is trained with. */
export const thereOn = ({ context }: Pick<ReadyRig, 'context'>, { id, of }: Fault): FaultThere => ({
  id,
  axisId: of === 'axis' ? context.axis.id : null,
});

/** One of several by a number that was drawn; each as likely as any other to one part in some hundred millions. */
export function drawnOf<T>(items: readonly T[], drawn: Drawn): T {
  const item = items[Math.floor(((drawn >>> 0) / 2 ** 32) * items.length)];
  if (item === undefined) throw new RangeError('there is nothing to draw from');
  return item;
}
