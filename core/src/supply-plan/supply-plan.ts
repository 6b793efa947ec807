import type { Finding } from '../finding/index.js';
import type { Supply } from '../machine/index.js';

export type SupplySchool = Supply['school'];

/** What one load takes from a supply [A at its voltage]; null while it is not known. */
export interface LoadLine {
  readonly id: string;
  readonly name: string;
  readonly kind: 'axis' | 'auxiliary' | 'converter';
  /** By the three schools. Loads that are no motors are the same in each. */
  readonly sum: number | null;
  readonly twoThirds: number | null;
  readonly computed: number | null;
  readonly moving: number | null;
  readonly hold: number | null;
  readonly idle: number | null;
  readonly mean: number | null;
  /** Counted without speeding up, because mass or acceleration is not known. */
  readonly isRough: boolean;
}

export interface Totals {
  readonly sum: number;
  readonly twoThirds: number;
  readonly computed: number;
  readonly moving: number;
  readonly hold: number;
  readonly idle: number;
  readonly mean: number;
  /** Names of loads of which something is not known; they are not in the sums. */
  readonly missing: readonly string[];
  /** Names of loads that are counted without speeding up. */
  readonly rough: readonly string[];
}

/** What braking does to the bus of a supply. */
export interface Braking {
  /** All axes at once, at most [J]. */
  readonly energy: number;
  /** Bulk capacitors at the drivers, and the supply's own where it is known [F]. */
  readonly capacitance: number;
  /** [V] */
  readonly before: number;
  readonly after: number;
  /** The lowest of what drivers, capacitors and supply bear, and whose it is. */
  readonly limit: number | null;
  readonly limitOf: string;
  /** What would be enough [F]; null without a limit, Infinity where the limit is below the voltage. */
  readonly enough: number | null;
}

export interface SupplyPlan {
  readonly supply: Supply;
  /** As set, or nominal [V]. */
  readonly voltage: number | null;
  readonly lines: readonly LoadLine[];
  readonly totals: Totals;
  /** By the school in force, with the headroom [A]. */
  readonly needed: number;
  readonly available: number | null;
  /** What its fuse has to let through: never less than the drivers behind it can draw [A]. */
  readonly fuseLoad: number;
  readonly braking: Braking | null;
  /** Of a battery [s]. */
  readonly runTime: number | null;
  readonly findings: readonly Finding[];
}
