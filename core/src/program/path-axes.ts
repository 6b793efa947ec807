import { axisField, type AxisContext } from '../drive-line/index.js';
import { isReadInDiameters } from '../diagnosis/index.js';
import { fenceOf, jobPace, moveFacts } from '../first-moves/index.js';
import type { MoveWay } from '../machine/index.js';
import type { Dimension } from '../quantity/index.js';
import type { Reckoner } from '../reckoner/index.js';
import type { AxisAbility } from './plan-program.js';
import type { ProgramAxis } from './read-program.js';

/** One axis of a machine as a program finds it. SI: metres, or radians where it turns. */
export interface PathAxis extends ProgramAxis, AxisAbility {
  readonly id: string;
  readonly perUnit: number;
  /** What it does is read across the work. */
  readonly isReadInDiameters: boolean;
  /** What its controller or driver takes in a second; null while nobody has said. */
  readonly pulsesMost: number | null;
  /** Where a program may send it: its fence, or its travel while it has none; null where it goes round and round. */
  readonly reach: { readonly low: number; readonly high: number; readonly by: 'fence' | 'travel' } | null;
  /** It has ends, and nobody has said where they are. */
  readonly isUnbounded: boolean;
  readonly dimensions: {
    readonly travel: Dimension;
    readonly speed: Dimension;
    readonly acceleration: Dimension;
  };
}

/** What the controller gives in a second, or the driver’s step input sees, whichever is less. */
function pulsesMost(reckoner: Reckoner<AxisContext>): number | null {
  const [given, high, low] = [axisField.pulseRateMost, axisField.stepHigh, axisField.stepLow].map(
    (item) => reckoner.reading(item)?.value ?? null,
  );
  const seen = high == null || low == null ? null : 1 / (high + low);
  return given == null ? seen : Math.min(given, seen ?? Infinity);
}

/**
 * What an axis lets a program do.
 * @param way whose fence holds: the rig's, or the machine's
 * @returns null while its steps cannot be reckoned
 */
export function pathAxis(reckoner: Reckoner<AxisContext>, way: MoveWay): PathAxis | null {
  const facts = moveFacts(reckoner);
  if (!facts) return null;
  const { axis, letter, isTurning, perUnit, travel, hasEnds, dimensions } = facts;
  const pace = jobPace(facts);
  const fence = fenceOf(axis, way);
  const bounds = fence ?? (travel === null ? null : { low: 0, high: travel });
  return {
    id: axis.id,
    letter,
    isTurning,
    isInDiameters: axis.counts === 'diameter',
    isReadInDiameters: isReadInDiameters(axis, reckoner.context.machineKind),
    perUnit,
    speed: pace.rate / perUnit,
    acceleration: pace.acceleration / perUnit,
    jump: pace.start / perUnit,
    pulsesMost: pulsesMost(reckoner),
    reach: hasEnds && bounds ? { ...bounds, by: fence ? 'fence' : 'travel' } : null,
    isUnbounded: hasEnds && bounds === null,
    dimensions,
  };
}
