import type { StoredPart } from '@crisp-notch/contract';
import type { Asked } from '@crisp-notch/core/buying';
import type { Stock } from '@crisp-notch/core/parts';

/** What the shelf knows of a part: by its identity, or by its name for what was never linked. */
export function stockBy(parts: readonly StoredPart[]): (asked: Asked) => Stock | null {
  const [byId, byName] = [new Map<string, Stock>(), new Map<string, Stock>()];
  for (const { id, part } of parts) {
    byId.set(id, part.stock);
    byName.set(part.name, part.stock);
  }
  return ({ partId, name }) => (partId === null ? undefined : byId.get(partId)) ?? byName.get(name) ?? null;
}
