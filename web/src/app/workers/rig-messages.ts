import type { CommandPiece, Found, PullOutPoint, RunResult, Setup } from '@crisp-notch/core/simulation';

/** Work that the rig's worker does. */
export type RigRequest =
  | { readonly kind: 'curve'; readonly setup: Setup; readonly rates: readonly number[] }
  | { readonly kind: 'run'; readonly setup: Setup; readonly pieces: readonly CommandPiece[]; readonly settle: number }
  | { readonly kind: 'start-rate'; readonly setup: Setup; readonly most: number }
  | { readonly kind: 'fastest-ramp'; readonly setup: Setup; readonly start: number; readonly top: number };

/** What it says while it works, and what it ends with. */
export type RigMessage =
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'point'; readonly point: PullOutPoint; readonly share: number }
  | { readonly kind: 'curve'; readonly points: readonly PullOutPoint[] }
  | { readonly kind: 'run'; readonly result: RunResult }
  | { readonly kind: 'found'; readonly found: Found }
  | { readonly kind: 'failed'; readonly message: string };
