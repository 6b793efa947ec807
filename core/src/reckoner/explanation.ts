import type { Reading, UnitSystem } from '../quantity/index.js';
import type { Provenance } from '../shape/index.js';

/** One input of what is explained. */
export interface ExplainedInput {
  readonly id: string;
  readonly name: string;
  readonly symbol: string;
  readonly shown: string;
  /** Where a field's number is from; null for what is worked out, and for what nobody has said. */
  readonly from: Provenance | null;
  /** The day of a measurement. */
  readonly on: string | null;
  /** Its own working; null for what is said and not worked out. */
  readonly open: (() => Explainer) | null;
}

/** The working of a figure, whatever it is a figure of. */
export interface Explanation {
  readonly name: string;
  readonly formula: string;
  readonly withNumbers: string;
  readonly result: string;
  readonly exactResult: string | null;
  readonly source: string;
  readonly range: string | null;
  /** Why it has no value, in words; empty where it has. */
  readonly trouble: string;
  readonly inputs: readonly ExplainedInput[];
  /** What it depends on, strongest first: percent of change a percent of change. */
  readonly sensitivities: readonly { readonly id: string; readonly name: string; readonly elasticity: number }[];
  /** The question of how it is reckoned, where there is more than one accepted way. */
  readonly schools: {
    readonly question: string;
    readonly options: readonly { readonly id: string; readonly label: string }[];
    readonly inForce: string;
  } | null;
}

/** A figure of some subject, ready to be explained as the design is whenever it is asked. */
export interface Explainer {
  readonly subjectId: string;
  readonly place: string;
  readonly explain: (system: UnitSystem) => Explanation;
  /** Puts another way of reckoning in force. */
  readonly choose: (option: string) => void;
  /** What one field would have to be for the figure to come to what was typed, in words. */
  readonly wish: (typed: string, fieldId: string, system: UnitSystem, reading?: Reading) => string;
}
