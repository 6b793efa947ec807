import type { Bearings } from '../bearings.js';
import type { Cause, CauseKind } from '../cause.js';
import { lateDirection } from './late-direction.js';
import { backlash, stiction, windUp } from './lost-motion.js';
import { lostSteps, resonance } from './lost-steps.js';
import { missingPulses } from './missing-pulses.js';
import { littleOff, tilted } from './scales.js';
import { slip } from './slip.js';
import { warmth } from './warmth.js';
import { waves } from './waves.js';

/** Every kind of cause but for wrong ratios, which a drive has by its parts. Nothing else lists them. */
const CAUSE_KINDS: readonly CauseKind[] = [
  backlash,
  windUp,
  stiction,
  slip,
  lostSteps,
  resonance,
  lateDirection,
  missingPulses,
  warmth,
  waves,
  littleOff,
  tilted,
];

/** What may be wrong with an axis besides its ratio. */
export const causesOf = (bearings: Bearings): readonly Cause[] => CAUSE_KINDS.flatMap((kind) => kind(bearings));
