import type { Machine } from '../machine/index.js';

/** A stop keeps a machine from doing what it is asked, or breaks something; a caution may. */
export type Severity = 'stop' | 'caution';

export type Station = 'supply' | 'driver' | 'motor' | 'reduction' | 'transmission' | 'carriage' | 'controller';

/** A page of a machine on which something can be put right. */
export type Page = 'job' | 'drive-lines' | 'supply' | 'wiring' | 'current';

/** Where a finding is put right. */
export interface Place {
  readonly page: Page;
  readonly axisId: string | null;
  /** The station that is opened there. */
  readonly station: Station | null;
  /** Which of several there: a supply or an auxiliary by its identity. */
  readonly itemId: string | null;
  /** The field to change, by the label under which its form asks for it. */
  readonly field: string | null;
  /** Line of a program, counted from 1. */
  readonly line: number | null;
}

/** One thing to do about a finding. With a change it can be tried at once as a what-if; without one it is advice. */
export interface Remedy {
  readonly words: string;
  readonly change: ((machine: Machine) => Machine) | null;
}

/** Something that is wrong, or may be: with an axis, a supply, a program, or what is still to be bought. */
export interface Finding {
  /** Of its kind; the same finding at two places has the same. */
  readonly id: string;
  readonly severity: Severity;
  readonly place: Place;
  /** Plain words with the numbers in them. */
  readonly sentence: string;
  /** What would change it, in the order to try. */
  readonly remedies: readonly Remedy[];
}

/** What to do, in words alone. */
export const advice = (words: string): Remedy => ({ words, change: null });

/** A place with only what is said of it. */
export const placeOn = (page: Place['page'], said: Partial<Omit<Place, 'page'>> = {}): Place => ({
  page,
  axisId: null,
  station: null,
  itemId: null,
  field: null,
  line: null,
  ...said,
});

/** Stops before cautions, each in the order in which they were found. */
export function stopsFirst<F extends Pick<Finding, 'severity'>>(findings: readonly F[]): readonly F[] {
  return [
    ...findings.filter(({ severity }) => severity === 'stop'),
    ...findings.filter(({ severity }) => severity === 'caution'),
  ];
}
