import { choice, nullable, quantity } from '../shape/index.js';
import { positive } from './bounds.js';
import { fact, word } from './columns.js';

/** The published frame sizes; `other` gives its own circle and pilot. */
export const frame = choice('unknown', 'other', '8', '11', '14', '17', '23', '34', '42');

/** What a motor and its mount meet with. */
export const face = {
  frame,
  /** Diameter of the circle that its four bolts stand on. */
  boltCircle: nullable(quantity('length', positive, 'Bolt circle')),
  /** Diameter of the raised ring that centres it. */
  pilot: nullable(quantity('length', positive, 'Centring ring')),
};

export const BLANK_FACE = { frame: 'unknown', boltCircle: null, pilot: null } as const;
export const FACE_COLUMNS = [word('frame', 'frame'), fact('bolt_circle', 'boltCircle'), fact('pilot', 'pilot')];
