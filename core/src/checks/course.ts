import type { Instrument } from '../line-port/index.js';
import type { Measuring } from './measuring.js';

/**
 * What is looked at where a leg ends: the carriage, the mark on the motor’s shaft, how far it gives to a push, or one of
 * both sides of a gantry.
 */
export type LookedAt = 'travel' | 'shaft' | 'push' | 'sides';

/** A place of the plan that is read where a leg ends. */
export interface Look {
  /** Place of the plan. */
  readonly index: number;
  readonly of: LookedAt;
  /** What of the bench shows it. */
  readonly instrument: Instrument;
  /** The instrument by whose zero it counts. */
  readonly zeroOf: Instrument;
  /** On the carriage [N], or on what turns [N·m], while it is read; 0: nothing pushes. */
  readonly push: number;
  /** Metres that are read for a radian, where what turns is read as a length; 1 where it is read as it is. */
  readonly arm: number;
}

/** One part of the way that a check goes, and what is read at its end. */
export interface Leg {
  /** Microsteps from the check's zero. */
  readonly to: number;
  /** Before that: so many times away by so much and back, at such a share of the job's speed. */
  readonly shuttles?: { readonly times: number; readonly by: number; readonly pace: number };
  /** Before that: it stands, or works as it will, so long [s]. */
  readonly wait?: number;
  /** The instrument's zero, a place of the plan, or nothing. */
  readonly read: Look | 'zero' | null;
}

/** The way of a check, from where it begins. */
export interface Course {
  /** Microsteps before its zero at which it begins, so that zero is reached from below. */
  readonly from: number;
  readonly legs: readonly Leg[];
}

/** Types that the bench has no finer ones for. */
const COARSE: readonly Measuring['type'][] = ['rule', 'tape'];

/** What of the bench is nearest to what a plan is measured with. */
export function benchInstrument({ type }: Pick<Measuring, 'type'>): Instrument {
  if (type === 'plunger-indicator' || type === 'lever-indicator') return 'indicator';
  return COARSE.includes(type) ? 'rule' : 'fine-scale';
}

/** What of the bench is looked at where the zero of a reading is taken: a dial is set to nothing there. */
export const zeroInstrument = (instrument: Instrument): Instrument =>
  instrument === 'indicator' ? 'indicator-zero' : instrument;

/** A place that is read of the carriage, with nothing that pushes it. */
export function lookAtTravel(index: number, measured: Pick<Measuring, 'type'>): Look {
  const instrument = benchInstrument(measured);
  return { index, of: 'travel', instrument, zeroOf: instrument, push: 0, arm: 1 };
}

/** A side of a gantry; both count by the zero of side 1, or it would not be seen how they stand to each other. */
export function lookAtSide(index: number, side: 1 | 2, measured: Pick<Measuring, 'type'>): Look {
  const zeroOf = benchInstrument(measured) === 'rule' ? 'rule' : 'fine-scale';
  return { index, of: 'sides', instrument: side === 1 ? zeroOf : `${zeroOf}-second`, zeroOf, push: 0, arm: 1 };
}
