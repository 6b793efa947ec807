import type { Dimension } from './units.js';

/** More than any positioning machine of a workshop has, in SI; a slip of the unit or of a digit lands beyond. */
const PLAUSIBLE_MOST: Partial<Readonly<Record<Dimension, number>>> = {
  current: 1e3,
  voltage: 1e3,
  resistance: 1e6,
  inductance: 100,
  capacitance: 100,
  length: 1e3,
  mass: 1e5,
  force: 1e6,
  torque: 1e5,
  speed: 1e3,
  power: 1e6,
  frequency: 1e10,
};

/** The most of a dimension [SI] that is taken without a doubt; Infinity where nothing is too much. */
export function plausibleMost(dimension: Dimension): number {
  return PLAUSIBLE_MOST[dimension] ?? Infinity;
}
