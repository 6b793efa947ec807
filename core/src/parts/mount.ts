import { record, type Of, type Json } from '../shape/index.js';
import { BLANK_FACE, face, FACE_COLUMNS } from './face.js';
import { join, partKind, shown } from './kind.js';

/** The plate or bracket that holds the motor. */
const shape = record(face);
export type MountSpecification = Of<typeof shape>;

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = { frame: 'unknown', boltCircle: null, pilot: null };

export const mount = partKind<MountSpecification, typeof shape>({
  plural: 'mounts',
  group: 'Mechanics',
  shape,
  blank: BLANK_FACE,
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: FACE_COLUMNS,
  // A published frame size says them all.
  wanted: ({ frame }) =>
    frame === 'other' || frame === 'unknown' ? { boltCircle: 'bolt circle', pilot: 'pilot' } : {},
  summary: ({ frame, boltCircle }) =>
    frame === 'unknown' ? '' : frame === 'other' ? join('bolt circle', shown(boltCircle)) : `size ${frame}`,
  place: { at: 'axis', station: 'mount' },
});
