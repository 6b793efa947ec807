import { accelerationInForce, axisContext, axisField, gravityLoad, guideFriction } from '../drive-line/index.js';
import type { Machine } from '../machine/index.js';
import { failure, success, type Result } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';

/** What a combination has to do, in SI; what is null is not asked. */
export interface Wishes {
  readonly speed: number;
  readonly acceleration: number;
  /** At the tool. */
  readonly load: number;
  /** Torque wanted over torque needed. */
  readonly margin: number;
  readonly resolution: number | null;
  readonly tolerance: number | null;
  /** For everything that has to be bought. */
  readonly priceMost: number | null;
  /** The weight must not turn the motor with the power off. */
  readonly holdsUnpowered: boolean;
}

/** What stays the same for every combination of an axis. */
export interface AxisConstants {
  /** Friction and weight [N or N·m]. */
  readonly otherLoad: number;
  /** Mass with its counterweight [kg], or inertia [kg·m²]. */
  readonly moved: number;
  readonly motors: number;
  readonly isInclined: boolean;
  readonly weight: number;
}

export interface Asked {
  readonly wishes: Wishes;
  readonly constants: AxisConstants;
  /** Wishes that the job states by themselves, so that another value of theirs is a choice. */
  readonly isTimed: boolean;
}

/**
 * What the job of an axis asks.
 * @returns the wishes, or the names of what has to be said first
 */
export function wishesOf(
  machine: Machine,
  axisId: string,
  more: Pick<Wishes, 'priceMost' | 'holdsUnpowered'>,
): Result<Asked, readonly string[]> {
  const context = axisContext(machine, axisId);
  if (!context) return failure(['axis']);
  const reckoner = new Reckoner(context);
  const { job } = context.axis;
  const read = (field: Parameters<typeof reckoner.reading>[0]): number | null => reckoner.reading(field)?.value ?? null;
  const [speed, load, margin] = [axisField.speed, axisField.load, axisField.marginWanted].map(read);
  const [acceleration, weight, friction] = [accelerationInForce, gravityLoad, guideFriction].map((item) =>
    reckoner.value(item),
  );
  const moved = job.kind === 'linear' ? read(axisField.mass) : read(axisField.inertia);
  // Of a sliding axis friction is guessed from the mass, so only the mass is asked for.
  const asked = {
    speed,
    load,
    acceleration,
    [job.kind === 'linear' ? 'mass' : 'inertia']: moved,
    ...(job.kind === 'linear' ? {} : { friction }),
  };
  const missing = Object.entries(asked).flatMap(([name, value]) => (value == null ? [name] : []));
  if (
    speed == null ||
    load == null ||
    margin == null ||
    friction == null ||
    acceleration == null ||
    weight == null ||
    moved === null
  )
    return failure(missing);
  const constants = {
    otherLoad: friction + Math.abs(weight),
    moved: moved + (read(axisField.counterweight) ?? 0),
    motors: context.axis.motor.count,
    isInclined: job.kind === 'linear' && (read(axisField.incline) ?? 0) !== 0,
    weight,
  };
  const wishes = {
    speed,
    acceleration,
    load,
    margin,
    resolution: read(axisField.resolution),
    tolerance: read(axisField.tolerance),
    ...more,
  };
  return success({ wishes, constants, isTimed: job.moveTime !== null });
}
