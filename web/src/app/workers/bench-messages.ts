import type { AxisSight, FaultThere } from '@crisp-notch/core/bench';
import type { Machine } from '@crisp-notch/core/machine';

/**
 * What is wrong with a rig that is opened: what is named, something that the worker draws and keeps to itself, or what was
 * drawn before.
 */
export type RigFaults = readonly FaultThere[] | 'hide' | 'as-before';

/** What the rig's worker is told. */
export type BenchRequest =
  | { readonly kind: 'open'; readonly machine: Machine; readonly faults: RigFaults; readonly seed: number }
  /** What was drawn is told. */
  | { readonly kind: 'tell' }
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
  /** What is wrong, to whoever asked. */
  | { readonly kind: 'told'; readonly faults: readonly FaultThere[] }
  | { readonly kind: 'line'; readonly text: string }
  | { readonly kind: 'sight'; readonly sight: BenchSight }
  | { readonly kind: 'passed'; readonly passed: number; readonly tooHot: string | null }
  | { readonly kind: 'failed'; readonly message: string };
