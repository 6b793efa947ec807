import type { CheckPlace } from './kind.js';
import { readingValue, type EnteredReading } from './reading.js';

/** A place with what was read there last. */
export interface Taken<L extends CheckPlace> {
  readonly place: L;
  /** As the instrument shows it [SI]. */
  readonly shown: number;
  /** Why it is left out; null if it counts. */
  readonly excluded: string | null;
}

/** What was read at the places of a plan: a later entry for the same place is a correction, the earlier does not count. */
export function taken<L extends CheckPlace>(
  places: readonly L[],
  entered: readonly EnteredReading[],
): readonly Taken<L>[] {
  const latest = new Map(entered.map((reading) => [reading.index, reading]));
  return places.flatMap((place) => {
    const item = latest.get(place.index);
    const shown = item ? readingValue(item.text, place.dimension) : null;
    return item && shown !== null ? [{ place, shown, excluded: item.excluded }] : [];
  });
}
