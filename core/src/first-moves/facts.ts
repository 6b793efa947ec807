import {
  accelerationInForce,
  axisField as field,
  isBrushed,
  recommendedAcceleration,
  recommendedSpeed,
  startSpeed,
  stepsPerMotorTurn,
  stepsPerUnit,
  travelPerMotorTurn,
  type AxisContext,
} from '../drive-line/index.js';
import type { Axis } from '../machine/index.js';
import { motionOf } from '../machine/index.js';
import type { Dimension } from '../quantity/index.js';
import type { Reckoner } from '../reckoner/index.js';
import { valueOf } from '../shape/index.js';

/** What the first moves have to know of an axis. SI: metres, or radians where it turns. */
export interface MoveFacts {
  readonly axis: Axis;
  readonly letter: string;
  readonly isTurning: boolean;
  readonly isStepper: boolean;
  /** A limit that is reached; nothing for one that goes round and round. */
  readonly hasEnds: boolean;
  readonly pulsesPerTurn: number;
  readonly perTurn: number;
  /** Pulses in a metre or a radian. */
  readonly perUnit: number;
  readonly microsteps: number;
  readonly travel: number | null;
  readonly speed: number | null;
  readonly acceleration: number;
  /** As reckoned: without a ramp, and with one; null where it is not known, or there is none. */
  readonly start: number | null;
  readonly fastest: number | null;
  /** As reckoned, at the speed asked for. */
  readonly steepest: number | null;
  /** No speed has the torque that the job wants: it is moved as one of which nobody knows what it bears. */
  readonly isWeak: boolean;
  readonly dimensions: { readonly travel: Dimension; readonly speed: Dimension; readonly acceleration: Dimension };
}

/** An axis of which nobody has said an acceleration is moved so gently: a turn in a second, after half a second. */
const GENTLE_TURNS = 2;

/** A figure above nothing. */
const some = (value: number | null): number | null => (value !== null && value > 0 ? value : null);

/** @returns null while the steps of an axis cannot be reckoned: nothing can be sent to it then */
export function moveFacts(reckoner: Reckoner<AxisContext>): MoveFacts | null {
  const { axis } = reckoner.context;
  const [pulsesPerTurn, perTurn, perUnit] = [stepsPerMotorTurn, travelPerMotorTurn, stepsPerUnit].map((item) =>
    reckoner.value(item),
  );
  if (pulsesPerTurn == null || perTurn == null || perUnit == null) return null;
  const motion = motionOf(axis.job);
  const travel = axis.job.travel === null ? null : valueOf(axis.job.travel, motion.travel);
  const isTurning = axis.job.kind === 'rotary';
  const isRoller = axis.transmission.specification.kind === 'roller';
  return {
    axis,
    letter: axis.letter,
    isTurning,
    isStepper: !isBrushed(reckoner.context),
    hasEnds: !isRoller && !(isTurning && (travel === null || travel > 2 * Math.PI - 1e-6)),
    pulsesPerTurn,
    perTurn,
    perUnit,
    microsteps: axis.driver.microsteps,
    travel,
    speed: reckoner.reading(field.speed)?.value ?? null,
    acceleration: reckoner.value(accelerationInForce) ?? GENTLE_TURNS * perTurn,
    start: some(reckoner.value(startSpeed)),
    fastest: some(reckoner.value(recommendedSpeed)),
    steepest: some(reckoner.value(recommendedAcceleration)),
    isWeak: reckoner.value(recommendedSpeed) === 0,
    dimensions: { travel: motion.travel, speed: motion.speed, acceleration: motion.acceleration },
  };
}
