import type { TransmissionKind } from '../parts/index.js';
import type { WorkKind } from '../work/index.js';

/** An axis that a kind of machine usually has, with sensible starts of hobby machines (common practice, no source). */
export interface UsualAxis {
  readonly letter: string;
  readonly name: string;
  readonly transmission: TransmissionKind;
  /** Motors that push it together, where it is not one. */
  readonly motors?: 2;
  /** What it moves; null for a turning axis. */
  readonly mass: string | null;
  /** What it is asked, where it differs from the job of any axis. */
  readonly job: Readonly<Record<string, string>>;
  /** Whether what it does is read across the work, as twice its travel. */
  readonly isReadInDiameters?: true;
}

/** Everything that is asked of a kind of machine, said once. */
export interface MachineKindDeclaration {
  /** In a list of kinds. */
  readonly name: string;
  /** One of them in a sentence, with its article. */
  readonly one: string;
  /** Work that is planned on one, in the order in which it is offered. */
  readonly planners: readonly WorkKind[];
  /** Its spindle turns the work, and tells its turns. */
  readonly turnsWork?: true;
  /** What can hurt at any of them, besides what every machine says. */
  readonly cautions: readonly string[];
  /** Its usual axes; every value is shown as assumed until it is confirmed. */
  readonly axes: readonly UsualAxis[];
}

/** Declares a kind of machine. */
export const machineKind = (declaration: MachineKindDeclaration): MachineKindDeclaration => declaration;
