import { accelerationInForce, recommendedAcceleration, speedMargin } from '../drive-line/index.js';
import type { FormInput } from '../form/index.js';
import type { Machine } from '../machine/index.js';
import { quantityOf, valueOf } from '../shape/index.js';
import { plannedAxis, type PlannedAxis } from './axes.js';

/** What an axis comes to with more on it than the design says. SI. */
export interface Ridden {
  readonly moved: number;
  readonly margin: number | null;
  readonly acceleration: number | null;
}

/** Halvings until a mass is known to a thousandth of what is looked through. */
const HALVINGS = 24;
/** No hobby machine carries more [kg]. */
const MASS_MOST = 500;

/** The mass that an axis moves by its design; null while nobody said. */
const movedBy = ({ axis }: PlannedAxis): number | null =>
  axis.carriage.mass ? valueOf(axis.carriage.mass, 'mass') : null;

/** The axis with so much more on it [kg]; null while the mass that it moves without is not known. */
export function ridden(machine: Machine, letter: string, more: number): Ridden | null {
  const axis = plannedAxis(machine, letter.toUpperCase());
  const own = axis && movedBy(axis);
  if (!axis || own === null) return null;
  const moved = own + more;
  const laden = plannedAxis(
    {
      ...machine,
      axes: machine.axes.map((item) =>
        item.id === axis.axis.id
          ? { ...item, carriage: { ...item.carriage, mass: quantityOf(`${moved} kg`, 'assumed') } }
          : item,
      ),
    },
    letter.toUpperCase(),
  );
  if (!laden) return null;
  return {
    moved,
    margin: laden.reckoner.value(speedMargin),
    acceleration: laden.reckoner.value(recommendedAcceleration),
  };
}

/** The acceleration that the job asks for; null while it asks for none. */
export const askedOfJob = ({ reckoner }: PlannedAxis): number | null => reckoner.value(accelerationInForce);

/**
 * The most that may lie on an axis besides what it moves by its design, so that it still accelerates as its job asks with
 * the margin wanted [kg].
 * @returns null while that is not known; 0 where it cannot carry more at all
 */
export function mostOn(machine: Machine, letter: string): number | null {
  const axis = plannedAxis(machine, letter.toUpperCase());
  const asked = axis && askedOfJob(axis);
  if (asked == null || ridden(machine, letter, 0)?.acceleration == null) return null;
  const carries = (more: number): boolean => (ridden(machine, letter, more)?.acceleration ?? 0) >= asked;
  if (!carries(0)) return 0;
  let [low, high] = [0, MASS_MOST];
  for (let halving = 0; halving < HALVINGS; halving += 1) {
    const middle = (low + high) / 2;
    if (carries(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** Which axis carries it: one that slides, or none. */
export function ridesInput<P extends { readonly rides: string }>(
  machine: Machine,
  plan: P,
  label: string,
  none: string,
): FormInput<P> {
  const options = [
    { value: '', label: none },
    ...machine.axes
      .filter(({ job }) => job.kind === 'linear')
      .map(({ letter, name }) => ({ value: letter, label: name === '' ? letter : `${letter}, ${name}` })),
  ];
  return {
    kind: 'choice',
    label,
    options,
    value: plan.rides,
    put: (rides) => (options.some(({ value }) => value === rides) ? { ...plan, rides } : plan),
  };
}
