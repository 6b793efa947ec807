import type { AxisSight, FaultThere } from '@crisp-notch/core/bench';
import type { Machine } from '@crisp-notch/core/machine';

/** What the rig's worker is told. */
export type BenchRequest =
  | { readonly kind: 'open'; readonly machine: Machine; readonly faults: readonly FaultThere[]; readonly seed: number }
  /** From now on what warms it is watched; and it goes on so for some time, at once [s]. */
  | { readonly kind: 'watch-warming' }
  | { readonly kind: 'pass'; readonly seconds: number }
  /** What moves, moves as quickly as it can be reckoned, or as the clock goes. */
  | { readonly kind: 'hurry'; readonly on: boolean }
  /** Text for the line port. */
  | { readonly kind: 'line'; readonly text: string };

/** What whoever stands beside the rig sees, some sixty times a second. */
export interface BenchSight {
  readonly axes: readonly AxisSight[];
  readonly volts: number;
  readonly temperatures: readonly { readonly letter: string; readonly motor: number; readonly driver: number }[];
}

/** What it says. */
export type BenchMessage =
  | {
      readonly kind: 'opened';
      readonly lacking: readonly { readonly letter: string; readonly what: string }[];
      readonly possible: readonly FaultThere[];
    }
  | { readonly kind: 'line'; readonly text: string }
  | { readonly kind: 'sight'; readonly sight: BenchSight }
  | { readonly kind: 'passed'; readonly passed: number; readonly tooHot: string | null }
  | { readonly kind: 'failed'; readonly message: string };
