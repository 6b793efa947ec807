import { axisContext, axisField, type AxisContext } from '../drive-line/index.js';
import { jobPace, moveFacts } from '../first-moves/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import type { Quantity } from '../shape/index.js';

/** What a planner needs of an axis: it slides, and something is known of it. SI. */
export interface PlannedAxis {
  readonly axis: Axis;
  readonly letter: string;
  readonly reckoner: Reckoner<AxisContext>;
  readonly travel: number | null;
  readonly tolerance: number | null;
  /** As quick as it is asked to go and can; null while its steps cannot be reckoned. */
  readonly speed: number | null;
  readonly acceleration: number | null;
  /** Steps for a metre. */
  readonly perUnit: number | null;
}

/** A sliding axis by its letter; null where the machine has none. */
export function plannedAxis(machine: Machine, letter: string): PlannedAxis | null {
  const axis = machine.axes.find((item) => item.letter.toUpperCase() === letter && item.job.kind === 'linear');
  const context = axis && axisContext(machine, axis.id);
  if (!axis || !context) return null;
  const reckoner = new Reckoner(context);
  const facts = moveFacts(reckoner);
  const pace = facts && jobPace(facts);
  return {
    axis,
    letter,
    reckoner,
    travel: reckoner.reading(axisField.travel)?.value ?? null,
    tolerance: reckoner.reading(axisField.tolerance)?.value ?? null,
    speed: facts && pace ? pace.rate / facts.perUnit : null,
    acceleration: facts && pace ? pace.acceleration / facts.perUnit : null,
    perUnit: facts?.perUnit ?? null,
  };
}

/** A value to begin with: what the design says, or a guess. */
export const begun = (said: Quantity | null | undefined, guess: Quantity): Quantity =>
  said ? { ...said, from: 'assumed', on: null } : guess;

/** What the words of the cross slide count; where there is none, its way. */
export const countsOf = (machine: Machine): 'radius' | 'diameter' => plannedAxis(machine, 'X')?.axis.counts ?? 'radius';
