import type { Machine } from '@crisp-notch/core/machine';
import type {
  LineFit,
  Quality,
  Relaxation,
  SearchedPart,
  SearchState,
  SpaceOptions,
  Wishes,
} from '@crisp-notch/core/search';

/**
 * A search: the worker makes the space from the same parts in the same order as the page does, who reads its results by
 * it.
 */
export interface FinderRequest {
  readonly machine: Machine;
  readonly axisId: string;
  readonly parts: readonly SearchedPart[];
  readonly options: SpaceOptions;
  readonly limits: Pick<Wishes, 'priceMost' | 'holdsUnpowered'>;
}

export type SortBy = Quality | 'balance';

/**
 * How far a search is, with the best of its front by the sorting asked for; the rest of the front stays in the worker.
 */
export interface Found extends SearchState {
  readonly frontCount: number;
}

/** Lines that stand already, whose fit is asked: of the design, and of what was pinned. */
export interface FitsRequest {
  readonly lines: readonly { readonly machine: Machine; readonly axisId: string }[];
  readonly options: SpaceOptions;
  readonly limits: FinderRequest['limits'];
}

/** What the worker is told. */
export type FinderOrder =
  | { readonly kind: 'search'; readonly request: FinderRequest; readonly sort: SortBy }
  | { readonly kind: 'sort'; readonly sort: SortBy }
  /** Search no further; what was found can still be sorted. */
  | { readonly kind: 'stop' }
  | { readonly kind: 'fits'; readonly request: FitsRequest };

/** What it says while it works; `isDone` is the last state, followed by the relaxations where nothing fits. */
export type FinderMessage =
  /** Its program has come. */
  | { readonly kind: 'ready' }
  | { readonly kind: 'state'; readonly state: Found; readonly isDone: boolean }
  | { readonly kind: 'sorted'; readonly front: Found['front'] }
  | { readonly kind: 'relaxing'; readonly share: number }
  | { readonly kind: 'relaxed'; readonly relaxations: readonly Relaxation[] }
  | { readonly kind: 'fits'; readonly fits: readonly LineFit[] }
  | { readonly kind: 'failed'; readonly message: string };
