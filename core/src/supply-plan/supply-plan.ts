import type { Finding } from '../finding/index.js';
import type { Supply } from '../machine/index.js';
import type { Subject } from '../reckoner/index.js';
import type { Column, Load } from './load.js';
import type { SupplyContext } from './supply-figures.js';

/** What one load takes from a supply [A at its voltage]; null while it is not known. */
export interface LoadLine extends Readonly<Record<Column, number | null>> {
  readonly id: string;
  readonly name: string;
  readonly kind: Load['kind'];
  /** Counted without speeding up, because mass or acceleration is not known. */
  readonly isRough: boolean;
}

export interface Totals extends Readonly<Record<Column, number>> {
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
  /** What its figures are worked out from. */
  readonly subject: Subject<SupplyContext>;
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
