import type { Axis, Machine } from '../machine/index.js';
import { valueOf, type Quantity } from '../shape/index.js';
import { at, type Fall, type Measure, type Point, type Trace } from './picture.js';

type Linear = Axis & { readonly job: Extract<Axis['job'], { kind: 'linear' }> };
type Rotary = Axis & { readonly job: Extract<Axis['job'], { kind: 'rotary' }> };

const isLinear = (axis: Axis): axis is Linear => axis.job.kind === 'linear';
const isRotary = (axis: Axis): axis is Rotary => axis.job.kind === 'rotary';

/** Steeper than this an axis goes up and down in a picture. */
const STEEP = Math.PI / 4;

/** Where axes stand, from their home [m], [rad], by their identities; of any other a picture takes what is usual. */
export type Stands = ReadonlyMap<string, number>;

/** Where an axis stands. @param usual where a picture has it while nobody says */
export const standOf = (stands: Stands, axis: Axis | undefined, usual: number): number =>
  (axis && stands.get(axis.id)) ?? usual;

/** The axes of a machine by how they stand in a picture. */
export interface Standing {
  /** Level, in their order. */
  readonly level: readonly Linear[];
  readonly upright: readonly Linear[];
  readonly turning: readonly Rotary[];
}

export function standing(machine: Machine): Standing {
  const linear = machine.axes.filter(isLinear);
  const isSteep = ({ job }: Linear): boolean => Math.abs(valueOf(job.incline, 'angle') ?? 0) > STEEP;
  return {
    level: linear.filter((axis) => !isSteep(axis)),
    upright: linear.filter(isSteep),
    turning: machine.axes.filter(isRotary),
  };
}

/** What a picture takes for a travel that nobody has said [m], [rad]. */
const USUAL_TRAVEL = 0.3;
const USUAL_TURN = 2 * Math.PI;

export const travelOf = (axis: Linear | undefined): number =>
  (axis && valueOf(axis.job.travel, 'length')) ?? USUAL_TRAVEL;
export const turnOf = (axis: Rotary | undefined): number => (axis && valueOf(axis.job.travel, 'angle')) ?? USUAL_TURN;

const isGuess = (item: Quantity | null): boolean =>
  item === null || item.from === 'assumed' || item.from === 'estimated';

/** The travel of an axis between two points, or round one. */
export function measure(
  axis: Axis,
  from: Point,
  to: Point,
  { about = null, home = 'from' }: Partial<Pick<Measure, 'about' | 'home'>> = {},
): Measure {
  const { travel } = axis.job;
  return {
    axisId: axis.id,
    letter: axis.letter,
    text: travel?.text ?? 'travel not said',
    isGuess: isGuess(travel),
    from,
    to,
    home,
    about,
  };
}

/** What is led by the axes that there are. */
export const trace = (axes: readonly (Axis | undefined)[], where: Trace['at']): Trace => ({
  axes: axes.flatMap((axis) => (axis ? [axis.id] : [])),
  at: where,
});

/** What falls on an upright axis, from a point downwards. */
export function fall(axis: Axis, from: Point, length: number): Fall {
  const { mass } = axis.carriage;
  return {
    axisId: axis.id,
    from,
    to: at(from.x, from.y + length),
    text: mass?.text ?? '',
    isGuess: isGuess(mass),
  };
}

/** Diameter of a roller that feeds stock [m]; null for another transmission or while nobody has said it. */
export function rollerDiameter(axis: Axis | undefined): number | null {
  const transmission = axis?.transmission.specification;
  return transmission?.kind === 'roller' ? valueOf(transmission.diameter, 'length') : null;
}
