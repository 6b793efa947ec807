import { advice, placeOn } from '../../finding/index.js';
import type { WiringRule } from '../rule.js';
import { shortName } from '../signals.js';

export const FUSE_RULES: readonly WiringRule[] = [
  {
    id: 'no-fuse',
    find: ({ machine }) =>
      machine.supplies
        .filter(({ fuse, specification }) => fuse === null && specification.type !== 'other')
        .map(({ id, name, specification }) => ({
          id: 'no-fuse',
          severity: specification.type === 'battery' ? 'stop' : 'caution',
          place: placeOn('supply', { itemId: id, field: 'Fuse' }),
          sentence: `${shortName(name) || 'The supply'} has no fuse at its output${specification.type === 'battery' ? ': a short draws all that the battery has, and wires burn' : '; its own limit may be more than a wire bears'}.`,
          remedies: [advice('Fit one for its wires, as the supply’s page reckons it.')],
        })),
  },
];
