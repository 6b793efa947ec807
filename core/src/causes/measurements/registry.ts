import { markAfterMoves, markOut, pushes, returnsAtJob, returnsQuickly, returnsSlowly, timeAlone } from './again.js';
import { bothWays, otherInstrument, waveOfCycle, waveOfMotor, waveOfScrew } from './along.js';
import type { Measurement } from './measurement.js';

/** Everything that can be asked to be measured next. Nothing else lists it. */
export const MEASUREMENTS: readonly Measurement[] = [
  bothWays,
  returnsAtJob,
  pushes,
  markOut,
  markAfterMoves,
  otherInstrument,
  returnsSlowly,
  returnsQuickly,
  waveOfScrew,
  waveOfMotor,
  waveOfCycle,
  timeAlone,
];
