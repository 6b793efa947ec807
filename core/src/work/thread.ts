import { notNegative, positive } from '../parts/index.js';
import { choice, nullable, quantity, whole } from '../shape/index.js';

/** A thread to be cut on a lathe. */
export const threadWork = {
  side: choice('external', 'internal'),
  diameter: quantity('length', positive, 'Diameter'),
  pitch: quantity('length', positive, 'Pitch'),
  starts: whole(1, 12, 'Starts'),
  length: quantity('length', positive, 'Length'),
  /** Of a taper, between its flank and the middle of the work. */
  taper: quantity('angle', { least: 0, most: Math.PI / 6 }, 'Taper, half-angle'),
  spindle: quantity('spindle-speed', positive, 'Spindle'),
  /** Lines of the encoder that turns with the spindle. */
  lines: whole(1, 100_000, 'Encoder lines'),
  encoderTurns: whole(1, 10_000, 'Encoder turns'),
  spindleTurns: whole(1, 10_000, 'for spindle turns'),
  /** Largest number that a fraction of the controller may have; null: any. */
  most: nullable(whole(2, 2_147_483_647, 'Largest number of a fraction')),
  first: quantity('length', positive, 'First pass, at most'),
  springs: whole(0, 20, 'Spring passes'),
  infeed: choice('straight', 'flank'),
  /** What X words of the program count. */
  /** From the face of the work into the chuck's jaws; null: nobody said. */
  free: nullable(quantity('length', positive, 'Face to chuck')),
  clear: quantity('length', notNegative, 'Clear of the work'),
};
