import { axisContext, axisField, stepsPerOutputTurn, type AxisContext } from '../drive-line/index.js';
import type { FormInput } from '../form/index.js';
import { jobPace, moveFacts } from '../first-moves/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { rationalFromNumber, type Rational } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf, type Quantity } from '../shape/index.js';

/** What a planner needs of an axis: something is known of it. SI, with radians where it turns. */
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

/** A sliding axis by its letter, or a turning one; null where the machine has none. Angles and radians of a turning one. */
export function plannedAxis(
  machine: Machine,
  letter: string,
  kind: 'linear' | 'rotary' | 'any' = 'linear',
): PlannedAxis | null {
  const axis = machine.axes.find(
    (item) => item.letter.toUpperCase() === letter.toUpperCase() && (kind === 'any' || item.job.kind === kind),
  );
  const context = axis && axisContext(machine, axis.id);
  if (!axis || !context) return null;
  const reckoner = new Reckoner(context);
  const facts = moveFacts(reckoner);
  const pace = facts && jobPace(facts);
  return {
    axis,
    letter: axis.letter,
    reckoner,
    travel: reckoner.reading(axisField.travel)?.value ?? null,
    tolerance: reckoner.reading(axisField.tolerance)?.value ?? null,
    speed: facts && pace ? pace.rate / facts.perUnit : null,
    acceleration: facts && pace ? pace.acceleration / facts.perUnit : null,
    perUnit: facts?.perUnit ?? null,
  };
}

/** A guess to begin with. */
export const guess = (text: string): Quantity => quantityOf(text, 'assumed');

/** Letter of the first axis that a test holds for; empty where there is none. */
export const letterOf = (machine: Machine, test: (axis: Axis) => boolean): string =>
  machine.axes.find(test)?.letter ?? '';

export const turns = ({ job }: Axis): boolean => job.kind === 'rotary';
export const slides = ({ job }: Axis): boolean => job.kind === 'linear';

/** Which axis it is about, of those that a test holds for. */
export function axisInput<P extends { readonly axis: string }>(
  machine: Machine,
  plan: P,
  test: (axis: Axis) => boolean,
  label = 'Axis',
): Extract<FormInput<P>, { readonly kind: 'choice' }> {
  const options = machine.axes
    .filter(test)
    .map(({ letter, name }) => ({ value: letter, label: name === '' ? letter : `${letter}, ${name}` }));
  return {
    kind: 'choice',
    label,
    options,
    value: plan.axis,
    put: (axis) => (options.some(({ value }) => value === axis) ? { ...plan, axis } : plan),
  };
}

/** What has to be said where the axis that it is about is gone, or its steps cannot be reckoned yet. */
export const notReckoned = (axis: PlannedAxis | null, letter: string): string =>
  axis
    ? `The steps of ${letter} cannot be reckoned yet: choose its motor, microsteps and what it drives first.`
    : `There is no axis ${letter} here for this: choose another.`;

/** What has to be said where a program cannot name an axis. */
export const noWord = (letter: string): string => `No program can name an axis ${letter}: it takes X Y Z A B C U V W.`;

/** Steps of a whole turn of what an axis turns, exactly; null while they cannot be reckoned. */
export function stepsOfTurn({ reckoner }: PlannedAxis): Rational | null {
  const turn = reckoner.get(stepsPerOutputTurn);
  return turn.kind === 'value' ? (turn.exact?.ratio ?? rationalFromNumber(turn.value)) : null;
}

/** A value to begin with: what the design says, or a guess. */
export const begun = (said: Quantity | null | undefined, guess: Quantity): Quantity =>
  said ? { ...said, from: 'assumed', on: null } : guess;

/** What the words of the cross slide count; where there is none, its way. */
export const countsOf = (machine: Machine): 'radius' | 'diameter' => plannedAxis(machine, 'X')?.axis.counts ?? 'radius';
