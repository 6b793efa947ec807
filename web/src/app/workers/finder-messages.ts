import type { Machine } from '@crisp-notch/core/machine';
import type { Relaxation, SearchedPart, SearchState, SpaceOptions, Wishes } from '@crisp-notch/core/search';

/** A search: the worker makes the space from the same parts in the same order as the page does. */
export interface FinderRequest {
  readonly machine: Machine;
  readonly axisId: string;
  readonly parts: readonly SearchedPart[];
  readonly options: SpaceOptions;
  readonly limits: Pick<Wishes, 'priceMost' | 'holdsUnpowered'>;
}

/** What it says while it works; `done` is the last state, followed by the relaxations where nothing fits. */
export type FinderMessage =
  | { readonly kind: 'state'; readonly state: SearchState; readonly isDone: boolean }
  | { readonly kind: 'relaxing'; readonly share: number }
  | { readonly kind: 'relaxed'; readonly relaxations: readonly Relaxation[] }
  | { readonly kind: 'failed'; readonly message: string };
