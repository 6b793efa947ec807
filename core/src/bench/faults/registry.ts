import { bentScrew } from './bent-screw.js';
import { bouncingSwitch } from './bouncing-switch.js';
import { crossedPair } from './crossed-pair.js';
import { drySlide } from './dry-slide.js';
import type { Fault } from './fault.js';
import { hotDriver } from './hot-driver.js';
import { lateDirection } from './late-direction.js';
import { longLead } from './long-lead.js';
import { loosePulley } from './loose-pulley.js';
import { lowTrimmer } from './low-trimmer.js';
import { missingGround } from './missing-ground.js';
import { reversedCoil } from './reversed-coil.js';
import { saggingSupply } from './sagging-supply.js';
import { softCoupling } from './soft-coupling.js';
import { switchAskew } from './switch-askew.js';
import { tiltedIndicator } from './tilted-indicator.js';
import { unequalSides } from './unequal-sides.js';
import { unevenMicrosteps } from './uneven-microsteps.js';
import { warmScrew } from './warm-screw.js';
import { wornNut } from './worn-nut.js';
import { wrongJumper } from './wrong-jumper.js';
import { wrongTeeth } from './wrong-teeth.js';
import type { Truth } from '../truth.js';

/** Everything that can be wrong with the rig. */
export const FAULTS: readonly Fault[] = [
  wrongJumper,
  crossedPair,
  reversedCoil,
  lowTrimmer,
  loosePulley,
  wornNut,
  tiltedIndicator,
  wrongTeeth,
  saggingSupply,
  bouncingSwitch,
  missingGround,
  drySlide,
  hotDriver,
  softCoupling,
  bentScrew,
  lateDirection,
  warmScrew,
  unevenMicrosteps,
  switchAskew,
  unequalSides,
  longLead,
];

/** A fault that is in a machine; of one axis or of the whole. */
export interface FaultThere {
  readonly id: string;
  readonly axisId: string | null;
}

/** The truth with its faults in it; what an axis cannot have is left out. */
export function withFaults(truth: Truth, there: readonly FaultThere[]): Truth {
  return there.reduce((made, { id, axisId }) => {
    const fault = FAULTS.find((item) => item.id === id);
    if (!fault) return made;
    if (fault.of === 'machine') return fault.patch(made);
    return {
      ...made,
      axes: made.axes.map((axis) => (axis.id === axisId && fault.fits(axis) ? fault.patch(axis) : axis)),
    };
  }, truth);
}

/** Every fault that could be in a machine. */
export function possibleFaults(truth: Truth): readonly FaultThere[] {
  return FAULTS.flatMap((fault): readonly FaultThere[] =>
    fault.of === 'machine'
      ? [{ id: fault.id, axisId: null }]
      : truth.axes.filter(fault.fits).map((axis) => ({ id: fault.id, axisId: axis.id })),
  );
}
