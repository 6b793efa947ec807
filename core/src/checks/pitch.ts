import type { Compensation } from '../machine/index.js';
import { readQuantity } from '../shape/index.js';

/**
 * What a table of errors adds to a commanded place [SI]: in proportion between its places, beyond its ends as at the
 * end (common practice, no source).
 */
export function pitchAt({ kind, pitch }: Compensation, place: number): number {
  const dimension = kind === 'linear' ? 'length' : 'angle';
  const nodes = pitch
    .map(({ at, by }) => ({ at: readQuantity(at, dimension).value, by: readQuantity(by, dimension).value }))
    .sort((a, b) => a.at - b.at);
  const next = nodes.findIndex(({ at }) => at >= place);
  const [after, before] = [nodes[next], nodes[next - 1]];
  if (!after) return nodes.at(-1)?.by ?? 0;
  if (!before) return after.by;
  return before.by + ((after.by - before.by) * (place - before.at)) / (after.at - before.at);
}
