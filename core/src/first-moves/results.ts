import { motionOf, type Axis, type Machine, type MoveDone, type MoveWay } from '../machine/index.js';
import { parseQuantity, type Dimension } from '../quantity/index.js';
import { bareUnit, markOf } from '../shape/index.js';
import type { MoveFacts } from './facts.js';
import { stepsFor } from './registry.js';
import type { MoveStep } from './step.js';

/** What a step may have measured: in which quantity, and in words. */
const SHOWN = {
  'start-held': ['speed', 'start that held'],
  'start-lost': ['speed', 'start that lost steps'],
  'start-set': ['speed', 'start rate'],
  'ramp-held': ['speed', 'speed that held'],
  'ramp-lost': ['speed', 'speed that lost steps'],
  'ramp-set': ['speed', 'greatest speed'],
  'acceleration-held': ['acceleration', 'acceleration that held'],
  'acceleration-lost': ['acceleration', 'acceleration that lost steps'],
  'acceleration-set': ['acceleration', 'acceleration'],
  'home-spread': ['travel', 'spread of the home switch'],
  'fence-low': ['travel', 'low end of the fence'],
  'fence-high': ['travel', 'high end of the fence'],
  'return-error': ['travel', 'off after the return'],
  'motor-temperature': ['temperature', 'motor'],
  'driver-temperature': ['temperature', 'driver'],
  'supply-running': ['current', 'supply while running'],
  'supply-resting': ['current', 'supply at rest'],
} as const satisfies Record<string, readonly [keyof MoveFacts['dimensions'] | Dimension, string]>;
export type ShownName = keyof typeof SHOWN;

/** In which quantity something shown is written, on this axis. */
export function shownDimension({ job }: Axis, what: ShownName): Dimension {
  const motion = motionOf(job);
  const [said] = SHOWN[what];
  return said in motion ? motion[said as keyof MoveFacts['dimensions']] : (said as Dimension);
}

const isShown = (what: string): what is ShownName => what in SHOWN;
/** What a step measured, in words; what an older program wrote goes by its own name. */
export const shownWords = (what: string): string => (isShown(what) ? SHOWN[what][1] : what.replaceAll('-', ' '));

/** The value of something that a step measured [SI]; null where it has not, or not in words of that quantity. */
export function shownValue(axis: Axis, entry: MoveDone, what: ShownName): number | null {
  const text = entry.shown.find((item) => item.what === what)?.text;
  if (text === undefined) return null;
  const dimension = shownDimension(axis, what);
  const parsed = parseQuantity(text, dimension, bareUnit(dimension), 'kept');
  return parsed.ok ? parsed.value.value : null;
}

/**
 * A mark of all that a first move tells something about: it changes with motor, driver, current, gears, screw, wires
 * and supply, so that a result holds for what was moved and for nothing else.
 */
export function movedMark(machine: Machine, axis: Axis): string {
  const { motor, driver, reduction, transmission, coupling, hookup, setting, feed, carriage } = axis;
  const supply = machine.supplies.find(({ id }) => id === axis.supply) ?? null;
  return markOf(
    JSON.stringify([motor, driver, reduction, transmission, coupling, hookup, setting, feed, carriage, supply]),
  );
}

const isSameMachine = (one: MoveWay, other: MoveWay): boolean => (one === 'rig') === (other === 'rig');

/** The latest result of a step, on the rig or on the machine, whichever the way is of. */
export const resultOf = (axis: Axis, step: string, way: MoveWay): MoveDone | null =>
  axis.moves.filter((item) => item.step === step && isSameMachine(item.by, way)).at(-1) ?? null;

/** The axis with a result in place of the one of the same step on the same machine. */
export const withResult = (axis: Axis, entry: MoveDone): Axis => ({
  ...axis,
  moves: [...axis.moves.filter((item) => item.step !== entry.step || !isSameMachine(item.by, entry.by)), entry],
});

/** The axis without what came of a step. */
export const withoutResult = (axis: Axis, step: string, way: MoveWay): Axis => ({
  ...axis,
  moves: axis.moves.filter((item) => item.step !== step || !isSameMachine(item.by, way)),
});

/** How a step stands: open, waiting for another, done, gone wrong, or done before something was changed. */
export interface StepState {
  readonly step: MoveStep;
  readonly kind: 'open' | 'waits' | 'right' | 'wrong' | 'stale';
  readonly entry: MoveDone | null;
  /** Names of what has to be right before. */
  readonly waitsFor: readonly string[];
}

/** All steps of an axis as they stand, on the rig or on the machine. */
export function stepStates(facts: MoveFacts, machine: Machine, way: MoveWay): readonly StepState[] {
  const mark = movedMark(machine, facts.axis);
  const steps = stepsFor(facts);
  const isRight = (id: string): boolean => {
    const entry = resultOf(facts.axis, id, way);
    return entry !== null && entry.isRight && entry.of === mark;
  };
  return steps.map((step): StepState => {
    const entry = resultOf(facts.axis, step.id, way);
    const waitsFor = step.after.flatMap((id) => {
      const before = steps.find((item) => item.id === id);
      return before && !isRight(id) ? [before.name] : [];
    });
    if (entry === null) return { step, kind: waitsFor.length > 0 ? 'waits' : 'open', entry, waitsFor };
    return { step, kind: entry.of !== mark ? 'stale' : entry.isRight ? 'right' : 'wrong', entry, waitsFor };
  });
}

/** The step to do next: the first that went wrong or is out of date, else the first that is open; null when all are done. */
export function openStep(states: readonly StepState[]): StepState | null {
  return states.find(({ kind }) => kind !== 'right' && kind !== 'waits') ?? null;
}
